import { z } from 'zod';
import { NO_ROTATION, ROTATIONS } from '../components/rotate';
import { MISSING_RULES } from '../preparation/missing';
import { OUTLIER_RULES } from '../preparation/outliers';
import { SCALES } from '../preparation/prepare';
import { WEIGHTINGS } from '../preparation/rowWeights';
import { ROW_TRANSFORMS } from '../preparation/rowTransform';
import { COLUMN_TRANSFORMS } from '../preparation/transform';
import { CORRELATION_KINDS } from '../suitability/correlationMatrix';
import { PLAIN_LIMITS, PLAIN_SUITABILITY } from '../suitability/doubt';
import { RANDOM_DATA } from '../dimensions/parallelAnalysis';
import { PLAIN_RETENTION } from '../dimensions/retention';
import { Problem } from '../problem';
import { COLUMN_TYPES } from '../table/columnType';
import { REPEAT_RULES } from '../table/repeats';
import { ROLES } from '../table/role';
import { migrate, RECIPE_VERSION } from './migrate';
import { DECIMAL_MARKS, DELIMITERS, ENCODINGS, QUOTES, THOUSANDS_MARKS } from '../table/table';

/** The longest reason for setting rows aside, in characters. */
export const LONGEST_REASON = 200;

/** The longest wording of a column, in characters. */
export const LONGEST_WORDING = 1000;

/** The longest name that a dimension, a reduction or a study can have, in characters. */
export const LONGEST_NAME = 80;

const name = z.string().trim().min(1).max(LONGEST_NAME);

/**
 * What belongs to names is a list, never an object with the names for its members: a column may be called
 * `constructor`. No two items are of one name.
 */
function listOf<Item extends z.ZodType>(item: Item, by: keyof z.infer<Item>) {
  return z
    .array(item)
    .refine(
      list => new Set(list.map(one => one[by])).size === list.length,
      `two entries are of one ${String(by)}`,
    );
}

/** What the spread of a map and of its arrows stands for. */
export const SPREADS = ['scores', 'even', 'standardised'] as const;
/** What the size of a point stands for. */
export const SIZES = ['same', 'squared-cosine', 'contribution'] as const;
/** At most this many columns are drawn as arrows. */
export const MOST_ARROWS = 40;

const mapSchema = z.strictObject({
  /** Dimensions on the axes, counted from 1. */
  x: z.int().min(1),
  y: z.int().min(1),
  /** Column whose levels or numbers colour the rows; null for one colour. */
  colour: z.string().nullable(),
  spread: z.enum(SPREADS).default('scores'),
  /** The strongest columns drawn as arrows. */
  arrows: z.int().min(0).max(MOST_ARROWS).default(0),
  size: z.enum(SIZES).default('same'),
  /** Whether rows beyond the limits are marked. */
  odd: z.boolean().default(false),
});

/** What a reduction's eigenvalues are those of: as the preparation has it, or one of the two whatever that is. */
export const BASES = ['prepared', 'correlations', 'covariances'] as const;

const reductionSchema = z.strictObject({
  id: z.string().min(1),
  name,
  method: z.literal('components'),
  /** Measures of the study that this reduction leaves out. */
  without: z.array(z.string()),
  basis: z.enum(BASES).default('prepared'),
  /** Columns of numbers that are placed on the dimensions, not used for them. */
  placed: z.array(z.string()).default([]),
  rotation: z
    .strictObject({ method: z.enum(ROTATIONS), power: z.int().min(2).max(8) })
    .default({ ...NO_ROTATION }),
  keep: z.union([z.literal('above-average'), z.int().min(1)]),
  /** How the rules that vote on the number of dimensions are set. */
  retention: z
    .strictObject({
      data: z.enum(RANDOM_DATA),
      simulations: z.int().min(20).max(5000),
      percentile: z.number().min(50).max(99.9),
      seed: z.int().min(0).max(1e9),
      share: z.number().min(0.1).max(1),
    })
    .default({ ...PLAIN_RETENTION }),
  /** Names of dimensions, counted from 1. */
  names: listOf(z.strictObject({ dimension: z.int().min(1), name }), 'dimension'),
  /** Loadings below this size fade in the ledger. */
  fade: z.number().min(0).max(1),
  map: mapSchema,
  /** Share of rows that lie within each limit of distance, were the table normal. */
  limit: z.number().min(0.5).max(0.9999).default(0.95),
  /** The column that marks repeated rows, and the one whose levels are compared. */
  repeatsBy: z.string().nullable().default(null),
  groupsBy: z.string().nullable().default(null),
  /** The column that the scores foretell. */
  outcome: z.string().nullable().default(null),
});

