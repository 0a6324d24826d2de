import { quietHost, type Host } from '@wold/core/host';
import { methodNamed } from '@wold/core/methods/all';
import { namesOn } from '@wold/core/methods/names';
import { Problem } from '@wold/core/problem';
import { studyBench } from '@wold/core/recipe/compute';
import { dimensionsAnewOf, reducedBy } from '@wold/core/recipe/requests';
import { isBy, type Recipe, type Reduction } from '@wold/core/recipe/schema';
import { STAGES } from '@wold/core/recipe/stages';
import { drawnFrom } from '@wold/core/report/drawnFrom';
import { contentHash } from '@wold/core/stages/hash';
import type { Bench } from '@wold/core/stages/bench';
import type { Memo } from '@wold/core/stages/memo';
import { findColumn, hasCases, type Table } from '@wold/core/table/table';
import type { Interval } from '@wold/core/trust/resamples';
import { givenName } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { percent } from '@wold/core/writeup/format';
import type { KeptFigure } from '@wold/core/writeup/writeup';
import { draw } from './draw';
import { rowMapOption } from './rowMap';
import { screeOption } from './scree';

/** Sizes in millimetres, where the analyst chose none. */
const SCREE = { width: 120, height: 70 };
const MAP = { width: 150, height: 105 };

/**
 * The study's pictures as they are now: those that were kept and are in step; the screes and maps of rows that were kept
 * and are out of date, drawn anew; and both of a reduction of which none was kept. Kept ones that cannot be drawn without
 * a screen stay as they are.
 */
export async function picturesOf(
  table: Table,
  recipe: Recipe,
  host: Host = quietHost,
  memo: Memo = new Map(),
): Promise<KeptFigure[]> {
  const { figures } = recipe.writeup;
  const drawn = (
    await Promise.all(recipe.reductions.map(one => drawnOf(table, recipe, one, host, memo)))
  ).flat();
  const kept = figures.map(figure => {
    if (figure.of === drawnFrom(recipe, table.key, figure.section)) return figure;
    return drawn.find(({ key }) => key === figure.key)?.as(figure) ?? figure;
  });
  const bare = recipe.reductions.filter(({ id }) => figures.every(({ section }) => section !== id));
  return [
    ...kept,
    ...bare.flatMap(({ id }) => drawn.filter(({ section }) => section === id).map(({ as }) => as(null))),
  ];
}

/** A picture that can be drawn without a screen. */
interface Drawable {
  readonly key: string;
  readonly section: string;
  /** @param kept the one in whose stead it stands, whose caption and size it keeps; null where there is none */
  readonly as: (kept: KeptFigure | null) => KeptFigure;
}

async function drawnOf(
  table: Table,
  recipe: Recipe,
  reduction: Reduction,
  host: Host,
  memo: Memo,
): Promise<Drawable[]> {
  const { id, name, map, resamples, settings } = reduction;
  const bench = studyBench(table, host, memo);
  const method = methodNamed(settings.method);
  let result: object;
  try {
    result = (await bench.need(method.stage, reducedBy(recipe, reduction).ask, host)) as object;
  } catch (thrown) {
    // The report says why there is no result.
    if (thrown instanceof Problem) return [];
    throw thrown;
  }
  const placement = method.placement(result);
  const { names } = namesOn(reduction.names, placement.structure);
  const of = drawnFrom(recipe, table.key, id);
  const picture = (
    stem: string,
    title: string,
    caption: string,
    size: { readonly width: number; readonly height: number },
    option: (ratio: number) => Parameters<typeof draw>[0],
  ): Drawable => {
    const key = `${id} ${fileStem(name)}-${stem}`;
    return {
      key,
      section: id,
      as: kept => {
        const { width, height } = kept ?? size;
        const svg = draw(option(width / height), `f${contentHash(key).slice(0, 8)}`, width, height);
        return {
          key,
          section: id,
          title: kept?.title ?? title,
          caption: kept?.caption ?? caption,
          width,
          height,
          svg,
          of,
        };
      },
    };
  };
  const values = eigenvaluesOf(reduction, result);
  const dimensions = placement.at.columns;
  const intervals = await intervalsOf(table, recipe, reduction, bench);
  const spread = intervals.length === 0 ? '' : `, with 95 % of ${resamples.times} resamples`;
  const shown = [map.x, map.y].map(d => Math.min(d, dimensions) - 1) as [number, number];
  const axis = (d: number): string => {
    const share = placement.shares?.[d];
    return `${givenName(names, d + 1) ?? `Dimension ${d + 1}`}${share === undefined ? '' : ` (${percent(share)})`}`;
  };
  const column = map.colour === null ? undefined : findColumn(table, map.colour);
  const label = column?.kind === 'levels' ? column : null;
  return [
    ...(values === null
      ? []
      : [
          picture(
            'scree',
            `Scree of ${name}`,
            `Eigenvalues of ${name} by dimension${spread}; those kept are filled.`,
            SCREE,
            () => screeOption(values, dimensions, intervals),
          ),
        ]),
    ...(dimensions < 2
      ? []
      : [
          picture(
            'map',
            `Map of ${name}`,
            `The rows by ${axis(shown[0])} and ${axis(shown[1])}${label === null ? '' : `, by ${label.name}`}.`,
            MAP,
            ratio => rowMapOption(placement, shown, [axis(shown[0]), axis(shown[1])], label, ratio),
          ),
        ]),
  ];
}

/** Where resamples have the eigenvalues, as the report has found them; none where there are no resamples. */
async function intervalsOf(
  table: Table,
  recipe: Recipe,
  reduction: Reduction,
  bench: Bench,
): Promise<readonly Interval[]> {
  // A scree of reduced correlations is of other communalities than those that were found.
  if (!hasCases(table) || !isBy(reduction, 'components')) return [];
  try {
    return (await bench.need(STAGES.resamples, dimensionsAnewOf(recipe, reduction))).eigenvalues;
  } catch (thrown) {
    if (thrown instanceof Problem) return [];
    throw thrown;
  }
}

/** Eigenvalues that a scree is of; null where a method has none. */
function eigenvaluesOf(reduction: Reduction, result: object): Float64Array | null {
  if (isBy(reduction, 'components') || isBy(reduction, 'discriminant')) {
    return (result as { eigenvalues: Float64Array }).eigenvalues;
  }
  return isBy(reduction, 'factors')
    ? (result as { reducedEigenvalues: Float64Array }).reducedEigenvalues
    : null;
}
