import type { Table } from '../table/table';
import { gapsByRow } from './missing';
import { measureOf } from './measureOf';

/** Rows that lack the same measures. */
export interface GapPattern {
  readonly lacks: readonly string[];
  readonly rows: readonly number[];
}

/** Which measures go missing, and which go missing together. */
export interface GapPatterns {
  readonly complete: number;
  /** Measures with gaps, most first, with how many. */
  readonly measures: readonly { readonly name: string; readonly missing: number }[];
  /** Commonest first. */
  readonly patterns: readonly GapPattern[];
  /** Pairs of measures by the correlation φ of their being missing, strongest first; only those beyond .1. */
  readonly pairs: readonly {
    readonly a: string;
    readonly b: string;
    readonly both: number;
    readonly phi: number;
  }[];
}

const MOST_PATTERNS = 60;
const MOST_PAIRS = 20;
/** Pairs are looked for among this many measures with the most gaps. */
const MOST_PAIRED = 200;
const WEAK = 0.1;

/** The pattern of missingness of some measures over all rows of the table. */
export function gapPatterns(table: Table, names: readonly string[]): GapPatterns {
  const columns = names.map(name => measureOf(table, name));
  const gaps = gapsByRow(columns);
  const byPattern = new Map<string, { lacks: string[]; rows: number[] }>();
  const rowsOf = new Map<string, Set<number>>();
  for (const [row, lacks] of gaps) {
    const key = JSON.stringify(lacks);
    const pattern = byPattern.get(key);
    if (pattern === undefined) byPattern.set(key, { lacks, rows: [row] });
    else pattern.rows.push(row);
    for (const name of lacks) {
      const rows = rowsOf.get(name);
      if (rows === undefined) rowsOf.set(name, new Set([row]));
      else rows.add(row);
    }
  }
  const measures = [...rowsOf]
    .map(([name, rows]) => ({ name, missing: rows.size }))
    .sort((a, b) => b.missing - a.missing || names.indexOf(a.name) - names.indexOf(b.name));
  return {
    complete: table.rows - gaps.size,
    measures,
    patterns: [...byPattern.values()].sort((a, b) => b.rows.length - a.rows.length).slice(0, MOST_PATTERNS),
    pairs: pairsOf(measures.slice(0, MOST_PAIRED), rowsOf, table.rows),
  };
}

/** φ = (n n₁₁ − n₁ n₂) / √(n₁ (n − n₁) n₂ (n − n₂)) (Pearson 1900). */
function pairsOf(
  measures: GapPatterns['measures'],
  rowsOf: ReadonlyMap<string, ReadonlySet<number>>,
  n: number,
): GapPatterns['pairs'] {
  const pairs: { a: string; b: string; both: number; phi: number }[] = [];
  measures.forEach(({ name: a, missing: na }, index) => {
    for (const { name: b, missing: nb } of measures.slice(index + 1)) {
      const inB = rowsOf.get(b)!;
      let both = 0;
      for (const row of rowsOf.get(a)!) if (inB.has(row)) both++;
      const phi = (n * both - na * nb) / Math.sqrt(na * (n - na) * nb * (n - nb));
      if (both > 1 && phi > WEAK) pairs.push({ a, b, both, phi });
    }
  });
  return pairs.sort((x, y) => y.phi - x.phi).slice(0, MOST_PAIRS);
}
