import { components, type Components, type Keep } from '../components/components';
import { decompose, type Decomposition } from '../components/decompose';
import {
  distances,
  rebuiltColumn,
  rowParts,
  type Distances,
  type RebuiltColumn,
  type RowPart,
} from '../components/distances';
import { NO_ROTATION, rotate, type Rotation } from '../components/rotate';
import { quietHost, stretch, type Host } from '../host';
import { measureDistribution, type MeasureDistribution } from '../preparation/distribution';
import { gapPatterns, type GapPatterns } from '../preparation/gapPatterns';
import { originalBoxes, treatedBoxes, type OriginalBox, type TreatedBox } from '../preparation/boxes';
import type { Treated } from '../preparation/treat';
import {
  prepare,
  treatFor,
  type Account,
  type PreparationInput,
  type Prepared,
} from '../preparation/prepare';
import type { CorrelationKind } from '../suitability/correlationMatrix';
import type { Mardia } from '../suitability/mardia';
import { normality, suitability, type Suitability } from '../suitability/suitability';
import { randomPart, randomRounds, type RandomRounds } from '../dimensions/parallelAnalysis';
import { randomWork, retention, type Retention, type RetentionSettings } from '../dimensions/retention';
import { relations, type Relation } from '../suitability/relations';
import { describeTable, type ColumnDescription } from '../table/describe';
import { findRepeats, type RepeatGroup } from '../table/repeats';
import type { Table } from '../table/table';
import { Problem } from '../problem';
import { agreement, type Agreement } from '../trust/agreement';
import { replicates, type Replicates } from '../trust/replicates';
import { outcomeOnScores, type Outcome } from '../use/outcome';
import { scoreRelations, type ScoreRelation } from '../use/scoreRelations';
import { hash } from './hash';
import type { Recipe, Reduction } from './schema';

/** What each question asks to be computed, and what comes back. */
export interface Results {
  description: readonly ColumnDescription[];
  prepared: Prepared;
  account: Account;
  treated: Treated;
  originalBoxes: readonly OriginalBox[];
  treatedBoxes: readonly TreatedBox[];
  gaps: GapPatterns;
  repeats: readonly RepeatGroup[];
  distribution: MeasureDistribution;
  decomposition: Decomposition;
  components: Components;
  distances: Distances;
  rowParts: readonly RowPart[] | null;
  rebuiltColumn: RebuiltColumn | null;
  scoreRelations: readonly ScoreRelation[];
  outcome: Outcome;
  replicates: Replicates;
  agreement: Agreement;
  relations: readonly Relation[];
  suitability: Suitability;
  normality: Mardia | null;
  retention: Retention;
}

/**
 * A result asked for: just those parts of a recipe that it depends on, so that a result is out of date exactly when
 * its request has changed.
 */
export type Request =
  | { readonly stage: 'description' }
  | { readonly stage: 'repeats'; readonly keys: readonly string[] }
  | { readonly stage: 'gaps'; readonly measures: readonly string[] }
  | ({ readonly stage: 'originalBoxes'; readonly measures: readonly string[] } & Pick<
      PreparationInput,
      'weight' | 'weighting'
    >)
  | {
      readonly stage: 'treated' | 'treatedBoxes' | 'prepared' | 'account' | 'normality';
      readonly preparation: PreparationInput;
    }
  | {
      readonly stage: 'retention';
      readonly preparation: PreparationInput;
      readonly without: readonly string[];
      readonly settings: RetentionSettings;
    }
  | { readonly stage: 'suitability'; readonly preparation: PreparationInput; readonly kind: CorrelationKind }
  | {
      readonly stage: 'decomposition';
      readonly preparation: PreparationInput;
      readonly without: readonly string[];
    }
  | (Kept & { readonly stage: 'components' | 'scoreRelations' })
  | (Kept & { readonly stage: 'distances'; readonly level: number })
  | (Kept & { readonly stage: 'rowParts'; readonly row: number })
  | (Kept & { readonly stage: 'rebuiltColumn'; readonly measure: string })
  | (Kept & { readonly stage: 'outcome'; readonly outcome: string; readonly seed: number })
  | (Kept & { readonly stage: 'replicates' | 'agreement'; readonly label: string })
  | {
      readonly stage: 'relations' | 'distribution';
      readonly preparation: PreparationInput;
      readonly measure: string;
    };

