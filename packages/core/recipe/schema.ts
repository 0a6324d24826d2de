import { z } from 'zod';
import { CORRELATION_KINDS } from '../suitability/correlationMatrix';
import { PLAIN_LIMITS, PLAIN_SUITABILITY } from '../suitability/doubt';
import { Problem } from '../problem';
import { COLUMN_TYPES } from '../table/columnType';
import { DATE_SPANS } from '../table/dateBins';
import { ROLES } from '../table/role';
import { migrate, RECIPE_VERSION } from './migrate';
import { DECIMAL_MARKS, DELIMITERS, ENCODINGS, QUOTES, THOUSANDS_MARKS } from '../table/readingChoices';
import { LARGEST_DRAWING, LONGEST_NAME, LONGEST_REASON, LONGEST_SENTENCE, LONGEST_WORDING } from '../limits';
import { isDrawing } from '../writeup/drawing';
import { PLACES, PLAIN_WRITEUP, type Writeup } from '../writeup/writeup';
import { listOf, name } from '../listSchema';
import { profileSchema } from '../methods/profileSchema';
import { settingsSchema, askedSchema } from '../methods/schemas';
import { conditionSchema } from '../table/conditionSchema';
import { scaleEnds, preparationFields } from '../preparation/schema';
import { STRETCHES } from '../scenes/composite';
import { ALIGNMENTS, PLAIN_RESAMPLING, type ResamplingSettings } from '../trust/resampling';
import { DENSITIES, GROUP_MARKS, MOST_ARROWS, ROW_FIGURES, SIZES, SPREADS } from './mapSettings';

/** How values become shades: evenly between two of their percentiles, or so that all shades are as common. */
const stretchFields = {
  stretch: z.enum(STRETCHES).default('linear'),
  /** Per cent of the values that are cut off at either end. */
  clip: z.number().min(0).max(25).default(2),
};

const mapSchema = z.strictObject({
  /** Dimensions on the axes, counted from 1. */
  x: z.int().min(1),
  y: z.int().min(1),
  /** A third dimension, which makes a map that can be turned; null for a map of two. */
  z: z.int().min(1).nullable().default(null),
  /** Measures on the axes in the dimensions' stead. */
  xMeasure: z.string().nullable().default(null),
  yMeasure: z.string().nullable().default(null),
  /** Column whose levels or numbers colour the rows; null for one colour. */
  colour: z.string().nullable(),
  /** A figure of the method's for each row that colours them in its stead. */
  figure: z.enum(ROW_FIGURES).nullable().default(null),
  spread: z.enum(SPREADS).default('scores'),
  /** The strongest columns drawn as arrows. */
  arrows: z.int().min(0).max(MOST_ARROWS).default(0),
  size: z.enum(SIZES).default('same'),
  /** A column of numbers that sizes the points in its stead, and a label that shapes them in place of what colours them. */
  sizeBy: z.string().nullable().default(null),
  shapeBy: z.string().nullable().default(null),
  density: z.enum(DENSITIES).default('none'),
  /** Whether rows beyond the limits are marked. */
  odd: z.boolean().default(false),
  /** Whether rows wear their names, as far as there is room. */
  named: z.boolean().default(false),
  /** Whether rows that are selected show where they would lie were the rows drawn anew. */
  again: z.boolean().default(false),
  groups: z.enum(GROUP_MARKS).default('none'),
  /** What an ellipse of a group holds: of its rows, or of samples. */
  share: z.number().min(0.1).max(0.999).default(0.95),
  /** Of a scene: the dimensions that its picture shows, one in grey or three in red, green and blue; none shows the map's colours. */
  layers: z
    .array(z.int().min(1))
    .max(3)
    .refine(({ length }) => length !== 2, 'one dimension or three make a picture')
    .default([1, 2, 3]),
  ...stretchFields,
});

/** How rows are drawn anew and parted, to see how far dimensions hang on those that there are. */
const resamplingSchema = z.strictObject({
  times: z.int().min(10).max(10_000),
  seed: z.int().min(0),
  alignment: z.enum(ALIGNMENTS),
  groups: z.string().nullable(),
  alike: z.number().min(0.5).max(1),
  halves: z.string().nullable(),
}) satisfies z.ZodType<ResamplingSettings>;

const keyed = { key: z.string().min(1).max(LONGEST_WORDING) };
const place = z.enum(PLACES);
const longText = z.string().max(LONGEST_SENTENCE);

