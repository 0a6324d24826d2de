import type { Telling } from './telling';
import type { WholeColumn } from './wholeColumn';
import { literal } from './dialect';
import { numberOf, type Engine } from './engine';
import type { EngineColumn } from './engineColumn';

const BINS = 16;
const COMMONEST = 5;

/**
 * What each column of a whole table holds, by two passes over its numbers and one over each label: counts, means and ranges
 * first, then squares about the means and a histogram. Several engines add up.
 *
 * @param labels columns whose commonest entries are counted: those with few levels
 */
export async function wholeColumns(
  engines: readonly Engine[],
  labels: readonly string[],
  host: Telling,
): Promise<WholeColumn[]> {
  const { columns } = engines[0]!;
  const firsts = await added(engines, columns, host, 0, firstPass, joinedFirst);
  const seconds = await added(engines, columns, host, 0.4, secondPass(firsts), joinedSecond);
  const result: WholeColumn[] = [];
  for (const [at, { name, isNumber }] of columns.entries()) {
    const { rows, present, mean, least, most, distinct } = firsts[at]!;
    const { squares, left, counts } = seconds[at]!;
    const exact = mean + left / present;
    const range = scaleOf(firsts[at]!);
    result.push({
      name,
      present,
      missing: rows - present,
      numbers:
        isNumber && present > 0
          ? {
              mean: exact,
              sd:
                present > 1
                  ? range * Math.sqrt(Math.max(0, squares - (left / range) ** 2 / present) / (present - 1))
                  : NaN,
              least,
              most,
              histogram:
                least === most
                  ? { from: least, to: most, counts: [present] }
                  : { from: least, to: most, counts },
            }
          : null,
      distinct: engines.length === 1 ? distinct : null,
      commonest: isNumber || !labels.includes(name) ? null : await commonestOf(engines, columns[at]!),
    });
    host.progress(0.8 + (0.2 * (at + 1)) / columns.length);
  }
  return result;
}

interface First {
  readonly rows: number;
  readonly present: number;
  readonly mean: number;
  readonly least: number;
  readonly most: number;
  readonly distinct: number | null;
  /** Numbers that are not whole. */
  readonly broken: number;
}

interface Second {
  /** Σ ((x − mean) / range)². */
  readonly squares: number;
  /** Σ (x − mean). */
  readonly left: number;
  readonly counts: readonly number[];
}

/** Aggregates of a column, and what is made of their figures. */
interface Pass<T> {
  readonly wanted: (engine: Engine, column: EngineColumn, at: number) => readonly string[];
  readonly read: (figures: readonly number[], engine: Engine, column: EngineColumn, rows: number) => T;
}

const isFinite = (x: string): string => `${x}-${x}=0`;

const firstPass: Pass<First> = {
  wanted: ({ dialect, distinct }, column) => {
    const own = dialect.quoted(column.name);
    const different = distinct === undefined ? [dialect.distinct(own)] : [];
    if (!column.isNumber) return [`count(${own})`, ...different];
    const x = dialect.double(column);
    const there = `case when ${isFinite(x)} then ${x} end`;
    return [
      `count(${there})`,
      ...different,
      // Halves: two huge numbers would overflow.
      `avg(${there})`,
      `min(${there})`,
      `max(${there})`,
      `sum(case when ${isFinite(x)} and floor(${x})<>${x} then 1 else 0 end)`,
    ];
  },
  read: (figures, { distinct: known }, { name }, rows) => {
    const [present, ...rest] = figures as [number, ...number[]];
    const distinct = known === undefined ? rest.shift()! : (known.get(name) ?? null);
    const [mean = NaN, least = NaN, most = NaN, broken = 0] = rest;
    return { rows, present, mean, least, most, distinct, broken };
  },
};

function joinedFirst(a: First, b: First): First {
  const present = a.present + b.present;
  if (a.present === 0 || b.present === 0) {
    return { ...(a.present === 0 ? b : a), rows: a.rows + b.rows, distinct: null };
  }
  return {
    rows: a.rows + b.rows,
    present,
    mean: (a.present / present) * a.mean + (b.present / present) * b.mean,
    least: Math.min(a.least, b.least),
    most: Math.max(a.most, b.most),
    distinct: null,
    broken: a.broken + b.broken,
  };
}

