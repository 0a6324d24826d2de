import type { Retention } from '../dimensions/retention';
import { cell, type PrintTable } from '../writeup/printTable';
import { listed, live, sentence, type Told } from '../writeup/told';

/** What the rules say of how many there are. */
export function votesTold(key: string, { votes }: Retention): Told {
  const byCount = new Map<string, string[]>();
  for (const { rule, count: many, of } of votes) {
    const at = `${many} ${of}`;
    byCount.set(at, [...(byCount.get(at) ?? []), rule]);
  }
  const said = [...byCount].sort(([a], [b]) => parseInt(a, 10) - parseInt(b, 10));
  return sentence(key, [
    'Of the rules on how many there are, ',
    ...said.flatMap(([many, rules], place) => [
      place === 0 ? '' : place === said.length - 1 ? ' and ' : ', ',
      `${listed(rules)} ${rules.length === 1 ? 'says' : 'say'} `,
      live(`votes ${many}`, many.replace(/^1 (\w+)s$/, '1 $1'), 4),
    ]),
    '.',
  ]);
}

/** What each rule says. */
export const votesPrint = (key: string, { votes, note }: Retention): PrintTable => ({
  key,
  title: 'How many there are, by each rule',
  head: ['rule', 'of', 'number', 'source'],
  words: [0, 2],
  lines: votes.map(({ rule, of, count: many, source }) => ({
    name: rule,
    cells: [cell(of), cell(String(many)), cell(source)],
  })),
  note: note ?? '',
  question: 4,
});
