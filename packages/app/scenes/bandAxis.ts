import { sceneOf, type Table } from '@wold/core/table/table';

/** Where measures stand along a line: at their wavelengths, at the numbers they are called by, or one after the other. */
export interface BandAxis {
  readonly title: string;
  readonly at: readonly number[];
  /** Whether they are at their places in the list alone. */
  readonly counted: boolean;
}

/** A number with its unit, as spectra have them; x1, x2 … are numbered, not placed. */
const NUMBERED = /^(\d+(?:\.\d+)?)\D*$/;
/** Fewer numbered columns are no spectrum. */
const LEAST = 8;

/**
 * The line that measures lie along: the bands of a scene, or columns that are called by numbers that rise, as “400 nm”; null
 * where they are neither.
 */
export function bandAxis(table: Table, measures: readonly string[]): BandAxis | null {
  const scene = sceneOf(table);
  if (scene !== null) {
    const places = new Map(table.columns.slice(0, scene.bands.length).map(({ name }, j) => [name, j]));
    const bands = measures.map(measure => places.get(measure) ?? -1);
    if (bands.includes(-1) || measures.length === 0) return null;
    const wavelengths = bands.map(j => scene.bands[j]!.wavelength);
    return wavelengths.every(nm => nm !== null)
      ? { title: 'wavelength, nm', at: wavelengths, counted: false }
      : { title: 'band', at: bands.map(j => j + 1), counted: true };
  }
  if (measures.length < LEAST) return null;
  const found = measures.map(measure => NUMBERED.exec(measure));
  if (found.some(match => match === null)) return null;
  const [first] = measures;
  const alike = first!.replace(/\d+(\.\d+)?/, '');
  if (measures.some(measure => measure.replace(/\d+(\.\d+)?/, '') !== alike)) return null;
  const at = found.map(match => Number(match![1]));
  const rises = at.every((value, j) => j === 0 || value > at[j - 1]!);
  return rises ? { title: alike.trim() || 'measure', at, counted: false } : null;
}
