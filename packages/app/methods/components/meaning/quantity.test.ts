import { keepComponents } from '@wold/core/methods/components/keepComponents';
import { decompose } from '@wold/core/methods/components/decompose';
import { PLAIN_PREPARATION } from '@wold/core/preparation/prepared';
import { prepare } from '@wold/core/preparation/prepare';
import { normalTable } from '@wold/core/testTables';
import { quantitiesOf, quantityOf } from './quantity';

const table = normalTable(40, 5, 7);
const made = (scale: 'unit-variance' | 'centre', method: 'none' | 'varimax' | 'promax' = 'none') => {
  const measures = table.columns.map(({ name }) => name);
  const prepared = prepare(table, { ...PLAIN_PREPARATION, measures, weight: null, scale });
  return keepComponents(prepared, decompose(prepared), 2, { method, power: 4 });
};

test('loadings stand apart from correlations only where measures vary differently, a pattern only where oblique', () => {
  expect(quantitiesOf(made('unit-variance'))).toEqual([
    'correlations',
    'coefficients',
    'contributions',
    'squared cosines',
  ]);
  expect(quantitiesOf(made('centre'))).toContain('loadings');
  expect(quantitiesOf(made('unit-variance', 'promax'))).toContain('pattern');
  expect(quantitiesOf(made('unit-variance', 'varimax'))).not.toContain('pattern');
});

test.each(['none', 'varimax', 'promax'] as const)(
  'contributions sum to the dimension (rotation %s)',
  method => {
    for (const scale of ['unit-variance', 'centre'] as const) {
      const { values } = quantityOf(made(scale, method), 'contributions').values;
      for (let d = 0; d < 2; d++) {
        expect(values.slice(5 * d, 5 * d + 5).reduce((sum, value) => sum + value, 0)).toBeCloseTo(1, 10);
      }
    }
  },
);

test('contributions of unrotated dimensions are squared coefficients', () => {
  const components2 = made('centre');
  const parts = quantityOf(components2, 'contributions').values.values;
  components2.coefficients.values.forEach((value, index) =>
    expect(parts[index]).toBeCloseTo(value * value, 10),
  );
});

test('squared cosines of uncorrelated dimensions sum to what is held', () => {
  const components2 = made('centre', 'varimax');
  const { values } = quantityOf(components2, 'squared cosines').values;
  components2.communalities.forEach((held, j) => expect(values[j]! + values[5 + j]!).toBeCloseTo(held, 9));
});

test('numbers are written as their kind is', () => {
  const unit = made('unit-variance');
  expect(quantityOf(unit, 'correlations').write(-0.5)).toBe('−.50');
  expect(quantityOf(unit, 'contributions').write(0.256)).toBe('25.6\u00a0%');
  expect(quantityOf(unit, 'coefficients').write(0.25)).toBe('0.250');
});
