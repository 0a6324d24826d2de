import type { Reduction } from '../recipe/schema';
import type { Halves } from '../trust/halves';
import type { Resamples } from '../trust/resamples';
import { count, figure, per100 } from '../writeup/format';
import type { Printed } from '../writeup/print';
import { cell, type PrintTable } from '../writeup/printTable';
import { live, sentence, told, type LiveFigure, type Told } from '../writeup/told';

interface Saying {
  readonly key: (of: string) => string;
  readonly print: Printed;
  /** What a dimension is called, counted from 0. */
  readonly nameOf: (dimension: number) => string;
}

/** How rows were drawn anew. */
export const resamplesMethod = (
  { resamples }: Pick<Reduction, 'resamples'>,
  { units, done }: Resamples,
  { key, print }: Saying,
): Told =>
  told(
    key('resampling'),
  )`To see how far the dimensions hang on the rows, ${live('units', count(units, resamples.groups === null ? 'row' : 'group'), 7)}${resamples.groups === null ? '' : ` of ${resamples.groups}, each whole,`} were drawn with replacement ${live('done', String(done), 7)} times (Efron 1979; seed ${String(resamples.seed)}); dimensions were ${resamples.alignment === 'matched' ? 'matched to those found by congruence and sign' : 'turned onto those found (Schönemann 1966)'} and taken for the same from a congruence of ${print.coefficient(resamples.alike)} on (Lorenzo-Seva and ten Berge 2006).`;

/** How the dimensions came out of it. */
export function resamplesTold({ again, flat, improper, done }: Resamples, { key, nameOf }: Saying): Told[] {
  return [
    sentence(key('again'), [
      'Of 100 resamples, ',
      ...again.flatMap((share, d): (string | LiveFigure)[] => [
        d === 0 ? '' : d === again.length - 1 ? ' and ' : ', ',
        live(`again ${d + 1}`, per100(share), 7),
        ` have ${nameOf(d)} again`,
      ]),
      '.',
    ]),
    ...(improper === 0
      ? []
      : [
          told(
            key('improper'),
          )`In ${live('improper', String(improper), 7)} of ${String(done)} resamples a communality was 1 or more (Heywood cases).`,
        ]),
    ...(flat === 0
      ? []
      : [
          told(
            key('flat'),
          )`${live('flat', count(flat, 'resample'), 7)} had no such dimensions and count nowhere.`,
        ]),
  ];
}

/** How alike the dimensions are in parts of the rows. */
export function halvesTold({ by, parts }: Halves, { key, print, nameOf }: Saying): Told[] {
  // A level whose rows have no such dimensions has no figure of its own: that of random parts is not its.
  const told = parts.filter(({ level, congruence }) => level === null || congruence !== null);
  return told.map(part =>
    sentence(key(`halves ${part.level ?? 'at random'}`), [
      part.level === null
        ? 'Of halves drawn at random the dimensions agree by a median congruence of '
        : `Of the rows whose ${by!} is ${part.level} and of all others they agree by `,
      ...part.random.flatMap((spread, d): (string | LiveFigure)[] => [
        d === 0 ? '' : ', ',
        live(`congruence ${d + 1}`, print.coefficient(part.congruence?.[d] ?? spread.median), 7),
        ` (${nameOf(d)}${part.level === null ? '' : `; of random parts ${print.coefficient(spread.low)} to ${print.coefficient(spread.high)}`})`,
      ]),
      '.',
    ]),
  );
}

/** Eigenvalues with their intervals, and how often each dimension is there again. */
export const resamplesPrint = (
  { values, eigenvalues, again, congruence }: Resamples,
  { key, print, nameOf }: Saying,
): PrintTable => ({
  key: key('again table'),
  title: 'The dimensions of rows drawn anew',
  head: ['dimension', 'eigenvalue', '95 % from', 'to', 'there again, of 100', 'median congruence'],
  lines: again.map((share, d) => ({
    name: nameOf(d),
    cells: [
      cell(figure(values[d]!)),
      cell(figure(eigenvalues[d]?.low ?? NaN)),
      cell(figure(eigenvalues[d]?.high ?? NaN)),
      cell(per100(share)),
      cell(print.coefficient(congruence[d]!)),
    ],
  })),
  note: 'Percentile intervals.',
  question: 7,
});
