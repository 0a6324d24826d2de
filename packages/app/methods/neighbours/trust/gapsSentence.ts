import type { Gap, GapVerdict } from '@wold/core/methods/neighbours/judged/gaps';
import { count } from '@wold/core/writeup/format';

/** Which gaps are the table's, and which the map's. */
export function gapsSentence(gaps: readonly Gap[]): string {
  const of = (verdict: GapVerdict): string[] =>
    gaps.filter(gap => gap.verdict === verdict).map(({ level }) => level ?? 'the selected rows');
  const [table, map, closed, none] = [of('table'), of('map'), of('closed'), of('none')];
  const parts = [
    ...(table.length > 0 ? [`The table itself parts ${listed(table)} from the other rows.`] : []),
    ...(map.length > 0
      ? [
          `The gap around ${listed(map)} is the map’s: in the table ${map.length === 1 ? 'it lies' : 'they lie'} among others.`,
        ]
      : []),
    ...(closed.length > 0 ? [`The map closes the gap that the table has around ${listed(closed)}.`] : []),
    ...(none.length > 0 ? [`No clear gap parts ${listed(none)}, on the map or in the table.`] : []),
  ];
  return parts.join(' ');
}

const MOST_NAMED = 6;

function listed(names: readonly string[]): string {
  if (names.length > MOST_NAMED) return count(names.length, 'group');
  return names.length === 1 ? names[0]! : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}
