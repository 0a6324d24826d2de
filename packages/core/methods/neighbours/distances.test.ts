import { classicalScaling } from '../../algebra/classicalScaling';
import { columnOf, zeros, type Matrix } from '../../algebra/matrix';
import { compute } from '../../recipe/compute';
import { arrangementOf } from '../../recipe/arrangementOf';
import type { PreparedDistances } from '../../preparation/prepared';
import { freshRecipe } from '../../recipe/fresh';
import { preparationOf, reductionRequest } from '../../recipe/requests';
import type { Recipe, ReductionBy } from '../../recipe/schema';
import { arrange } from '../../table/arrange';
import { readDelimited } from '../../table/readDelimited';
import type { Table } from '../../table/table';
import { graphFor } from '../../testNeighbours';
import { normalColumns } from '../../testTables';
import { graphOf } from './ask';
import { searchedRows } from './searchedRows';

const read = (text: string): Table => readDelimited(new TextEncoder().encode(text), 'distances.csv');

const between = (columns: readonly (readonly number[])[], i: number, j: number): number =>
  Math.hypot(...columns.map(column => column[i]! - column[j]!));

/** Euclid's distances of rows as a file writes them, with a label and a number beside them. */
function fileOf(columns: readonly (readonly number[])[]): string {
  const rows = [...columns[0]!.keys()];
  const line = (i: number) =>
    [`r${i}`, i % 2 === 0 ? 'even' : 'odd', ...rows.map(j => between(columns, i, j)), i * i].join(',');
  return `${['', 'kind', ...rows.map(i => `r${i}`), 'square'].join(',')}\n${rows.map(line).join('\n')}\n`;
}

const neighboursOf = ({ reductions }: Recipe): ReductionBy<'neighbours'> => {
  const [first] = reductions;
  if (first?.settings.method !== 'neighbours') throw new RangeError('It is not by neighbours.');
  return first as ReductionBy<'neighbours'>;
};

const mapRequest = (recipe: Recipe) => reductionRequest(recipe, neighboursOf(recipe)) as never;

describe('a table of distances', () => {
  const columns = normalColumns(40, 3, 7);
  const table = read(fileOf(columns));
  const recipe = freshRecipe(table);

  test('is told by its names and zeros, with what else it says of its rows', () => {
    expect(table.matrix).toMatchObject({ kind: 'distance' });
    expect(table.matrix!.names).toHaveLength(40);
    const roleOf = (name: string) => recipe.columns.find(column => column.name === name)!.role;
    expect(['r3', 'kind', 'square'].map(roleOf)).toEqual(['measure', 'label', 'measure']);
    expect(recipe.reductions).toHaveLength(1);
    expect(neighboursOf(recipe).map.colour).toBe('kind');
    // Rows may be called by numbers.
    expect(read('id,1,2,3\n1,0,2,3\n2,2,0,4\n3,3,4,0\n').matrix).toEqual({
      kind: 'distance',
      names: ['1', '2', '3'],
    });
  });

  test('gives the neighbours, distances and start of the rows that it was made from', async () => {
    const { graph, ask } = graphFor(columns);
    const request = mapRequest(recipe) as { preparation: object };
    const own = await compute(table, {
      ...graphOf({ ...ask, preparation: preparationOf(recipe) }),
      stage: 'neighbourGraph',
    });
    expect(request.preparation).toBeDefined();
    expect(own.neighbours.rows).toEqual(graph.neighbours.rows);
    own.neighbours.distances.forEach((distance, e) =>
      expect(distance / graph.neighbours.distances[e]!).toBeCloseTo(1, 5),
    );
    for (const d of [0, 1, 2]) {
      const [given, found] = [columnOf(own.places, d), columnOf(graph.places, d)];
      const sign = Math.sign(given[0]! * found[0]!);
      given.forEach((place, i) => expect(sign * place).toBeCloseTo(found[i]!, 4));
    }
  });

  test('makes a map, its quality and agreement; what sets rows apart is told by other columns alone', async () => {
    const request = mapRequest(recipe) as object;
    const map = await compute(table, request as never);
    expect(map).toMatchObject({ graph: { points: 40, leading: null } });
    const quality = await compute(table, { ...request, stage: 'mapQuality', judgedAt: 5 } as never);
    expect((quality as { trustworthiness: number }).trustworthiness).toBeGreaterThan(0.9);
    const region = { kind: 'level', column: 'kind', level: 'odd' } as const;
    const apart = await compute(table, { ...request, stage: 'setApart', region } as never);
    expect((apart as { columns: { column: string }[] }).columns.map(({ column }) => column)).toEqual([
      'square',
    ]);
  });

  test('rows set aside, by hand or with their columns, are out both ways', async () => {
    const aside = {
      ...recipe,
      columns: recipe.columns.map(column => (column.name === 'r5' ? { ...column, role: 'aside' } : column)),
      preparation: {
        ...recipe.preparation,
        rowsAside: { of: table.fileKey, rows: [{ row: 2, reason: 'odd', placed: false }] },
      },
    } as Recipe;
    const account = await compute(table, { stage: 'account', preparation: preparationOf(aside) });
    expect(account.rows).toHaveLength(38);
    expect(account.rowsLeftOut.map(({ row }) => row)).toEqual([2, 5]);
    const { graph } = graphFor(columns.map(column => column.filter((_, i) => i !== 2 && i !== 5)));
    const own = await compute(table, {
      ...graphOf({ ...graphFor(columns).ask, preparation: preparationOf(aside) }),
      stage: 'neighbourGraph',
    });
    expect(own.neighbours.rows).toEqual(graph.neighbours.rows);
  });

  test('columns that are called otherwise keep their rows', async () => {
    const renamed = {
      ...recipe,
      columns: recipe.columns.map(column =>
        column.name === 'r5' ? { ...column, name: 'Ångström 5', heading: 'r5' } : column,
      ),
    } as Recipe;
    const arranged = arrange(table, arrangementOf(renamed));
    const account = await compute(arranged, { stage: 'account', preparation: preparationOf(renamed) });
    expect(account.rows).toHaveLength(40);
  });

  test('no method of measures takes it', async () => {
    const preparation = preparationOf(recipe);
    const refused = /distances between its rows, and no measures.*neighbour map/s;
    const asks = [
      { stage: 'decomposition', preparation, without: [] },
      { stage: 'normality', preparation },
    ];
    for (const ask of asks) await expect(compute(table, ask as never)).rejects.toThrow(refused);
  });
});

