import type { LevelColumn } from '@wold/core/table/column';
import { LABEL_COLOURS as ON_PAPER } from '@wold/core/writeup/labelColours';
import type { Mode } from './tokens';

/** How the rows of one level are drawn: a colour and, so that nothing is told by colour alone, a shape. */
export interface LabelStyle {
  readonly name: string;
  readonly colour: string;
  /** A symbol name or path that ECharts draws. */
  readonly symbol: string;
  /** Size beside a circle's, so that all shapes weigh alike. */
  readonly weight: number;
}

const NAMES = [
  'harebell',
  'gorse',
  'rowan',
  'mist',
  'heather',
  'lichen',
  'clay',
  'crocus',
  'juniper',
  'bilberry',
];

/** How many colours there are before they come round again. */
export const LABEL_COLOURS = 10;

/** Colours of levels in their order. */
export const labelColours: Readonly<Record<Mode, readonly string[]>> = {
  light: ON_PAPER,
  dusk: '#5C99EA #B85E01 #C79B93 #A0EEED #8E5F83 #F1F3BA #FCB360 #9C95AD #3E795B #715DCD'.split(' '),
};

const SHAPES: readonly { symbol: string; weight: number }[] = [
  { symbol: 'circle', weight: 1 },
  { symbol: 'triangle', weight: 1.1 },
  { symbol: 'rect', weight: 0.88 },
  { symbol: 'diamond', weight: 1.2 },
  { symbol: 'path://M0 2L2 0L5 3L8 0L10 2L7 5L10 8L8 10L5 7L2 10L0 8L3 5Z', weight: 1.05 },
  { symbol: 'path://M0 0H10L5 9Z', weight: 1.1 },
  { symbol: 'path://M3.500 0H6.500V3.500H10V6.500H6.500V10H3.500V6.500H0V3.500H3.500Z', weight: 1.1 },
  { symbol: 'path://M5 0L10 3.800L8.100 9.600H1.900L0 3.800Z', weight: 1.1 },
  { symbol: 'path://M0 3H10V7H0Z', weight: 1.15 },
  { symbol: 'path://M3 0H7V10H3Z', weight: 1.15 },
];

/** The place of a level among the label colours: the one that the study gives it, else its code. */
export function levelPlace(
  { levels }: LevelColumn,
  code: number,
  colours: readonly { readonly level: string; readonly place: number }[] | undefined,
): number {
  return colours?.find(({ level }) => level === levels[code])?.place ?? code;
}

/** The style of the level at `index`; beyond ten, colours come round again with the shapes moved on by one. */
export function labelStyle(index: number, mode: Mode): LabelStyle {
  const colours = labelColours[mode];
  const place = index % colours.length;
  const round = Math.floor(index / colours.length);
  return { name: NAMES[place]!, colour: colours[place]!, ...SHAPES[(place + round) % SHAPES.length]! };
}
