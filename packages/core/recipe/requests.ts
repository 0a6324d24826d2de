import { methodNamed, type AskOfMethod, type MethodSettings } from '../methods/all';
import type { Asked } from '../methods/stages';
import type { PreparationInput } from '../preparation/prepared';
import type { AskOf } from '../stages/stage';
import type { leftOut, OfDimensions } from '../trust/stages';
import type { Recipe, Reduction } from './schema';
import type { Request } from './stages';

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
  const words = wordsOf(recipe);
  const measures = words === null ? named('measure') : [];
  const weight = named('weight')[0] ?? null;
  const fenced = preparation.outliers !== 'none';
  // Settings that do nothing as things stand are left at rest, so that no result depends on them.
  return {
    ...preparation,
    measures,
    words,
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

/** The splitting of a text that the table still has; null where the measures are columns. */
function wordsOf({ columns, preparation: { words } }: Recipe): PreparationInput['words'] {
  const there = words !== null && columns.some(({ name, role }) => name === words.column && role === 'text');
  return there ? words : null;
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

const narrowed = new WeakMap<PreparationInput, WeakMap<Reduction['only'], PreparationInput>>();

/** What preparation needs for a reduction, which may use fewer rows than the study; the same object for the same rows. */
export function preparationFor(recipe: Recipe, { only }: Pick<Reduction, 'only'>): PreparationInput {
  const whole = preparationOf(recipe);
  if (only.length === 0) return whole;
  const ofWhole = narrowed.get(whole) ?? new WeakMap<Reduction['only'], PreparationInput>();
  narrowed.set(whole, ofWhole);
  const known = ofWhole.get(only) ?? { ...whole, only: [...whole.only, ...only] };
  ofWhole.set(only, known);
  return known;
}

/** The measures of the study that a reduction leaves out. */
export const withoutOf = (recipe: Recipe, reduction: Reduction): string[] =>
  preparationOf(recipe).measures.filter(measure => reduction.without.includes(measure));

/** What a reduction's method is asked. */
export function askOf<S extends MethodSettings>(
  recipe: Recipe,
  reduction: Reduction & { readonly settings: S },
): AskOfMethod<S> {
  const { settings } = reduction;
  return methodNamed(settings.method).ask(
    preparationFor(recipe, reduction),
    withoutOf(recipe, reduction),
    settings,
  );
}

/** The request for what a reduction's method makes of the table. */
export function reductionRequest<S extends MethodSettings>(
  recipe: Recipe,
  reduction: Reduction & { readonly settings: S },
): Request & { readonly stage: S['method'] } {
  return { ...askOf(recipe, reduction), stage: methodNamed(reduction.settings.method).stage.name } as never;
}

/** A reduction as what only needs to know where rows are placed asks for it. */
export const reducedBy = (recipe: Recipe, reduction: Reduction): Asked => ({
  method: reduction.settings.method,
  ask: askOf(recipe, reduction),
  ...placingOf(reduction),
});

/** What dimensions of rows drawn anew are asked by. */
export function dimensionsAnewOf(recipe: Recipe, reduction: Reduction): OfDimensions {
  const { halves: _, ...resampling } = reduction.resamples;
  return { reduced: reducedBy(recipe, reduction), resampling };
}

/** What dimensions without each row are asked by. */
export const leftOutOf = (recipe: Recipe, reduction: Reduction): AskOf<typeof leftOut> => {
  const { alignment, groups } = reduction.resamples;
  return { reduced: reducedBy(recipe, reduction), resampling: { alignment, groups } };
};

/** The request for rows that only are placed on a reduction, where its method does so by work of its own; else null. */
export function placedRequest(recipe: Recipe, reduction: Reduction): Request | null {
  const { placing } = methodNamed(reduction.settings.method);
  if (placing === undefined) return null;
  return { ...askOf(recipe, reduction), ...placingOf(reduction), stage: placing.stage.name } as never;
}

function placingOf({ settings }: Reduction): { readonly placing?: string } {
  const { placing } = methodNamed(settings.method);
  return placing === undefined ? {} : { placing: placing.way(settings) };
}
