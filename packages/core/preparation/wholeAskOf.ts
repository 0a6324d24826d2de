import type { MissingNumbers, WholeAsk, WholeShares, WholeTransform } from '../engines/wholeAsk';
import { Problem } from '../problem';
import type { Table } from '../table/table';
import type { Fences } from './outliers';
import type { PreparationInput } from './prepared';

const TRANSFORMS: readonly string[] = ['none', 'log', 'log1p', 'square-root'] satisfies WholeTransform[];
const SHARES: readonly string[] = ['none', 'proportions', 'hellinger'] satisfies WholeShares[];

const OR_SAMPLE = 'or reduce the sample alone';

/**
 * What a preparation asks of a table that stays in its engine.
 *
 * @param by a label whose groups are told apart
 * @param arranged how the study's columns were made of those of the engine
 * @param fences of each measure, where outliers are treated; see {@link wholeAsk}
 * @throws Problem for what cannot be done there, with what to do
 */
export function wholeAskOf(
  preparation: PreparationInput,
  arranged: Table['arranged'] = null,
  by: string | null = null,
  fences: readonly (Fences | null)[] | null = null,
): WholeAsk {
  const { measures, weight, only, reversed, rowTransform, transform, transforms } = preparation;
  const impossible = IMPOSSIBLE.find(({ holds }) => holds(preparation));
  if (impossible !== undefined) {
    throw new Problem(
      `${impossible.what}, which is not done within an engine`,
      `${impossible.remedy}, ${OR_SAMPLE}.`,
    );
  }
  const own = new Map(transforms.map(one => [one.measure, one.transform]));
  const headings = new Map(arranged?.by.columns.map(({ name, heading }) => [name, heading ?? name]));
  const inEngine = (name: string): string => headings.get(name) ?? name;
  const made = [...(arranged?.by.made ?? []), ...(arranged?.by.scores ?? [])].map(({ name }) => name);
  const foreign = [
    ...measures,
    ...(by === null ? [] : [by]),
    ...(weight === null ? [] : [weight]),
    ...only.map(({ column }) => column),
  ].find(name => made.includes(name));
  if (foreign !== undefined) {
    throw madeHere(foreign);
  }
  return {
    measures: measures.map(inEngine),
    weight: weight === null ? null : inEngine(weight),
    only: only.map(condition => ({ ...condition, column: inEngine(condition.column) })),
    reversed: reversed.map(({ measure, ends }) => ({
      measure: inEngine(measure),
      ends: ends!.least + ends!.most,
    })),
    shares: rowTransform as WholeShares,
    transforms: measures.map(name => (own.get(name) ?? transform) as WholeTransform),
    by: by === null ? null : inEngine(by),
    codes: codesOf(arranged, inEngine),
    fences: measures.map((_, j) => fences?.[j] ?? null),
    beyond: preparation.outliers === 'leave-out-rows' ? 'leave out' : 'pull in',
  };
}

/** What the engine calls a column. @throws Problem where it was made here */
export function headingIn({ arranged }: Pick<Table, 'arranged'>, name: string): string {
  const made = [...(arranged?.by.made ?? []), ...(arranged?.by.scores ?? [])];
  if (made.some(one => one.name === name)) throw madeHere(name);
  return arranged?.by.columns.find(one => one.name === name)?.heading ?? name;
}

const madeHere = (name: string): Problem =>
  new Problem(`“${name}” was made here, and the engine does not have it`, `Make it there too, ${OR_SAMPLE}.`);

function codesOf(arranged: Table['arranged'], inEngine: (name: string) => string): MissingNumbers[] {
  return (arranged?.by.columns ?? []).flatMap(({ name, missing = [] }) => {
    const codes = missing.filter(entry => entry.trim() !== '').map(Number);
    const numbers = codes.filter(code => Number.isFinite(code));
    return numbers.length === 0 ? [] : [{ column: inEngine(name), codes: numbers }];
  });
}

interface Impossible {
  readonly holds: (preparation: PreparationInput) => boolean;
  readonly what: string;
  readonly remedy: string;
}

const IMPOSSIBLE: readonly Impossible[] = [
  {
    holds: ({ words }) => words !== null,
    what: 'a text is split into words',
    remedy: 'Count the words in the engine first',
  },
  {
    holds: ({ measures }) => measures.length < 2,
    what: 'fewer than two measures are there',
    remedy: 'Give at least two columns the role measure',
  },
  {
    holds: ({ missing }) => missing !== 'leave-out-rows',
    what: 'gaps are filled or kept',
    remedy: 'Leave out rows with missing measures, or fill them in the engine first',
  },
  {
    holds: ({ outliers }) => outliers === 'robust-z',
    what: 'outliers are told by robust z scores',
    remedy: 'Take fences by quartiles',
  },
  {
    holds: ({ transform, transforms }) =>
      [transform, ...transforms.map(one => one.transform)].some(one => !TRANSFORMS.includes(one)),
    what: 'entries are transformed by fitted powers or ranks',
    remedy: 'Take logarithms or roots',
  },
  {
    holds: ({ rowTransform }) => !SHARES.includes(rowTransform),
    what: 'rows are brought to centred logarithms',
    remedy: 'Take shares or their roots',
  },
  {
    holds: ({ repeats }) => repeats !== 'keep',
    what: 'repeated rows are counted once',
    remedy: 'Keep them, or make a table without them in the engine',
  },
  {
    holds: ({ rowsAside }) => rowsAside.rows.length > 0,
    what: 'rows are set aside one by one',
    remedy: 'Keep them, or use rows by a condition',
  },
  {
    holds: ({ supplementary }) => supplementary.length > 0,
    what: 'some rows are only placed',
    remedy: 'Use or leave out rows by a condition',
  },
  {
    holds: ({ scale }) => scale !== 'unit-variance' && scale !== 'centre' && scale !== 'range',
    what: 'measures are brought to robust spreads, or not centred',
    remedy: 'Bring them to unit variance, to ranges, or to their means only',
  },
  {
    holds: ({ reversed }) => reversed.some(({ ends }) => ends === null),
    what: 'measures are reversed without the ends of their scale',
    remedy: 'Give the ends of the scale',
  },
];