const scaleOf = ({ least, most }: First): number => {
  const range = most - least;
  return range > 0 && Number.isFinite(range) ? range : 1;
};

/** Whole numbers over a short range have a bin each. */
function binsOf({ least, most, broken, present }: First): number {
  const steps = most - least + 1;
  return broken === 0 && steps <= BINS ? steps : Math.max(4, Math.min(BINS, Math.ceil(Math.sqrt(present))));
}

const secondPass = (firsts: readonly First[]): Pass<Second> => ({
  wanted: ({ dialect }, column, at) => {
    const first = firsts[at]!;
    if (!column.isNumber || first.present === 0) return [];
    const x = dialect.double(column);
    const range = literal(scaleOf(first));
    const c = `(${x}-${literal(first.mean)})/${range}`;
    const bins = binsOf(first);
    const bin = dialect.floor(`(${x}-${literal(first.least)})/${range}*${bins}`);
    const there = isFinite(x);
    return [
      `sum(case when ${there} then (${c})*(${c}) else 0 end)`,
      `sum(case when ${there} then ${x}-${literal(first.mean)} else 0 end)`,
      ...Array.from(
        { length: bins },
        (_, k) => `sum(case when ${there} and ${bin}${k === bins - 1 ? '>=' : '='}${k} then 1 else 0 end)`,
      ),
    ];
  },
  read: ([squares = 0, left = 0, ...counts]) => ({ squares, left, counts }),
});

const joinedSecond = (a: Second, b: Second): Second => ({
  squares: a.squares + b.squares,
  left: a.left + b.left,
  counts: a.counts.map((count, k) => count + (b.counts[k] ?? 0)),
});

/** Aggregates that a statement holds at most. */
const MOST_WANTED = 600;

/** A pass over all columns in several statements, of several engines added up. */
async function added<T>(
  engines: readonly Engine[],
  columns: readonly EngineColumn[],
  host: Telling,
  from: number,
  pass: Pass<T>,
  join: (a: T, b: T) => T,
): Promise<T[]> {
  let all: T[] | null = null;
  for (const engine of engines) {
    const found: T[] = [];
    for (let start = 0; start < columns.length;) {
      const part: { readonly column: EngineColumn; readonly wanted: readonly string[] }[] = [];
      let wanted = 1;
      for (; start < columns.length; start++) {
        const column = columns[start]!;
        const own = pass.wanted(engine, column, start);
        if (part.length > 0 && wanted + own.length > MOST_WANTED) break;
        part.push({ column, wanted: own });
        wanted += own.length;
      }
      const asked = ['count(*)', ...part.flatMap(one => one.wanted)];
      const [row] = await engine.ask(`select ${asked.join(', ')} from ${engine.from}`);
      const [rows, ...figures] = row!.map(numberOf);
      for (const { column, wanted: own } of part) {
        found.push(pass.read(figures.splice(0, own.length), engine, column, rows!));
      }
      host.progress(from + (0.4 * start) / columns.length);
    }
    all = all === null ? found : all.map((one, j) => join(one, found[j]!));
  }
  return all!;
}

async function commonestOf(
  engines: readonly Engine[],
  column: EngineColumn,
): Promise<WholeColumn['commonest']> {
  const counts = new Map<string, number>();
  for (const { ask, dialect, from } of engines) {
    const own = dialect.quoted(column.name);
    const text = dialect.textOf(column);
    // Some more than are shown, since the commonest of one part need not be those of another.
    const rows = await ask(
      `select ${text} as wold_level, count(*) as wold_count from ${from} where ${own} is not null group by ${text} order by wold_count desc, wold_level limit ${engines.length === 1 ? COMMONEST : 10_000}`,
    );
    for (const [level, count] of rows) {
      counts.set(String(level), (counts.get(String(level)) ?? 0) + numberOf(count));
    }
  }
  return [...counts]
    .map(([level, count]) => ({ level, count }))
    .sort((a, b) => b.count - a.count || (a.level < b.level ? -1 : 1))
    .slice(0, COMMONEST);
}
