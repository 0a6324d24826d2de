import { outlineOf } from '../../points/shapes';
import type { LabelStyle } from '../../theme/labelStyle';

/** A group's shape in its colour. */
export function Swatch({ style }: { style: LabelStyle }) {
  const empty = style.symbol === 'emptyCircle';
  return (
    <svg width="13" height="13" viewBox="-0.500 -0.500 11 11" aria-hidden="true">
      <path
        d={outlineOf(style.symbol)}
        fill={empty ? 'none' : style.colour}
        stroke={empty ? style.colour : 'none'}
        strokeWidth="1.6"
      />
    </svg>
  );
}
