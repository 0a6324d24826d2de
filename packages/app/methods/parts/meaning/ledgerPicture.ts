import { mostOf } from '@wold/core/algebra/extremes';
import type { Size } from '../../../charts/size';
import type { ChartOption } from '../../../charts/echarts';
import { coefficient, shortName } from '@wold/core/writeup/format';
import { rectangle, stroke, textAt } from '../../../charts/shapes';
import { textWidth } from '../../../charts/textWidth';
import type { Tokens } from '../../../theme/tokens';

/** A ledger as it is shown: columns by dimensions. */
export interface PicturedLedger {
  /** Of the dimensions, in their order. */
  readonly names: readonly string[];
  readonly lines: readonly {
    readonly name: string;
    /** '' where there is none. */
    readonly wording: string;
    /** NaN where it is left out. */
    readonly values: readonly number[];
    readonly faded: readonly boolean[];
    /** The share of its variance that the dimensions hold. */
    readonly held: number;
  }[];
  /** The size that fills a bar. */
  readonly full: number;
  readonly write: (value: number) => string;
}

const CELL = 118;
const HELD = 60;
const MARGIN = 14;
const LEAST_NAME = 60;
const LINE = 24;
const WORDED = 38;
const LETTERS = 60;
/** A picture of more would not be read. */
const MOST_LINES = 300;
const MOST_DIMENSIONS = 40;

/** The ledger as a picture, and how large it is. */
export function ledgerPicture(
  { names: all, lines, full, write }: PicturedLedger,
  tokens: Tokens,
): { readonly size: Size; readonly option: ChartOption } {
  const shown = lines.slice(0, MOST_LINES);
  const names = all.slice(0, MOST_DIMENSIONS);
  const left = [
    lines.length > shown.length
      ? `The first ${shown.length} of ${lines.length.toLocaleString('en')} lines. `
      : '',
    all.length > names.length
      ? `The first ${names.length} of ${all.length.toLocaleString('en')} dimensions.`
      : '',
  ].join('');
  const height = shown.some(({ wording }) => wording !== '') ? WORDED : LINE;
  const room = mostOf([
    LEAST_NAME,
    ...shown.flatMap(({ name, wording }) => [textWidth(cut(name), 13), textWidth(cut(wording), 11)]),
  ]);
  const first = MARGIN + room + 20;
  const right = first + names.length * CELL + HELD;
  const size = {
    width: Math.ceil(right + MARGIN),
    height: MARGIN * 2 + 30 + shown.length * height + (left === '' ? 0 : LINE),
  };
  const soft = { fill: tokens.inkSoft, size: 11 };
  const head = [
    ...names.map((name, d) =>
      textAt(shortName(name, 16), first + d * CELL, MARGIN + 12, { fill: tokens.ink, bold: true }),
    ),
    textAt('held', right, MARGIN + 12, { ...soft, align: 'right' }),
    stroke([MARGIN, MARGIN + 28], [right, MARGIN + 28], tokens.rule),
  ];
  const body = shown.flatMap(({ name, wording, values, faded, held }, index) => {
    const top = MARGIN + 30 + index * height;
    const y = top + LINE / 2;
    return [
      textAt(cut(name), MARGIN, y, { fill: tokens.ink, bold: true }),
      ...(wording === '' ? [] : [textAt(cut(wording), MARGIN, y + 15, soft)]),
      ...values
        .slice(0, names.length)
        .flatMap((value, d) =>
          cell(value, { left: first + d * CELL, y, faded: faded[d]!, full, write }, tokens),
        ),
      textAt(Number.isFinite(held) ? coefficient(held) : '', right, y, {
        fill: tokens.inkSoft,
        align: 'right',
      }),
    ];
  });
  const foot = left === '' ? [] : [textAt(left, MARGIN, size.height - LINE / 2 - 4, soft)];
  return { size, option: { graphic: [...head, ...body, ...foot] } };
}

interface CellLook {
  readonly left: number;
  readonly y: number;
  readonly faded: boolean;
  readonly full: number;
  readonly write: (value: number) => string;
}

const NUMBER = 44;
const BAR = CELL - NUMBER - 20;

function cell(value: number, { left, y, faded, full, write }: CellLook, tokens: Tokens) {
  if (Number.isNaN(value)) return [];
  const middle = left + NUMBER + 8 + BAR / 2;
  const length = Math.min(1, Math.abs(value) / full) * (BAR / 2);
  return [
    textAt(write(value), left + NUMBER, y, {
      fill: faded ? tokens.inkSoft : tokens.ink,
      bold: !faded,
      align: 'right',
    }),
    rectangle(value < 0 ? middle - length : middle, y - 6, length, 12, {
      fill: value < 0 ? tokens.negative : tokens.positive,
      opacity: faded ? 0.35 : 1,
    }),
  ];
}

const cut = (text: string): string => shortName(text, LETTERS);
