import { z } from 'zod';
import { MISSING_RULES } from '../preparation/missing';
import { OUTLIER_RULES } from '../preparation/outliers';
import { SCALES, WEIGHTINGS } from '../preparation/prepare';
import { ROW_TRANSFORMS } from '../preparation/rowTransform';
import { COLUMN_TRANSFORMS } from '../preparation/transform';
import { Problem } from '../problem';
import { ROLES } from '../table/role';

/** The longest reason for setting rows aside, in characters. */
export const LONGEST_REASON = 200;

/** The longest name that a dimension, a reduction or a study can have, in characters. */
export const LONGEST_NAME = 80;

const name = z.string().trim().min(1).max(LONGEST_NAME);

const mapSchema = z.strictObject({
  /** Dimensions on the axes, counted from 1. */
  x: z.int().min(1),
  y: z.int().min(1),
  /** Column whose levels or numbers colour the rows; null for one colour. */
  colour: z.string().nullable(),
});

const reductionSchema = z.strictObject({
  id: z.string().min(1),
  name,
  method: z.literal('components'),
  /** Measures of the study that this reduction leaves out. */
  without: z.array(z.string()),
  keep: z.union([z.literal('above-average'), z.int().min(1)]),
  /** Names of dimensions by their number, counted from 1. */
  names: z.record(z.string().regex(/^[1-9]\d*$/), name),
  /** Loadings below this size fade in the ledger. */
  fade: z.number().min(0).max(1),
  map: mapSchema,
});

const recipeSchema = z.strictObject({
  format: z.literal('wold recipe'),
  version: z.literal(1),
  columns: z
    .array(z.strictObject({ name: z.string(), role: z.enum(ROLES) }))
    .refine(
      columns => new Set(columns.map(column => column.name)).size === columns.length,
      'two columns have the same name',
    ),
  preparation: z.strictObject({
    /** Rows set aside by hand, by their place in the table of that key, counted from 0. */
    rowsAside: z.strictObject({
      of: z.string(),
      rows: z.array(z.strictObject({ row: z.int().min(0), reason: z.string().max(LONGEST_REASON) })),
    }),
    missing: z.enum(MISSING_RULES),
    /** Share of missing entries above which a measure is set aside; 1 allows any. */
    gapsAllowed: z.number().min(0).max(1),
    outliers: z.enum(OUTLIER_RULES),
    /** From how far an entry is an outlier: interquartile ranges beyond the quartiles, or the robust z score. */
    reach: z.number().min(0.1).max(20),
    unfenced: z.array(z.string()),
    rowTransform: z.enum(ROW_TRANSFORMS),
    transform: z.enum(COLUMN_TRANSFORMS),
    transforms: z.record(z.string(), z.enum(COLUMN_TRANSFORMS)),
    scale: z.enum(SCALES),
    weighting: z.enum(WEIGHTINGS),
  }),
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

/** A recipe from plain data, checked. @throws Problem as {@link parseRecipe} does. */
export function checkRecipe(data: unknown, where: string): Recipe {
  const result = recipeSchema.safeParse(data);
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
