import {
  differenceCiede2000,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  rgb,
  wcagContrast,
  type Rgb,
} from 'culori';
import { labelColours, labelStyle } from './labelStyle';
import { dusk, light, type Mode } from './tokens';

/** Normal vision, and the three ways of seeing two primaries only (Machado, Oliveira and Fernandes 2009). */
const VISIONS: readonly (readonly [string, (colour: Rgb) => Rgb])[] = [
  ['normal', colour => colour],
  ['protan', filterDeficiencyProt(1) as (colour: Rgb) => Rgb],
  ['deutan', filterDeficiencyDeuter(1) as (colour: Rgb) => Rgb],
  ['tritan', filterDeficiencyTrit(1) as (colour: Rgb) => Rgb],
];
const difference = differenceCiede2000();

function smallestDifference(colours: readonly string[], seen: (colour: Rgb) => Rgb): number {
  const views = colours.map(colour => seen(rgb(colour)!));
  let least = Infinity;
  views.forEach((a, i) => views.slice(0, i).forEach(b => (least = Math.min(least, difference(a, b)))));
  return least;
}

describe.each(['light', 'dusk'] as Mode[])('label colours on %s', mode => {
  test.each(VISIONS)('are told apart with %s vision', (_, seen) => {
    expect(smallestDifference(labelColours[mode], seen)).toBeGreaterThanOrEqual(13);
    expect(smallestDifference(labelColours[mode].slice(0, 6), seen)).toBeGreaterThanOrEqual(19);
  });

  test('each goes with a shape; beyond ten the pairs are new', () => {
    const pairs = Array.from({ length: 30 }, (_, index) => labelStyle(index, mode)).map(
      style => `${style.colour} ${style.symbol}`,
    );
    expect(new Set(pairs).size).toBe(30);
  });
});

test('words stand out from what they stand on (WCAG 2.2 AA)', () => {
  for (const tokens of [light, dusk]) {
    for (const ground of [tokens.chalk, tokens.paper, tokens.swardWash, tokens.gorseWash]) {
      expect(wcagContrast(tokens.ink, ground)).toBeGreaterThanOrEqual(7);
    }
    for (const ground of [tokens.chalk, tokens.paper]) {
      for (const text of [tokens.inkSoft, tokens.sward, tokens.poppy]) {
        expect(wcagContrast(text, ground)).toBeGreaterThanOrEqual(4.5);
      }
    }
    expect(wcagContrast(tokens.sward, tokens.swardWash)).toBeGreaterThanOrEqual(4.5);
  }
});
