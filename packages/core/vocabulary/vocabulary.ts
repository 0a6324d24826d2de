import type { PreparedWords } from '../preparation/prepared';
import { isMissing } from '../table/column';
import { findColumn, type Table } from '../table/table';
import type { LeftOut } from '../words/countWords';

/** The words of a text. */
export interface Vocabulary {
  /** In the order of their characters. */
  readonly words: readonly string[];
  /** How many entries hold each, and how often it stands in all of them; of rows that are counts, as often as these say. */
  readonly entries: Float64Array;
  readonly times: Float64Array;
  /** Entries that hold a word at all, rows that are counts as often as these say. */
  readonly held: number;
  readonly leftOut: readonly { readonly why: LeftOut; readonly words: number }[];
  /** Where the words lean to; null where there is no label. */
  readonly leans: Leans | null;
}

/** To which level of a label each word leans: the one of whose entries the largest share holds it. */
export interface Leans {
  readonly label: string;
  readonly levels: readonly string[];
  /** Place of the level among these. */
  readonly to: Uint32Array;
  /** The share of that level's entries that hold the word, and of all others with a level. */
  readonly share: Float64Array;
  readonly others: Float64Array;
}

/** @param label whose levels words lean to; null for none */
export function vocabulary(table: Table, prepared: PreparedWords, label: string | null): Vocabulary {
  const { measures, vocabulary: known, weights, rows } = prepared;
  const held = weights === null ? rows.length : weights.reduce((sum, weight) => sum + weight, 0);
  return { words: measures, ...known, held, leans: label === null ? null : leansOf(table, prepared, label) };
}

function leansOf(table: Table, { rows, weights, occurrences }: PreparedWords, label: string): Leans | null {
  const column = findColumn(table, label);
  if (column?.kind !== 'levels') return null;
  const g = column.levels.length;
  const p = occurrences.columns;
  const sizes = new Float64Array(g);
  const holding = new Float64Array(g * p);
  rows.forEach((row, i) => {
    if (isMissing(column, row)) return;
    const [level, weight] = [column.codes[row]!, weights?.[i] ?? 1];
    sizes[level]! += weight;
    for (let e = occurrences.starts[i]!; e < occurrences.starts[i + 1]!; e++) {
      holding[level * p + occurrences.places[e]!]! += weight;
    }
  });
  const all = sizes.reduce((sum, size) => sum + size, 0);
  const [to, share, others] = [new Uint32Array(p), new Float64Array(p), new Float64Array(p)];
  for (let j = 0; j < p; j++) {
    let total = 0;
    for (let level = 0; level < g; level++) {
      const own = holding[level * p + j]!;
      total += own;
      if (sizes[level]! > 0 && own / sizes[level]! > share[j]!) {
        share[j] = own / sizes[level]!;
        to[j] = level;
      }
    }
    const rest = all - sizes[to[j]!]!;
    others[j] = rest > 0 ? (total - holding[to[j]! * p + j]!) / rest : 0;
  }
  return { label, levels: column.levels, to, share, others };
}