describe('what is no distance is refused, with its cell', () => {
  test.each([
    ['below 0', 'n,a,b,c\na,0,-1,2\nb,-1,0,3\nc,2,3,0\n', /row 2 \(“b”\), column “a”.*-1, below 0/s],
    ['two ways', 'n,a,b,c\na,0,1,2\nb,1,0,3\nc,2,4,0\n', /row 2 \(“b”\), column “c”.*3, and 4 the other/s],
    ['from itself', 'n,a,b,c\na,0,1,2\nb,1,.5,3\nc,2,3,0\n', /row 2 \(“b”\), column “b”.*itself is 0\.5/s],
    ['missing', 'n,a,b,c\na,0,,2\nb,1,0,3\nc,2,3,0\n', /row 1 \(“a”\), column “b”.*missing/s],
  ])('%s', (_, text, told) => expect(() => read(text)).toThrow(told));

  test('the last digits of print are no difference', () => {
    expect(read('n,a,b,c\na,0,1,2\nb,1.0004,0,3\nc,2,3,0\n').matrix).toMatchObject({ kind: 'distance' });
  });

  test('copies are one point; fewer than four points are no map', () => {
    const copies = [1, 2, 2, 3, 4, 9];
    const table = read(fileOf([copies]));
    const distances = zeros(6, 6);
    copies.forEach((a, i) => copies.forEach((b, j) => (distances.values[j * 6 + i] = Math.abs(a - b))));
    const prepared = { ...chosenRows(table), kind: 'distances', distances } as PreparedDistances;
    const ask = { ...graphOf(graphFor([copies, copies]).ask) };
    const { points, copies: same, point } = searchedRows(prepared, ask);
    expect([points, same]).toEqual([5, 1]);
    expect([...point]).toEqual([0, 1, 1, 2, 3, 4]);
    expect(() => searchedRows(prepared, { ...ask, without: ['r4', 'r5'] })).toThrow(/4 rows hold only 3/);
  });

  const chosenRows = (table: Table): Partial<PreparedDistances> => ({
    names: table.matrix!.names,
    rows: Uint32Array.from({ length: table.rows }, (_, i) => i),
    placedRows: new Uint32Array(0),
    weights: null,
    counts: false,
  });
});

test('classical scaling gives back the distances of places, and leaves what no places have', () => {
  const columns = normalColumns(30, 2, 3);
  const distances: Matrix = zeros(30, 30);
  const each = (with_: (i: number, j: number) => void) => {
    for (let i = 0; i < 30; i++) for (let j = 0; j < 30; j++) with_(i, j);
  };
  each((i, j) => (distances.values[j * 30 + i] = between(columns, i, j)));
  const places = classicalScaling(distances, 3);
  expect(places.columns).toBe(2);
  const own = [columnOf(places, 0), columnOf(places, 1)];
  each((i, j) => expect(between(own as never, i, j)).toBeCloseTo(distances.values[j * 30 + i]!, 6));
  // Two rows far from each other and near to all others: no space has them.
  const odd = zeros(5, 5);
  odd.values.fill(1);
  for (let i = 0; i < 5; i++) odd.values[6 * i] = 0;
  odd.values[1] = odd.values[5] = 9;
  const { values } = classicalScaling(odd, 3);
  expect([...values].every(Number.isFinite)).toBe(true);
});