/** What kept dimensions depend on. */
export interface Kept {
  readonly preparation: PreparationInput;
  readonly without: readonly string[];
  readonly keep: Keep;
  readonly rotation: Rotation;
}

export type ResultOf<R extends Request> = Results[R['stage']];

/** Raised whenever a definition changes, so that results kept from before are computed anew. */
export const DEFINITIONS = 8;

/** The name under which the result of a request on a table is kept. */
export function requestKey(tableKey: string, request: Request): string {
  const named =
    'preparation' in request ? { ...request, preparation: preparationKey(request.preparation) } : request;
  return hash([DEFINITIONS, tableKey, named]);
}

/** Many requests rest on one preparation, which is long where there are many measures. */
const preparationKeys = new WeakMap<PreparationInput, string>();

function preparationKey(preparation: PreparationInput): string {
  const known = preparationKeys.get(preparation);
  if (known !== undefined) return known;
  const key = hash(preparation);
  preparationKeys.set(preparation, key);
  return key;
}

/** Results at hand, by key. */
export interface Memo {
  readonly get: (key: string) => unknown;
  readonly set: (key: string, result: unknown) => void;
}

/**
 * Computes what is asked, taking what it rests on from the memo where it is there.
 *
 * @throws Problem when the table and the recipe allow no result
 */
export function compute<R extends Request>(
  table: Table,
  request: R,
  host: Host = quietHost,
  memo: Memo = new Map(),
): ResultOf<R> {
  const key = requestKey(table.key, request);
  const known = memo.get(key);
  if (known !== undefined) return known as ResultOf<R>;
  const result = computeAnew(table, request, host, memo);
  memo.set(key, result);
  return result as ResultOf<R>;
}

function computeAnew(table: Table, request: Request, host: Host, memo: Memo): Results[keyof Results] {
  if (request.stage === 'description') return describeTable(table, host);
  if (request.stage === 'repeats') return findRepeats(table, request.keys);
  if (request.stage === 'gaps') return gapPatterns(table, request.measures);
  if (request.stage === 'originalBoxes') return originalBoxes(table, request.measures, request, host);
  const { preparation } = request;
  if (request.stage === 'treated') return treatFor(table, preparation, host);
  const treated = () =>
    compute(table, { stage: 'treated', preparation: treatmentOf(preparation) }, host, memo);
  if (request.stage === 'prepared') {
    const treats = table.matrix === null && preparation.measures.length > 1;
    return prepare(table, preparation, host, treats ? treated() : undefined);
  }
  if (request.stage === 'treatedBoxes') return treatedBoxes(table, treated(), preparation);
  if (request.stage === 'distribution')
    return measureDistribution(table, request.measure, treated(), preparation);
  const prepared = compute(table, { stage: 'prepared', preparation }, host, memo);
  if ('keep' in request) return computeKept(table, request, prepared, host, memo);
  switch (request.stage) {
    case 'account': {
      const { values: _v, placedValues: _p, given: _g, gaps: _n, precision: _d, ...account } = prepared;
      return account;
    }
    case 'retention': {
      const rounds = memo.get(roundsKey(table, request)) as RandomRounds | undefined;
      return retention(prepared, request.without, request.settings, host, rounds);
    }
    case 'suitability': {
      const normal = () => compute(table, { stage: 'normality', preparation }, stretch(host, 0.8, 1), memo);
      return suitability(prepared, request.kind, host, normal);
    }
    case 'normality':
      return normality(prepared, host);
    case 'relations':
      return relations(prepared, request.measure);
    case 'decomposition':
      return decompose(prepared, request.without, host);
  }
}

