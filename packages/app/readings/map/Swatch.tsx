import type { LabelStyle } from '../../theme/labelStyle';

const OUTLINES: ReadonlyMap<string, string> = new Map([
  ['circle', 'M5 0.500A4.500 4.500 0 1 1 4.990 0.500Z'],
  ['emptyCircle', 'M5 1A4 4 0 1 1 4.990 1Z'],
  ['triangle', 'M5 0.500L9.800 9.200H0.200Z'],
  ['rect', 'M1 1H9V9H1Z'],
  ['diamond', 'M5 0L10 5L5 10L0 5Z'],
]);

/** A group's shape in its colour. */
export function Swatch({ style }: { style: LabelStyle }) {
  const empty = style.symbol === 'emptyCircle';
  return (
    <svg width="13" height="13" viewBox="-0.500 -0.500 11 11" aria-hidden="true">
      <path
        d={OUTLINES.get(style.symbol) ?? style.symbol.replace('path://', '')}
        fill={empty ? 'none' : style.colour}
        stroke={empty ? style.colour : 'none'}
        strokeWidth="1.6"
      />
    </svg>
  );
}
