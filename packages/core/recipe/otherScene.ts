import { pairedCongruence } from '../algebra/congruence';
import { columnOf, zeros, type Matrix } from '../algebra/matrix';
import { crossed } from '../algebra/product';
import { quietHost, stretch, type Host } from '../host';
import type { Components } from '../methods/components/components';
import { Problem } from '../problem';
import { placePixels, type Placer } from '../scenes/placePixels';
import { numberAt } from '../table/column';
import type { FileSource } from '../table/fileSource';
import { readScene } from '../table/scene/readScene';
import { findColumn, type Table } from '../table/table';
import { arrangementOf } from './arrangementOf';
import { arrangeWithScores } from './arrangeWithScores';
import { compute } from './compute';
import { fitRecipe } from './fitRecipe';
import { preparationFor, reductionRequest } from './requests';
import type { Recipe, Reduction } from './schema';

/** Components of a scene, and what other pixels are placed on them by. */
export interface FirstScene {
  readonly components: Components;
  readonly placer: Placer;
}

/** A scene after another by the same recipe. */
export interface OtherScene {
  readonly table: Table;
  /** Its own dimensions. */
  readonly components: Components;
  /** What each of its own dimensions holds, as many as the first scene keeps and it has. */
  readonly shares: readonly number[];
  /** For each of the first scene's dimensions, which of its own is most like it (from 0), and how much: Tucker's congruence of loadings. */
  readonly likeness: readonly { readonly with: number; readonly value: number }[];
  /** What lies on each of the first scene's dimensions of this one's variance; together at most 1. */
  readonly placedShares: readonly number[];
  /** Its pixels on the first scene's dimensions: all rows of the table, NaN where one has no place. */
  readonly placed: Matrix;
}

/**
 * Another scene by a recipe: its own components, how like those of the first they are, and its pixels on the first one's.
 *
 * What lies on a dimension d of the first is Σₑ cov(s_d, s_e) (a_d · a_e) of this scene's Σ var(x): the variance of its
 * scores s times the squared length of its axis a, which rebuilds the scaled measures x from them, with its part of what
 * lies on axes that are not at right angles. Each pixel counts once. Together that is what the axes rebuild of this scene,
 * so at most the whole; on the first scene each is what it says it holds.
 *
 * @throws Problem where it cannot be read, or does not have the recipe's bands
 */
export async function otherScene(
  source: FileSource,
  name: string,
  recipe: Recipe,
  reduction: Reduction,
  first: FirstScene,
  host: Host = quietHost,
): Promise<OtherScene> {
  const read = await readScene(source, name, stretch(host, 0, 0.5), recipe.reading);
  const fitted = fitRecipe(recipe, read);
  const memo = new Map<string, unknown>();
  const table = await arrangeWithScores(read, { ...arrangementOf(fitted), scores: [] }, memo);
  const request = reductionRequest(fitted, reduction);
  const components = (await compute(table, request, stretch(host, 0.5, 0.9), memo)) as unknown as Components;
  const { account, components: of } = first.placer;
  const missing = account.measures.find(measure => findColumn(table, measure)?.kind !== 'number');
  if (missing !== undefined) {
    throw new Problem(
      `it has no band “${missing}”`,
      'Open scenes whose bands are called alike, or as many of them.',
      name,
    );
  }
  const { placed, shares: placedShares } = placedOn(first.placer, table);
  const own = rowsInOrder(components, of.measures);
  return {
    table,
    components,
    shares: Array.from(components.heldBy.subarray(0, first.components.kept)),
    likeness: own === null ? [] : pairedCongruence(first.components.loadings, own),
    placedShares,
    placed,
  };
}

/** Loadings in the order of other measures; null where these are not all there. */
function rowsInOrder({ measures, loadings }: Components, wanted: readonly string[]): Matrix | null {
  const places = wanted.map(measure => measures.indexOf(measure));
  if (places.includes(-1)) return null;
  const ordered = zeros(wanted.length, loadings.columns);
  for (let d = 0; d < loadings.columns; d++) {
    const column = columnOf(ordered, d);
    places.forEach((place, j) => (column[j] = loadings.values[d * loadings.rows + place]!));
  }
  return ordered;
}

/** Pixels are placed so many at a time. */
const AT_ONCE = 1 << 14;

/** All rows of a table on dimensions that were found elsewhere, and what these hold of them. */
export function placedOn(
  placer: Placer,
  table: Table,
): { readonly placed: Matrix; readonly shares: number[] } {
  const kept = placer.components.coefficients.columns;
  const placed = zeros(table.rows, kept);
  const p = placer.components.measures.length;
  const blocks = function* () {
    const columns = placer.account.measures.map(measure => {
      const column = findColumn(table, measure);
      if (column?.kind !== 'number') throw new RangeError(`“${measure}” is no column of numbers.`);
      return column;
    });
    for (let from = 0; from < table.rows; from += AT_ONCE) {
      const length = Math.min(AT_ONCE, table.rows - from);
      const values = columns.map(column =>
        Float64Array.from({ length }, (_, i) => numberAt(column, from + i)),
      );
      yield { from, length, ...placePixels(placer, values) };
    }
  };
  // Their means first: this scene may lie far from the first.
  const means = new Float64Array(p + kept);
  let pixels = 0;
  for (const { from, length, scores, scaled } of blocks()) {
    scores.forEach((score, d) => columnOf(placed, d).set(score, from));
    for (let i = 0; i < length; i++) {
      if (Number.isNaN(scores[0]![i]!)) continue;
      pixels++;
      for (let j = 0; j < p; j++) means[j]! += scaled[j]![i]!;
      for (let d = 0; d < kept; d++) means[p + d]! += scores[d]![i]!;
    }
  }
  for (let j = 0; j < means.length; j++) means[j]! /= pixels;
  let total = 0;
  const products = zeros(kept, kept);
  for (const { length, scores, scaled } of blocks()) {
    for (let i = 0; i < length; i++) {
      if (Number.isNaN(scores[0]![i]!)) continue;
      for (let j = 0; j < p; j++) total += (scaled[j]![i]! - means[j]!) ** 2;
      for (let d = 0; d < kept; d++) {
        const score = scores[d]![i]! - means[p + d]!;
        for (let e = 0; e < kept; e++) {
          products.values[d * kept + e]! += score * (scores[e]![i]! - means[p + e]!);
        }
      }
    }
  }
  const axes = axesOf(placer.components);
  const angles = crossed(axes, axes);
  const shares = Array.from({ length: kept }, (_, d) => {
    const column = columnOf(angles, d);
    const lies = columnOf(products, d).reduce((sum, product, e) => sum + product * column[e]!, 0);
    return total > 0 ? lies / total : 0;
  });
  return { placed, shares };
}

/** What rebuilds the scaled measures from scores: unit vectors, or the pattern where dimensions are rotated and their scores standardised. */
const axesOf = ({ rotation, coefficients, loadings }: Placer['components']): Matrix =>
  rotation === null ? coefficients : loadings;

/** What places other pixels on components of a recipe. */
export const placerOf = (
  recipe: Recipe,
  reduction: Reduction,
  account: Placer['account'],
  components: Components,
): Placer => ({ account, rowTransform: preparationFor(recipe, reduction).rowTransform, components });
