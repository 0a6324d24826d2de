import type { Scene, ScenePlace } from '../table/scene/scene';

/**
 * Where the pixels that were read of a scene lie on the ground, as a picture of their own: moved to the region's corner,
 * and each as large as the step. The corner of the first pixel stays where it was.
 *
 * Model = place of raster: with a tie point and a scale, X = X₀ + (i − I)·s, Y = Y₀ − (j − J)·s; with a matrix M,
 * (X, Y, Z, 1) = M (i, j, 0, 1) (OGC GeoTIFF 1.1, 2019).
 */
export function placeOnGrid({
  place,
  region,
  step,
}: Pick<Scene, 'place' | 'region' | 'step'>): ScenePlace | null {
  if (place === null) return null;
  const { pixelScale, tiepoint, transformation } = place;
  return {
    ...place,
    pixelScale: pixelScale && pixelScale.map((scale, axis) => (axis < 2 ? scale * step : scale)),
    tiepoint:
      tiepoint &&
      tiepoint.map((value, at) =>
        at % 6 === 0 ? (value - region.x) / step : at % 6 === 1 ? (value - region.y) / step : value,
      ),
    transformation:
      transformation &&
      transformation.map((value, at) => {
        const row = Math.floor(at / 4) * 4;
        if (row > 8) return value;
        const [alongX, alongY] = [transformation[row]!, transformation[row + 1]!];
        if (at === row || at === row + 1) return value * step;
        return at === row + 3 ? value + alongX * region.x + alongY * region.y : value;
      }),
  };
}