const scaleEnds = z
  .strictObject({ least: z.number(), most: z.number() })
  .refine(({ least, most }) => least < most, 'the least end of a scale must be below the most');

const columnSchema = z.strictObject({
  name: z.string(),
  role: z.enum(ROLES),
  /** Why it was set aside. */
  aside: z.string().max(LONGEST_REASON).optional(),
  /** How its entries are understood, where not as they were read. */
  type: z.enum(COLUMN_TYPES).optional(),
  missing: z.array(z.string()).optional(),
  /** Numbers for entries that are none. */
  values: listOf(z.strictObject({ entry: z.string(), number: z.number() }), 'entry').optional(),
  order: z.array(z.string()).optional(),
  /** What the codebook says of it. */
  wording: z.string().max(LONGEST_WORDING).optional(),
  unit: z.string().max(LONGEST_NAME).optional(),
  scale: scaleEnds.optional(),
  reversed: z.boolean().optional(),
  /** Places of its levels among the label colours, for the whole study. */
  colours: listOf(z.strictObject({ level: z.string(), place: z.int().min(0) }), 'level').optional(),
});

const madeSchema = z.strictObject({
  name,
  from: z.string(),
  how: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('quantiles'), bins: z.int().min(2).max(20) }),
    z.strictObject({ kind: z.literal('edges'), edges: z.array(z.number()).min(1).max(50) }),
    z.strictObject({
      kind: z.literal('joined'),
      levels: listOf(z.strictObject({ from: z.string(), to: name }), 'from'),
    }),
  ]),
});

const conditionSchema = z.union([
  z.strictObject({ column: z.string(), levels: z.array(z.string()) }),
  z.strictObject({ column: z.string(), from: z.number(), to: z.number() }),
]);

/** Steps of preparation that can be switched off to see their effect. */
export const STEPS = ['set aside', 'filter', 'repeats', 'fill', 'reverse', 'outliers', 'transform'] as const;
export type Step = (typeof STEPS)[number];

const preparationFields = {
  /** Rows set aside by hand, by their place in the table of that key, counted from 0. */
  rowsAside: z.strictObject({
    of: z.string(),
    rows: z.array(
      z.strictObject({
        row: z.int().min(0),
        reason: z.string().max(LONGEST_REASON),
        placed: z.boolean().default(false),
      }),
    ),
  }),
  /** Rows that do not meet all of these are left out; rows that meet any of the others are only placed. */
  only: z.array(conditionSchema).default([]),
  supplementary: z.array(conditionSchema).default([]),
  repeats: z.enum(REPEAT_RULES).default('keep'),
  repeatKeys: z.array(z.string()).default([]),
  missing: z.enum(MISSING_RULES),
  /** Dimensions that fill gaps. */
  imputation: z.union([z.literal('cross-validated'), z.int().min(1).max(20)]).default(2),
  /** Share of missing entries above which a measure is set aside; 1 allows any. */
  gapsAllowed: z.number().min(0).max(1),
  outliers: z.enum(OUTLIER_RULES),
  /** From how far an entry is an outlier: interquartile ranges beyond the quartiles, or the robust z score. */
  reach: z.number().min(0.1).max(20),
  unfenced: z.array(z.string()),
  rowTransform: z.enum(ROW_TRANSFORMS),
  transform: z.enum(COLUMN_TRANSFORMS),
  transforms: listOf(
    z.strictObject({ measure: z.string(), transform: z.enum(COLUMN_TRANSFORMS) }),
    'measure',
  ),
  scale: z.enum(SCALES),
  weighting: z.enum(WEIGHTINGS),
  /** How many rows a table of correlations or covariances was made from. */
  cases: z.int().min(3).nullable().default(null),
  off: z.array(z.enum(STEPS)).default([]),
};

