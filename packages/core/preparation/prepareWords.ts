import { mapSparse, someSparse, transposeSparse, type SparseRows } from '../algebra/sparseRows';
import { quietHost, stretch, type Host } from '../host';
import { Problem } from '../problem';
import { isMissing, numberAt } from '../table/column';
import { findColumn, type Table } from '../table/table';
import { countWords } from '../words/countWords';
import { tongueOf } from '../words/languages';
import { LEFT_OUT_WORDS } from '../words/leftOutWords';
import type { WordsSettings } from '../words/settings';
import { weighWords } from '../words/weighWords';
import { changesBuilder } from './changes';
import { chooseRows } from './chooseRows';
import { weightFor } from './prepare';
import type { PreparationInput, PreparedWords, Scale } from './prepared';
import { rowWeights } from './rowWeights';
import type { RowLeftOut } from './treatment';

/**
 * What methods work from where a column of text is split into words: a sparse block of entries × words, weighed and
 * scaled. It is centred by those who work from it, so that it stays sparse. Entries without a word are left out by name.
 *
 * @throws Problem when the column is not there, or fewer than two words or two entries are left
 */
export async function prepareWords(
  table: Table,
  input: PreparationInput,
  settings: WordsSettings,
  host: Host = quietHost,
): Promise<PreparedWords> {
  const column = findColumn(table, settings.column);
  const where = `column “${settings.column}”`;
  if (column === undefined) {
    throw new Problem('it is not in the table any more.', 'Split another column into words.', where);
  }
  const weight = weightFor(table, input);
  const chosen = chooseRows(table, [], weight, input, new Map());
  const there = (row: number) => !isMissing(column, row);
  const [rows, placedRows] = [chosen.used.filter(there), chosen.placed.filter(there)];
  const counts = weight !== null && weight.weighting === 'counts';
  const stands = counts ? Float64Array.from(rows, row => numberAt(weight.column, row)) : null;
  const tongue = await tongueOf(settings.common, settings.stem);
  const counted = countWords(column, rows, placedRows, stands, settings, tongue, stretch(host, 0, 0.9));
  if (counted.words.length < 2) throw tooFewWords(counted.words.length, counted.leftOut, where);

  const held = withWords(counted.counts);
  const [used, usedPlaced] = [held.map(i => rows[i]!), withWords(counted.placed).map(i => placedRows[i]!)];
  if (used.length < 2) {
    throw new Problem(
      `${used.length === 0 ? 'no entry holds' : 'only one entry holds'} any of the words that are left.`,
      'Leave out fewer words in question 2.',
      where,
    );
  }
  const { weights, n } = rowWeights(weight, used);
  const own = someSparse(counted.counts, held);
  const ownPlaced = someSparse(counted.placed, withWords(counted.placed));
  const weigh = (some: SparseRows) => weighWords(some, counted.entries, counts ? n : used.length, settings);
  const weighed = weigh(own);
  const [stood, plain] = [
    momentsBy(weighed, weights, n, input.scale),
    momentsBy(own, weights, n, input.scale),
  ];
  const kept = [...counted.words.keys()].filter(j => stood.varies[j] === 1);
  if (kept.length < 2) throw tooFewWords(kept.length, counted.leftOut, where);
  const at = (values: Float64Array) => Float64Array.from(kept, j => values[j]!);
  const [means, divisors] = [at(stood.means), at(stood.divisors)];
  const scaled = (some: SparseRows) => mapSparse(someWords(some, kept), (value, j) => value / divisors[j]!);
  const rowsLeftOut = [
    ...chosen.leftOut,
    ...without(chosen.used, used, column.name, there),
    ...without(chosen.placed, usedPlaced, column.name, there),
  ].sort((a, b) => a.row - b.row);
  return {
    kind: 'words',
    words: column.name,
    rows: used,
    placedRows: usedPlaced,
    n,
    measures: kept.map(j => counted.words[j]!),
    rowsLeftOut,
    measuresSetAside: [...counted.words.keys()]
      .filter(j => stood.varies[j] === 0)
      .map(j => ({ name: counted.words[j]!, because: 'constant' as const })),
    changes: changesBuilder().finish(),
    reversals: [],
    imputation: null,
    transforms: [],
    scale: input.scale,
    means,
    sds: at(stood.sds),
    divisors,
    originalMeans: at(plain.means),
    originalSds: at(plain.sds),
    weights,
    counts,
    divisor: n - 1,
    sparse: scaled(weighed),
    offsets: means.map((mean, j) => mean / divisors[j]!),
    placedSparse: scaled(weigh(ownPlaced)),
    occurrences: someWords(own, kept),
    vocabulary: { entries: at(counted.entries), times: at(counted.times), leftOut: counted.leftOut },
  };
}

/** The places of rows that hold anything. */
const withWords = ({ rows, starts }: SparseRows): Uint32Array =>
  Uint32Array.from([...Array(rows).keys()].filter(i => starts[i + 1]! > starts[i]!));

function without(
  chosen: Uint32Array,
  used: Uint32Array,
  name: string,
  there: (row: number) => boolean,
): RowLeftOut[] {
  const among = new Set(used);
  return [...chosen]
    .filter(row => !among.has(row))
    .map(row =>
      there(row)
        ? { row, step: 'empty' as const, because: ['no word is left'] }
        : { row, step: 'missing' as const, because: [name] },
    );
}

/** The columns at some places, ascending. */
function someWords(sparse: SparseRows, kept: readonly number[]): SparseRows {
  if (kept.length === sparse.columns) return sparse;
  return transposeSparse(someSparse(transposeSparse(sparse), kept));
}

/** Means, spreads and divisors of sparse columns, the zeros among them. */
function momentsBy(sparse: SparseRows, weights: Float64Array | null, n: number, scale: Scale) {
  const across = transposeSparse(sparse);
  const p = sparse.columns;
  const [means, sds, divisors] = [new Float64Array(p), new Float64Array(p), new Float64Array(p).fill(1)];
  const varies = new Uint8Array(p);
  for (let j = 0; j < p; j++) {
    const [from, to] = [across.starts[j]!, across.starts[j + 1]!];
    const weightOf = (e: number) => weights?.[across.places[e]!] ?? 1;
    let [sum, present, least, most] = [0, 0, Infinity, -Infinity];
    for (let e = from; e < to; e++) {
      const value = across.values[e]!;
      sum += weightOf(e) * value;
      present += weightOf(e);
      [least, most] = [Math.min(least, value), Math.max(most, value)];
    }
    if (to - from < sparse.rows) [least, most] = [Math.min(least, 0), Math.max(most, 0)];
    const mean = scale === 'none' ? 0 : sum / n;
    let squares = Math.max(0, n - present) * mean * mean;
    for (let e = from; e < to; e++) squares += weightOf(e) * (across.values[e]! - mean) ** 2;
    means[j] = mean;
    sds[j] = Math.sqrt(squares / (n - 1));
    varies[j] = Number(most > least);
    if (scale === 'unit-variance' || scale === 'robust') divisors[j] = sds[j] || 1;
    if (scale === 'range') divisors[j] = most - least || 1;
  }
  return { means, sds, divisors, varies };
}

function tooFewWords(count: number, leftOut: PreparedWords['vocabulary']['leftOut'], where: string): Problem {
  const why = leftOut.map(({ why: of, words }) => `${words} ${LEFT_OUT_WORDS[of]}`).join(', ');
  return new Problem(
    `${count === 0 ? 'no word is' : 'only one word is'} left to reduce${why && `; left out: ${why}`}.`,
    'Leave out fewer words in question 2, take in digits, or split another column.',
    where,
  );
}