/**
 * Has the simulations that the votes rest on done by two threads, where the host has another, and puts them into the
 * memo: {@link compute} finds them there.
 */
export async function shareSimulations(
  table: Table,
  request: Request & { stage: 'retention' },
  host: Host,
  memo: Memo,
): Promise<void> {
  const key = roundsKey(table, request);
  if (host.elsewhere === undefined || memo.get(key) !== undefined) return;
  const { preparation, without, settings } = request;
  const prepared = compute(table, { stage: 'prepared', preparation }, quietHost, memo);
  const work = randomWork(prepared, without, settings);
  if (work === null) return;
  const half = Math.ceil(settings.simulations / 2);
  const others = host
    .elsewhere(randomPart, { work, from: half, to: settings.simulations })
    .catch(() => randomRounds(work, half, settings.simulations));
  const own = randomRounds(work, 0, half, stretch(host, 0, 0.9));
  const { whole, common } = await others;
  memo.set(key, { whole: [...own.whole, ...whole], common: [...own.common, ...common] });
}

/** Simulations depend on the size of the table alone unless its own columns are shuffled. */
function roundsKey(
  table: Table,
  { preparation, without, settings }: Request & { stage: 'retention' },
): string {
  const { share: _s, percentile: _p, ...simulated } = settings;
  return hash(['random rounds', DEFINITIONS, table.key, preparation, without, simulated]);
}

/** What is made of kept dimensions. */
function computeKept(
  table: Table,
  request: Extract<Request, Kept>,
  prepared: Prepared,
  host: Host,
  memo: Memo,
): Results[keyof Results] {
  const { preparation, without, keep, rotation } = request;
  const decomposition = compute(table, { stage: 'decomposition', preparation, without }, host, memo);
  if (request.stage === 'components') {
    if (rotation.method === 'none') return components(prepared, decomposition, keep);
    const found = { ...request, stage: 'components', rotation: NO_ROTATION } as const;
    return rotate(compute(table, found, host, memo), rotation, host);
  }
  if (prepared.given !== null) {
    throw new Problem(
      'a table of relations has no rows to be placed on its dimensions.',
      'Open the table that it was made from.',
    );
  }
  const made = compute(table, { stage: 'components', preparation, without, keep, rotation }, host, memo);
  switch (request.stage) {
    case 'distances':
      return distances(prepared, decomposition, made.kept, request.level, host);
    case 'rowParts':
      return rowParts(prepared, decomposition, made.kept, request.row);
    case 'rebuiltColumn':
      return rebuiltColumn(prepared, decomposition, made.kept, request.measure);
    case 'scoreRelations':
      return scoreRelations(table, prepared, made);
    case 'outcome':
      return outcomeOnScores(table, preparation, prepared, made, request.outcome, request.seed, host);
    case 'replicates':
      return replicates(table, prepared, made, request.label);
    case 'agreement': {
      const treated = compute(table, { stage: 'treated', preparation: treatmentOf(preparation) }, host, memo);
      return agreement(table, preparation, treated, made, request.label, rotation, host);
    }
  }
}

/** A preparation with what comes after treatment at rest, so that the treatment is the same whatever that is. */
export function treatmentOf(preparation: PreparationInput): PreparationInput {
  const { scale, missing } = preparation;
  return {
    ...preparation,
    scale: missing === 'components' && (scale === 'centre' || scale === 'none') ? 'centre' : 'unit-variance',
    cases: null,
  };
}

const preparations = new WeakMap<Recipe, PreparationInput>();

/** What preparation needs of a recipe; the same object for the same recipe. */
export function preparationOf(recipe: Recipe): PreparationInput {
  const known = preparations.get(recipe);
  if (known !== undefined) return known;
  const preparation = preparationAnew(recipe);
  preparations.set(recipe, preparation);
  return preparation;
}

