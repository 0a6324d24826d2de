import { seededRandom } from '../algebra/random';
import { ROTATIONS } from '../methods/components/rotation';
import type { PreparationInput } from '../preparation/prepared';
import { columnBuilder } from '../table/columnBuilder';
import { fileTable } from '../table/fileTable';
import type { Table } from '../table/table';
import { freshRecipe } from './fresh';
import type { Memo } from '../stages/memo';
import { compute } from './compute';
import { askOf, preparationOf } from './requests';
import { isBy } from './schema';
import type { Request } from './stages';

const ROUNDS = 2;
const ROWS = 600;
const MEASURES = 12;
const SIMULATIONS = 20;

/** What an analyst is most likely to change, each change on top of those before. */
const CHANGES: readonly Partial<PreparationInput>[] = [
  {},
  { missing: 'median' },
  { outliers: 'fences' },
  { scale: 'robust' },
  { transform: 'ranks' },
  { outliers: 'robust-z', transform: 'yeo-johnson' },
  { outliers: 'none', transform: 'none', scale: 'unit-variance' },
];

/**
 * Goes, one request at a time, through what is asked most, on a small made-up table. Engines compile what they have run:
 * after this the first answers to an analyst come nearly as soon as later ones. Yields each request that was answered.
 */
export async function* rehearsal(): AsyncGenerator<Request> {
  for (let round = 1; round <= ROUNDS; round++) {
    const table = rehearsalTable(round);
    const memo: Memo = new Map();
    for (const request of requestsOn(table)) {
      await compute(table, request, undefined, memo);
      yield request;
    }
  }
}

function* requestsOn(table: Table): Generator<Request> {
  const recipe = freshRecipe(table);
  const reduction = recipe.reductions.find(other => isBy(other, 'components'))!;
  let preparation = preparationOf(recipe);
  const { measures } = preparation;
  yield { stage: 'description' };
  yield { stage: 'gaps', measures };
  yield { stage: 'originalBoxes', measures, weight: null, weighting: 'proportional' };
  for (const change of CHANGES) {
    preparation = { ...preparation, ...change };
    yield { stage: 'account', preparation };
    yield { stage: 'treatedBoxes', preparation };
  }
  yield { stage: 'distribution', preparation, measure: measures[0]! };
  yield { stage: 'relations', preparation, measure: measures[0]! };
  for (const kind of ['pearson', 'spearman'] as const) yield { stage: 'suitability', preparation, kind };
  const kept = { ...askOf(recipe, reduction), preparation };
  for (const method of ROTATIONS) yield { ...kept, stage: 'components', rotation: { method, power: 4 } };
  yield { ...kept, stage: 'distances', level: reduction.settings.limit };
  yield {
    stage: 'retention',
    preparation,
    without: [],
    settings: { ...reduction.settings.retention, simulations: SIMULATIONS },
  };
}

/** Measures that share a dimension: even, skewed and whole numbers, some with gaps. */
function rehearsalTable(seed: number): Table {
  const random = seededRandom(seed);
  const builders = Array.from({ length: MEASURES }, () => columnBuilder());
  for (let row = 0; row < ROWS; row++) {
    const common = random.normal();
    builders.forEach((builder, j) => {
      const value = common + random.normal();
      if (j < 3 && row % 40 === j) builder.add('');
      else if (j % 4 === 0) builder.addNumber(Math.round(10 * Math.abs(value)));
      else builder.addNumber(j % 4 === 1 ? Math.exp(value) : value);
    });
  }
  return fileTable({
    key: `rehearsal ${seed}`,
    name: 'rehearsal',
    source: { format: 'JSON' },
    columns: builders.map((builder, j) => builder.finish(`x${j}`)),
    rows: ROWS,
  });
}
