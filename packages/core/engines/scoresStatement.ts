import { columnOf, type Matrix } from '../algebra/matrix';
import { literal, sumOf, type Layer } from './dialect';
import type { Engine } from './engine';
import { entryName, plainAsk, wholeRows, type WholeAsk } from './wholeAsk';

/** How rows are placed by their treated measures: Σ coefficient × (entry − mean) / unit − origin. */
export interface LinearScoring {
  readonly measures: readonly string[];
  readonly means: Float64Array;
  readonly units: Float64Array;
  /** Measures × dimensions. */
  readonly coefficients: Matrix;
  /** What is taken off each score; nothing without it. */
  readonly origin?: Float64Array;
}

/** The same with the dimensions' names, by which the engine is to call them. */
export interface Scoring extends LinearScoring {
  readonly names: readonly string[];
}

/** What scores need of how entries are treated. */
export type ScoresAsk = Pick<
  WholeAsk,
  'measures' | 'reversed' | 'shares' | 'transforms' | 'codes' | 'fences' | 'beyond'
>;

/** Longer sums are nested, which is not for reading. */
const MOST_FLAT = 300;

/**
 * A SELECT of every row with its scores, to be run as it is, kept as a view or as a table. Rows that lack a measure have NULL.
 *
 * @param key a column that tells rows apart, which stands first; null for none
 * @param ask how entries are treated; as they are without it
 */
export function scoresStatement(
  engine: Engine,
  scoring: Scoring,
  key: string | null,
  ask: ScoresAsk = plainAsk(scoring.measures),
): string {
  const { dialect, from } = engine;
  const { layers } = wholeRows(engine, plainAsk(ask.measures, ask));
  const [first, ...more] = layers as [Layer, ...Layer[]];
  const keyed: Layer = key === null ? [] : [['wold_key', dialect.quoted(key)]];
  const kept: Layer = key === null ? [] : [['wold_key', 'wold_key']];
  const scores = scoresLayer(scoring, ask.measures);
  let inner = from;
  [[...keyed, ...first], ...more.map(layer => [...kept, ...layer]), [...kept, ...scores]].forEach(
    (layer, at) => {
      const items = layer.map(([name, expression]) => `${expression} as ${name}`).join(',\n    ');
      inner = `(\n  select ${items}\n  from ${inner}\n) as layer${at}`;
    },
  );
  // What has no end is no score.
  const whole = scoring.names.map(
    (name, d) => `case when wold_d${d}-wold_d${d}=0 then wold_d${d} end as ${dialect.quoted(name)}`,
  );
  const own = key === null ? [] : [`wold_key as ${dialect.quoted(key)}`];
  return `select ${[...own, ...whole].join(', ')}\nfrom ${inner}`;
}

/** A row's scores by the names of its measures. @param all measures, in the order of their names */
export function scoresLayer(
  { measures, means, units, coefficients, origin }: LinearScoring,
  all: readonly string[],
): Layer {
  const places = measures.map(name => all.indexOf(name));
  return Array.from({ length: coefficients.columns }, (_, d): Layer[number] => {
    const weights = columnOf(coefficients, d);
    const terms = places.map(
      (j, k) => `(${entryName(j)}-${literal(means[k]!)})*${literal(weights[k]! / units[k]!)}`,
    );
    const sum = terms.length > MOST_FLAT ? sumOf(terms) : terms.join('\n      +');
    return [scoreName(d), origin === undefined ? sum : `${sum}\n      -${literal(origin[d]!)}`];
  });
}

export const scoreName = (d: number): string => `wold_d${d}`;
