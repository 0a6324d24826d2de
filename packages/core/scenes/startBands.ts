import { sceneOf, type Table } from '../table/table';

/** What red, green and blue are the colours of, in nanometres. */
const SEEN = [640, 550, 460] as const;
/** A band so far from one of these is none of its colour. */
const NEAR = 60;

/**
 * The columns that a picture of a scene starts with: those whose wavelengths are nearest to red, green and blue; three of a
 * file of colours as they stand; the last to the first of three, as bands that rise in wavelength stand; or one in grey.
 */
export function startBands(table: Table): string[] {
  const scene = sceneOf(table);
  if (scene === null) return [];
  const bands = scene.bands.map(({ wavelength }, j) => ({ wavelength, name: table.columns[j]!.name }));
  if (bands.length < 3) return bands.slice(0, 1).map(({ name }) => name);
  const nearest = SEEN.map(nm => {
    const off = (wavelength: number | null) => (wavelength === null ? Infinity : Math.abs(wavelength - nm));
    const best = bands.reduce((a, b) => (off(b.wavelength) < off(a.wavelength) ? b : a));
    return off(best.wavelength) <= NEAR ? best.name : null;
  });
  if (nearest.every(name => name !== null) && new Set(nearest).size === 3) return nearest;
  const first = bands.slice(0, 3).map(({ name }) => name);
  const isColour =
    table.source.format === 'scene' && table.source.file !== 'GeoTIFF' && table.source.file !== 'stack';
  return isColour ? first : first.toReversed();
}
