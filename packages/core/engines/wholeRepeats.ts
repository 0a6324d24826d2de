import { Problem } from '../problem';
import { numberOf, type Engine } from './engine';
import { scoreName, scoresLayer, type LinearScoring } from './scoresStatement';
import { GROUP, WEIGHT, wholeRows, type WholeAsk } from './wholeAsk';

/** What is asked of rows that repeat each other. */
export interface RepeatsAsk {
  readonly asked: WholeAsk;
  readonly scoring: LinearScoring;
  /** The columns whose equal entries, all together, mark repeats. */
  readonly by: readonly string[];
  /** Whether weights are counts; others are rescaled within each group to sum to its rows. */
  readonly counts: boolean;
}

/** Scatter of scores within repeats and of all rows, of a whole table. */
export interface WholeRepeats {
  /** Groups of rows that repeat each other, and rows in them. */
  readonly groups: number;
  readonly rows: number;
  /** Those rows less one a group. */
  readonly df: number;
  /** For each dimension: squares within the groups over df, and the variance of all rows. */
  readonly within: readonly number[];
  readonly all: readonly number[];
}

/**
 * The mean square of scores within groups of repeats (Fisher 1925) and their variance over all rows, in one statement: sums
 * by group, then over the groups.
 *
 * @throws Problem where the table lies in several parts, or no entry comes twice
 */
export async function wholeRepeats(
  engines: readonly Engine[],
  { asked, scoring, by, counts }: RepeatsAsk,
): Promise<WholeRepeats> {
  const [engine] = engines as [Engine];
  if (engines.length > 1) {
    throw new Problem(
      'rows that repeat each other may lie in several parts of the table',
      'Reduce the sample alone.',
    );
  }
  const { dialect, columns } = engine;
  const keys = by.map(name => {
    const column = columns.find(one => one.name === name);
    if (column === undefined)
      throw new Problem('the table has no such column', 'Choose another.', `column “${name}”`);
    return dialect.textOf(column);
  });
  const { from, only, layers, whole } = wholeRows(
    engine,
    asked,
    keys.length === 1 ? keys[0]! : dialect.joined(keys),
  );
  const dimensions = Array.from({ length: scoring.coefficients.columns }, (_, d) => d);
  const named = (layer: readonly (readonly [string, string])[]) =>
    layer.map(([name, expression]) => `${expression} as ${name}`).join(', ');
  let inner = `${from}${only.length === 0 ? '' : ` where ${only.join(' and ')}`}`;
  for (const [at, layer] of layers.entries()) inner = `(select ${named(layer)} from ${inner}) as layer${at}`;
  const scored = `(select ${WEIGHT}, ${GROUP}, ${named(scoresLayer(scoring, asked.measures))} from ${inner} where ${whole}) as scored`;
  const sums = dimensions.map(
    d =>
      `sum(${WEIGHT}*${scoreName(d)}) as wold_s${d}, sum(${WEIGHT}*${scoreName(d)}*${scoreName(d)}) as wold_q${d}`,
  );
  const groups = `(select ${GROUP}, count(*) as wold_n, sum(${WEIGHT}) as wold_t, ${sums.join(', ')} from ${scored} group by ${GROUP}) as grouped`;
  const size = counts ? 'wold_t' : 'wold_n';
  const repeats = (what: string) =>
    `sum(case when ${GROUP} is not null and ${size}>1 then ${what} else 0 end)`;
  const rescaled = counts ? '' : '*(wold_n/wold_t)';
  const wanted = [
    repeats('1'),
    repeats(size),
    'sum(wold_n)',
    'sum(wold_t)',
    ...dimensions.flatMap(d => [
      repeats(`(wold_q${d}-wold_s${d}*wold_s${d}/wold_t)${rescaled}`),
      `sum(wold_q${d})`,
      `sum(wold_s${d})`,
    ]),
  ];
  const [row] = await engine.ask(`select ${wanted.join(', ')} from ${groups}`);
  const [found, rows, n, total, ...rest] = row!.map(numberOf) as [
    number,
    number,
    number,
    number,
    ...number[],
  ];
  const df = rows - found;
  if (!(df > 0)) {
    throw new Problem(
      'no entry comes twice among the rows used, so that there are no repeats.',
      'Choose the columns that mark repeated rows.',
      by.length === 1 ? `column “${by[0]}”` : `columns ${by.map(name => `“${name}”`).join(', ')}`,
    );
  }
  const all = counts ? total : n;
  return {
    groups: found,
    rows,
    df,
    within: dimensions.map(d => rest[3 * d]! / df),
    all: dimensions.map(
      d => ((rest[3 * d + 1]! - rest[3 * d + 2]! ** 2 / total) * (all / total)) / (all - 1),
    ),
  };
}
