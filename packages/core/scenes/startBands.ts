import { sceneOf, type Table } from '../table/table';

/** What red, green and blue are the colours of, in nanometres. */
const SEEN = [640, 550, 460] as const;
/** A band so far from one of these is none of its colour. */
const NEAR = 60;
const COLOURS = ['red', 'green', 'blue'] as const;

/**
 * The columns that a picture of a scene starts with: bands that are called by their colours; or those whose wavelengths are
 * nearest to red, green and blue; or the third to the first, as bands that rise in wavelength stand; or one in grey.
 *
 * @param table as the recipe arranges it: bands that are labels there are not shown
 */
export function startBands(table: Table): string[] {
  const scene = sceneOf(table);
  if (scene === null) return [];
  const bands = scene.bands.flatMap(({ wavelength }, j) => {
    const column = table.columns[j]!;
    return column.kind === 'number' ? [{ wavelength, name: column.name }] : [];
  });
  if (bands.length < 3) return bands.slice(0, 1).map(({ name }) => name);
  const called = COLOURS.map(colour => bands.find(({ name }) => name.toLowerCase() === colour)?.name);
  if (called.every(name => name !== undefined)) return called;
  const nearest = SEEN.map(nm => {
    const off = (wavelength: number | null) => (wavelength === null ? Infinity : Math.abs(wavelength - nm));
    const best = bands.reduce((a, b) => (off(b.wavelength) < off(a.wavelength) ? b : a));
    return off(best.wavelength) <= NEAR ? best.name : null;
  });
  if (nearest.every(name => name !== null) && new Set(nearest).size === 3) return nearest;
  return bands
    .slice(0, 3)
    .map(({ name }) => name)
    .toReversed();
}