/** What is made of the report that grows from the study. */
const writeupSchema = z.strictObject({
  style: z.strictObject({
    decimals: z.int().min(1).max(4),
    zero: z.boolean(),
    p: z.enum(['exact', 'levels']),
  }),
  out: z.array(z.string()),
  edited: listOf(z.strictObject({ ...keyed, text: longText }), 'key'),
  added: listOf(
    z.strictObject({
      ...keyed,
      section: z.string(),
      place,
      after: z.string().nullable(),
      text: longText,
    }),
    'key',
  ),
  order: z.array(z.strictObject({ section: z.string(), place, keys: z.array(z.string()) })),
  figures: listOf(
    z.strictObject({
      ...keyed,
      section: z.string(),
      title: longText,
      caption: longText,
      width: z.number().min(20).max(400),
      height: z.number().min(20).max(400),
      svg: z
        .string()
        .max(LARGEST_DRAWING)
        .refine(isDrawing, 'a drawing may hold no script and fetch nothing'),
      of: z.string(),
    }),
    'key',
  ),
  seen: listOf(z.strictObject({ figure: z.string(), text: longText }), 'figure').nullable(),
}) satisfies z.ZodType<Writeup>;

/** What a dimension was like when it was named or put into the table. */
const profile = profileSchema.optional();

/** What all reductions share, and the settings of the method. */
const reductionSchema = z.strictObject({
  id: z.string().min(1),
  name,
  /** Measures of the study that this reduction leaves out. */
  without: z.array(z.string()),
  /** Of the study's rows, this reduction uses those that meet all of these. */
  only: z.array(conditionSchema).default([]),
  /** Names of dimensions, which are counted from 1, and by what each is found again. */
  names: z.array(z.strictObject({ dimension: z.int().min(1), name, profile })),
  map: mapSchema,
  /** The columns whose equal entries, all together, mark repeated rows. */
  repeatsBy: z.array(z.string()).default([]),
  resamples: resamplingSchema.default({ ...PLAIN_RESAMPLING }),
  settings: settingsSchema,
});

const columnSchema = z.strictObject({
  name: z.string(),
  /** What its file calls it, where that is not its name. */
  heading: z.string().optional(),
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
  /** The column it is made from; null where rows are marked that no column tells. */
  from: z.string().nullable(),
  how: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('quantiles'), bins: z.int().min(2).max(20) }),
    z.strictObject({ kind: z.literal('edges'), edges: z.array(z.number()).min(1).max(50) }),
    z.strictObject({ kind: z.literal('dates'), by: z.enum(DATE_SPANS) }),
    z.strictObject({
      kind: z.literal('joined'),
      levels: listOf(z.strictObject({ from: z.string(), to: name }), 'from'),
    }),
    /** Rows marked by hand, by their place in the file of that key. */
    z.strictObject({
      kind: z.literal('marked'),
      of: z.string(),
      marks: listOf(z.strictObject({ level: name, rows: z.array(z.int().min(0)) }), 'level'),
    }),
  ]),
});

const scoreSchema = z.strictObject({
  name,
  /** Id of its reduction, and the dimension counted from 1. */
  reduction: z.string(),
  dimension: z.int().min(1),
  profile,
  /** Null where it is kept in step with the reduction. */
  frozen: askedSchema.nullable(),
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
      /** Of a picture: every how many-th pixel along and down, and the part of it. */
      step: z.int().min(1).max(10_000).optional(),
      region: z
        .strictObject({ x: z.int().min(0), y: z.int().min(0), width: z.int().min(1), height: z.int().min(1) })
        .optional(),
      newRows: z.strictObject({ key: z.string(), name: z.string() }).optional(),
    })
    .default({}),
  /** Where the table lies, where the study is of a sample of one that stays there. No address. */
  source: z.strictObject({ name: z.string().min(1), table: z.string().min(1) }).optional(),
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
  /** Of a scene: the columns that its picture shows, one in grey or three in red, green and blue; null for those it starts with. */
  composite: z
    .strictObject({
      bands: z
        .array(z.string())
        .min(1)
        .max(3)
        .refine(({ length }) => length !== 2, 'one band or three make a picture'),
      ...stretchFields,
    })
    .nullable()
    .default(null),
  /** Whether rows are seen as pictures, of which the measures are the pixels. */
  pictures: z.boolean().default(false),
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
  writeup: writeupSchema.default({ ...PLAIN_WRITEUP }),
});

/** All that an analyst decides: what is computed is a function of a table and this. */
export type Recipe = Readonly<z.infer<typeof recipeSchema>>;
export type Reduction = Recipe['reductions'][number];
/** A reduction by a certain method. */
export type ReductionBy<M extends Reduction['settings']['method']> = Reduction & {
  readonly settings: Extract<Reduction['settings'], { readonly method: M }>;
};
export type RowMap = Reduction['map'];

export const isBy = <M extends Reduction['settings']['method']>(
  reduction: Reduction,
  method: M,
): reduction is ReductionBy<M> => reduction.settings.method === method;

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
