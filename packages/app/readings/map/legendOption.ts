import { figure } from '@wold/core/writeup/format';
import { FONT } from '../../charts/textStyle';
import type { Tokens } from '../../theme/tokens';
import { countWords, type Colouring } from './colouring';

/** Pixels beside a picture of the map for what its colours and shapes stand for. */
export const LEGEND_WIDTH = 190;
const LINE = 22;
const MOST_LINES = 30;

/** What colours and shapes stand for, as a second plot beside a picture's map; null where all rows are alike. */
export function legendOption(by: Colouring, title: string, height: number, tokens: Tokens) {
  if (by.kind === 'alike') return null;
  const entries =
    by.kind === 'levels'
      ? by.groups.slice(0, MOST_LINES).map(({ name, count, supplementary, style }) => ({
          text: `${name}  ${countWords(count, supplementary)}`,
          symbol: style.symbol.replace('emptyCircle', 'circle'),
          colour: style.symbol === 'emptyCircle' ? tokens.paper : style.colour,
          border: style.symbol === 'emptyCircle' ? style.colour : 'transparent',
        }))
      : rampEntries(by);
  const style = { color: tokens.ink, fontFamily: FONT, fontSize: 12.5 };
  const lines = [{ text: title, symbol: 'circle', colour: 'transparent', border: 'transparent' }, ...entries];
  return {
    grid: { right: 8, width: LEGEND_WIDTH - 24, top: 14, height: Math.max(LINE, height - 28) },
    xAxis: { type: 'value' as const, show: false, min: 0, max: 1, gridIndex: 1 },
    yAxis: {
      type: 'value' as const,
      show: false,
      min: 0,
      max: Math.max(LINE, height - 28) / LINE,
      inverse: true,
      gridIndex: 1,
    },
    series: lines.map(({ text, symbol, colour, border }, line) => ({
      type: 'scatter' as const,
      xAxisIndex: 1,
      yAxisIndex: 1,
      silent: true,
      symbol,
      symbolSize: 11,
      itemStyle: { color: colour, borderColor: border, borderWidth: 1.5, opacity: 1 },
      data: [[0.04, line + 0.5]],
      label: {
        show: true,
        formatter: () => text,
        position: 'right' as const,
        distance: line === 0 ? -8 : 6,
        ...style,
        ...(line === 0 ? { fontWeight: 700 } : {}),
      },
    })),
  };
}

const RAMP_LINES = 7;

function rampEntries({ least, most, shades }: Extract<Colouring, { kind: 'number' }>) {
  return Array.from({ length: RAMP_LINES }, (_, line) => {
    const place = line / (RAMP_LINES - 1);
    return {
      text: figure(most - place * (most - least), 4),
      symbol: 'rect',
      // The last shade is that of rows without the number.
      colour: shades[Math.round((1 - place) * (shades.length - 2))]!,
      border: 'transparent',
    };
  });
}