function preparationAnew(recipe: Recipe): PreparationInput {
  const named = (role: string) =>
    recipe.columns.filter(column => column.role === role).map(column => column.name);
  const { off, ...preparation } = switchedOff(recipe.preparation);
  const measures = named('measure');
  const weight = named('weight')[0] ?? null;
  const fenced = preparation.outliers !== 'none';
  // Settings that do nothing as things stand are left at rest, so that no result depends on them.
  return {
    ...preparation,
    measures,
    weight,
    weighting: weight === null ? 'proportional' : preparation.weighting,
    repeatKeys: preparation.repeats === 'keep' ? [] : preparation.repeatKeys,
    imputation: preparation.missing === 'components' ? preparation.imputation : 2,
    reversed: off.includes('reverse') ? [] : reversedMeasures(recipe),
    reach: fenced ? preparation.reach : 1.5,
    unfenced: fenced ? measures.filter(name => preparation.unfenced.includes(name)) : [],
    transforms: preparation.transforms.filter(
      ({ measure, transform }) => measures.includes(measure) && transform !== preparation.transform,
    ),
  };
}

/** Preparation with the steps that are switched off at rest. */
function switchedOff(preparation: Recipe['preparation']): Recipe['preparation'] {
  const { off } = preparation;
  const fills = !['leave-out-rows', 'keep'].includes(preparation.missing);
  return {
    ...preparation,
    ...(off.includes('set aside') ? { rowsAside: { ...preparation.rowsAside, rows: [] } } : {}),
    ...(off.includes('filter') ? { only: [] } : {}),
    ...(off.includes('repeats') ? { repeats: 'keep' as const } : {}),
    ...(off.includes('fill') && fills ? { missing: 'leave-out-rows' as const } : {}),
    ...(off.includes('outliers') ? { outliers: 'none' as const } : {}),
    ...(off.includes('transform')
      ? { rowTransform: 'none' as const, transform: 'none' as const, transforms: [] }
      : {}),
  };
}

function reversedMeasures(recipe: Recipe): PreparationInput['reversed'] {
  return recipe.columns
    .filter(({ role, reversed }) => role === 'measure' && reversed === true)
    .map(({ name, scale }) => ({ measure: name, ends: scale ?? null }));
}

/** The request for all dimensions of a reduction. */
export function decompositionOf(recipe: Recipe, reduction: Reduction): Request & { stage: 'decomposition' } {
  const preparation = onBasis(preparationOf(recipe), reduction.basis);
  const without = preparation.measures.filter(measure => reduction.without.includes(measure));
  return { stage: 'decomposition', preparation, without };
}

/** The preparation with the scale that a reduction's basis asks for. */
function onBasis(preparation: PreparationInput, basis: Reduction['basis']): PreparationInput {
  if (basis === 'prepared') return preparation;
  return { ...preparation, scale: basis === 'correlations' ? 'unit-variance' : 'centre' };
}

/** The request for the kept dimensions of a reduction. */
export function componentsOf(recipe: Recipe, reduction: Reduction): Request & { stage: 'components' } {
  return { ...keptOf(recipe, reduction), stage: 'components' };
}

/** What the space of the kept dimensions depends on: a rotation turns its axes and leaves it as it is. */
export function spaceOf(recipe: Recipe, reduction: Reduction): Kept {
  return { ...keptOf(recipe, reduction), rotation: NO_ROTATION };
}

/** What the kept dimensions of a reduction depend on. */
export function keptOf(recipe: Recipe, reduction: Reduction): Kept {
  const { preparation, without } = decompositionOf(recipe, reduction);
  const { keep, rotation } = reduction;
  // The power means something to one rotation only.
  return {
    preparation,
    without,
    keep,
    rotation: rotation.method === 'promax' ? rotation : { ...rotation, power: 4 },
  };
}