/** What the kept dimensions of a reduction depended on when its scores were frozen. */
const keptSchema = z.strictObject({
  preparation: z
    .strictObject({
      ...preparationFields,
      measures: z.array(z.string()),
      weight: z.string().nullable(),
      reversed: listOf(z.strictObject({ measure: z.string(), ends: scaleEnds.nullable() }), 'measure'),
    })
    .omit({ off: true }),
  without: z.array(z.string()),
  keep: z.union([z.literal('above-average'), z.int().min(1)]),
  rotation: z.strictObject({ method: z.enum(ROTATIONS), power: z.int().min(2).max(8) }),
});

const scoreSchema = z.strictObject({
  name,
  /** Id of its reduction, and the dimension counted from 1. */
  reduction: z.string(),
  dimension: z.int().min(1),
  /** Null where it is kept in step with the reduction. */
  frozen: keptSchema.nullable(),
});

const recipeSchema = z.strictObject({
  format: z.literal('wold recipe'),
  version: z.literal(RECIPE_VERSION),
  /** How the file is read, where that is not found from it. */
  reading: z
    .strictObject({
      encoding: z.enum(ENCODINGS).optional(),
      delimiter: z.enum(DELIMITERS).optional(),
      decimal: z.enum(DECIMAL_MARKS).optional(),
      thousands: z.enum(THOUSANDS_MARKS).optional(),
      quote: z.enum(QUOTES).optional(),
      header: z.boolean().optional(),
      sheet: z.string().optional(),
    })
    .default({}),
  /** The file's columns in their order, then those made from them. */
  columns: z
    .array(columnSchema)
    .refine(
      columns => new Set(columns.map(column => column.name)).size === columns.length,
      'two columns have the same name',
    ),
  /** Columns made from others, in the order they are made. */
  made: z.array(madeSchema).default([]),
  /** Scores that stand in the table as columns, after all others, in this order. */
  scores: z.array(scoreSchema).default([]),
  preparation: z.strictObject(preparationFields),
  /** How the measures' relations are looked at, and from where one is doubtful. */
  suitability: z
    .strictObject({
      correlations: z.enum(CORRELATION_KINDS),
      /** Sampling adequacy below which a measure is doubtful. */
      adequate: z.number().min(0).max(1),
      /** A measure whose largest correlation is below this in size goes with no other. */
      related: z.number().min(0).max(1),
      /** Two measures that correlate beyond this in size tell nearly the same. */
      same: z.number().min(0).max(1),
      /** From where the verdicts over all measures speak for or against. */
      limits: z
        .strictObject({
          kmo: z.number().min(0).max(1),
          p: z.number().min(0).max(1),
          condition: z.number().min(1),
          rows: z.number().min(0),
          pairs: z.number().min(0).max(1),
          zeros: z.number().min(0).max(1),
          skewness: z.number().min(0),
          kurtosis: z.number().min(0),
        })
        .default({ ...PLAIN_LIMITS }),
    })
    .default({ ...PLAIN_SUITABILITY }),
  reductions: z.array(reductionSchema).min(1),
});

/** All that an analyst decides: what is computed is a function of a table and this. */
export type Recipe = Readonly<z.infer<typeof recipeSchema>>;
export type Reduction = Recipe['reductions'][number];
export type RowMap = Reduction['map'];

/**
 * A recipe from text, checked.
 *
 * @param where the file it came from, for errors
 * @throws Problem when it is not JSON or not a recipe this version reads
 */
export function parseRecipe(text: string, where: string): Recipe {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw new Problem(
      `it is not JSON (${(error as Error).message})`,
      'Open a recipe that Wold wrote.',
      where,
    );
  }
  return checkRecipe(json, where);
}

/** A recipe from plain data, of this version or an earlier one, checked. @throws Problem as {@link parseRecipe} does. */
export function checkRecipe(data: unknown, where: string): Recipe {
  const result = recipeSchema.safeParse(migrate(data, where));
  if (result.success) return result.data;
  const issue = result.error.issues[0]!;
  const path = issue.path.join('.');
  throw new Problem(
    `it is not a recipe that this version reads: ${issue.message}${path && ` at ${path}`}`,
    'Correct that entry, or take the recipe out of Wold again.',
    where,
  );
}

/** The recipe as text, the same for the same recipe. */
export function writeRecipe(recipe: Recipe): string {
  return `${JSON.stringify(recipe, null, 2)}\n`;
}
