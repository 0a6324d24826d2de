import type { Box, MeasureBoxes } from '@wold/core/preparation/boxes';
import type { Size } from '../../charts/size';
import type { ChartOption } from '../../charts/echarts';
import { figure, shortName } from '@wold/core/writeup/format';
import { rectangle, textAt } from '../../charts/shapes';
import type { Tokens } from '../../theme/tokens';
import { boxShapes } from './boxShapes';

const ACROSS = 4;
const CARD = { width: 250, height: 96 };
const GAP = 10;
/** A picture of more would not be read. */
const MOST_PICTURED = 200;
const FOOT = 24;

/** The boxes of all measures before and after treatment, each with the ends of its scale, and how large that is. */
export function boxesPicture(
  boxes: readonly MeasureBoxes[],
  tokens: Tokens,
): { readonly size: Size; readonly option: ChartOption } {
  const shown = boxes.slice(0, MOST_PICTURED);
  const across = Math.min(ACROSS, shown.length);
  const lines = Math.ceil(shown.length / ACROSS);
  const cut = shown.length < boxes.length;
  const size = {
    width: across * (CARD.width + GAP) + GAP,
    height: lines * (CARD.height + GAP) + GAP + (cut ? FOOT : 0),
  };
  const foot = `The first ${shown.length} of ${boxes.length.toLocaleString('en')} measures.`;
  return {
    size,
    option: {
      graphic: [
        ...shown.flatMap((box, index) =>
          card(
            box,
            GAP + (index % ACROSS) * (CARD.width + GAP),
            GAP + Math.floor(index / ACROSS) * (CARD.height + GAP),
            tokens,
          ),
        ),
        ...(cut ? [textAt(foot, GAP, size.height - FOOT / 2, { fill: tokens.inkSoft })] : []),
      ],
    },
  };
}

function card({ measure, before, after, rescaled }: MeasureBoxes, left: number, top: number, tokens: Tokens) {
  const soft = { fill: tokens.inkSoft, size: 11 };
  const [from, to] = [left + 10, left + CARD.width - 10];
  const placed = (scale: Box) => (value: number) =>
    from + 4 + ((value - scale.least) / (scale.most - scale.least)) * (to - from - 8);
  const lines = [
    { box: before, scale: before, y: top + 38, fill: tokens.rule, line: tokens.inkSoft },
    { box: after, scale: rescaled ? after : before, y: top + 60, fill: tokens.positive, line: tokens.ink },
  ];
  return [
    rectangle(left, top, CARD.width, CARD.height, { fill: tokens.paper, stroke: tokens.rule }),
    textAt(shortName(measure, 32), from, top + 16, { fill: tokens.ink, bold: true }),
    ...lines
      .filter(({ scale }) => scale.most > scale.least)
      .flatMap(({ box, scale, ...look }) => boxShapes(box, { x: placed(scale), ...look })),
    textAt(figure(before.least, 4), from, top + 82, soft),
    textAt(figure(before.most, 4), to, top + 82, { ...soft, align: 'right' }),
  ];
}
