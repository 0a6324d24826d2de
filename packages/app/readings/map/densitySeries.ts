import { contours } from 'd3-contour';
import { density, densityLevels } from '@wold/core/use/density';
import type { RowMap } from '@wold/core/recipe/schema';
import type { Tokens } from '../../theme/tokens';
import type { Points } from './points';

/** The shares of the rows that contours hold, the densest first. */
export const HELD = [0.25, 0.5, 0.75, 0.95] as const;

/** Rings around the densest shares of the rows in sight, each with the share that it holds. */
export interface DensityBand {
  readonly share: number;
  /** Closed lines; those about holes run the other way round. */
  readonly rings: readonly (readonly (readonly [number, number])[])[];
}

/** The bands of some points. @param shown whether a point is in sight */
export function densityBands(
  { x, y, used, weights }: Points,
  counts: boolean,
  shown: (index: number) => boolean,
): readonly DensityBand[] {
  const places = Uint32Array.from({ length: used }, (_, i) => i).filter(shown);
  const some = {
    x: Float64Array.from(places, i => x[i]!),
    y: Float64Array.from(places, i => y[i]!),
    weights: weights && Float64Array.from(places, i => weights[i]!),
    counts,
  };
  const grid = density(some);
  if (grid === null) return [];
  const { columns, rows, values, x0, y0, width, height } = grid;
  const levels = densityLevels(grid, some, HELD);
  const made = contours().size([columns, rows]);
  // The package puts the value of a cell in its middle, half a cell from its corner.
  const at = ([u, v]: readonly number[]) => [x0 + u! * width, y0 + v! * height] as const;
  return levels.map((level, k) => ({
    share: HELD[k]!,
    rings: made
      .contour(values as unknown as number[], level)
      .coordinates.flatMap(polygon => polygon.map(ring => ring.map(at))),
  }));
}

/** Contours, or shading, over the points. */
export function densitySeries(bands: readonly DensityBand[], how: RowMap['density'], tokens: Tokens) {
  if (how === 'none') return [];
  return bands.map(({ share, rings }) => ({
    type: 'custom' as const,
    silent: true,
    z: 3,
    data: [[0, 0]],
    // Drawn by the axes as they stand, which the chart knows.
    renderItem: (_: unknown, api: { coord: (place: readonly number[]) => number[] }) => ({
      type: 'path' as const,
      shape: { pathData: rings.map(ring => pathOf(ring, api.coord)).join(' ') },
      style:
        how === 'shading'
          ? { fill: tokens.ink, opacity: 0.13, stroke: 'none' }
          : { fill: 'none', stroke: tokens.ink, lineWidth: share === 0.5 ? 1.8 : 1, opacity: 0.8 },
    }),
  }));
}

function pathOf(
  ring: readonly (readonly [number, number])[],
  coord: (place: readonly number[]) => number[],
): string {
  const points = ring.map(place => {
    const [px, py] = coord(place);
    return `${px!.toFixed(1)} ${py!.toFixed(1)}`;
  });
  return `M${points.join('L')}Z`;
}
