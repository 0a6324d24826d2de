/** The outlines that have names, in a box of 10 by 10. */
const OUTLINES: ReadonlyMap<string, string> = new Map([
  ['circle', 'M5 0A5 5 0 1 1 4.990 0Z'],
  ['emptyCircle', 'M5 0.500A4.500 4.500 0 1 1 4.990 0.500Z'],
  ['triangle', 'M5 0L10 9.600H0Z'],
  ['rect', 'M0.300 0.300H9.700V9.700H0.300Z'],
  ['diamond', 'M5 0L10 5L5 10L0 5Z'],
]);

/** The outline of a symbol as a path in a box of 10 by 10. */
export const outlineOf = (symbol: string): string => OUTLINES.get(symbol) ?? symbol.replace('path://', '');
