import type { EngineColumn } from './engineColumn';

/** Names given to expressions, one after the other: later ones may use earlier ones. */
export type Layer = readonly (readonly [name: string, expression: string])[];

/** A statement of aggregates over entries that are worked out layer by layer. */
export interface Aggregates {
  readonly from: string;
  /** Conditions on the table's own columns. */
  readonly only: readonly string[];
  /** Of the table's own columns first, then each of the one before; what a later one needs stands in each as itself. */
  readonly layers: readonly Layer[];
  /** A condition on the names of the last layer, or ''. */
  readonly whole: string;
  /** One more layer, of the rows that meet it. */
  readonly centred: Layer | null;
  readonly wanted: readonly string[];
  /** A name of the last layer by whose entries the aggregates are told apart, which stands first. */
  readonly by: string | null;
}

/** How statements differ between engines. */
export interface Dialect {
  readonly name: 'PostgreSQL' | 'DuckDB' | 'ClickHouse';
  /** A name of a column, whatever letters it has. */
  readonly quoted: (name: string) => string;
  readonly text: (text: string) => string;
  /** A column of numbers or booleans as doubles. */
  readonly double: (column: EngineColumn) => string;
  /** The text of a column, alike in all engines for whole numbers and texts. */
  readonly textOf: (column: EngineColumn) => string;
  readonly joined: (texts: readonly string[]) => string;
  readonly md5: (text: string) => string;
  /** The natural logarithm. */
  readonly ln: (x: string) => string;
  /** A double that is known not to be missing. */
  readonly present: (x: string) => string;
  /** Different entries. */
  readonly distinct: (x: string) => string;
  /** The entry at a place in order, from 0, of n that are all there. */
  readonly inOrder: (x: string, place: number, n: number) => string;
  /** The number of a bin from 0 on, of a double. */
  readonly floor: (x: string) => string;
  /** Whether Σ xy of a pair is had from its covariance, which the engine finds faster. */
  readonly byCovariance: boolean;
  /** Pairs of measures that a statement holds at most. */
  readonly mostPairs: number;
  /** Measures of which a statement tells some figures at most. */
  readonly mostColumns: number;
  readonly aggregates: (asked: Aggregates) => string;
  /** A table from a statement, or a view. */
  readonly create: (kind: 'table' | 'view', name: string, select: string) => string;
}

/** A number as it stands in statements: in parentheses, since a sign may follow another. */
export const literal = (value: number): string => `(${value.toExponential(17)})`;

/** Terms added up in pairs of pairs: no engine nests a long sum too deep. */
export const sumOf = (terms: readonly string[]): string => paired(terms, '+');

/** Terms with something between each two, in pairs of pairs. */
function paired(terms: readonly string[], between: string): string {
  if (terms.length < 3) return terms.join(between);
  const half = Math.ceil(terms.length / 2);
  return `(${paired(terms.slice(0, half), between)})${between}(${paired(terms.slice(half), between)})`;
}

const standardText = (text: string): string => `'${text.replace(/'/g, "''")}'`;
const standardName = (name: string): string => `"${name.replace(/"/g, '""')}"`;
const backslashed = (text: string): string => text.replace(/[\\'`]/g, letter => `\\${letter}`);

const named = (layer: Layer): string =>
  layer.map(([name, expression]) => `${expression} as ${name}`).join(', ');

/** Layers as selects within selects. @param fence keeps an engine from joining two of them, which would work entries out anew for each sum */
const nested =
  (fence: string) =>
  ({ from, only, layers, whole, centred, wanted, by }: Aggregates): string => {
    const where = (condition: string) => (condition === '' ? '' : ` where ${condition}`);
    let inner = `${from}${where(only.join(' and '))}`;
    layers.forEach((layer, at) => {
      inner = `(select ${named(layer)} from ${inner}) as layer${at}`;
    });
    inner += where(whole);
    if (centred !== null) inner = `(select ${named(centred)} from ${inner}${fence}) as centred`;
    const [first, group] = by === null ? ['', ''] : [`${by}, `, ` group by ${by}`];
    return `select ${first}${wanted.join(', ')} from ${inner}${group}`;
  };

export const POSTGRES: Dialect = {
  name: 'PostgreSQL',
  quoted: standardName,
  text: standardText,
  // Booleans have no cast to doubles of their own.
  double: ({ name, isBoolean }) => `${standardName(name)}${isBoolean ? '::int' : ''}::float8`,
  textOf: ({ name }) => `${standardName(name)}::text`,
  joined: texts => paired(texts, " || '|' || "),
  md5: text => `md5(${text})`,
  ln: x => `ln(${x})`,
  present: x => x,
  distinct: x => `count(distinct ${x})`,
  // At shares in the middle of a step no rounding leads to a neighbour.
  inOrder: (x, place, n) => `percentile_disc(${literal((place + 0.5) / n)}) within group (order by ${x})`,
  floor: x => `floor(${x})`,
  byCovariance: false,
  mostPairs: 320,
  mostColumns: 150,
  aggregates: nested(' offset 0'),
  create: (kind, name, select) => `create ${kind} ${name} as ${select}`,
};

export const DUCKDB: Dialect = {
  ...POSTGRES,
  name: 'DuckDB',
  double: ({ name }) => `cast(${standardName(name)} as double)`,
  textOf: ({ name, type }) => {
    const text = `cast(${standardName(name)} as varchar)`;
    return /^(FLOAT|DOUBLE)$/.test(type) ? `regexp_replace(${text}, '\\.0$', '')` : text;
  },
  distinct: x => `approx_count_distinct(${x})`,
  inOrder: (x, place, n) => `quantile_disc(${x}, ${(place + 0.5) / n})`,
  mostPairs: 1275,
  aggregates: nested(''),
};

export const CLICKHOUSE: Dialect = {
  name: 'ClickHouse',
  quoted: name => `\`${backslashed(name)}\``,
  text: text => `'${backslashed(text)}'`,
  double: ({ name }) => `toFloat64(\`${backslashed(name)}\`)`,
  textOf: ({ name }) => `toString(\`${backslashed(name)}\`)`,
  joined: texts => `concat(${texts.join(", '|', ")})`,
  md5: text => `lower(hex(MD5(${text})))`,
  ln: x => `log(${x})`,
  present: x => `assumeNotNull(${x})`,
  distinct: x => `uniq(${x})`,
  inOrder: (x, place, n) => `quantileExact(${(place + 0.5) / n})(assumeNotNull(${x}))`,
  floor: x => `floor(${x})`,
  byCovariance: true,
  mostPairs: 1600,
  mostColumns: 300,
  // A select within a select is slower here: names stand before it, and are worked out once.
  aggregates: ({ from, only, layers, whole, centred, wanted, by }) => {
    const all = [...layers, ...(centred === null ? [] : [centred])].flat();
    const names = named(all.filter(([name, expression]) => name !== expression));
    const [first, group] = by === null ? ['', ''] : [`${by}, `, ` group by ${by}`];
    const where = [...only, whole].filter(one => one !== '').join(' and ');
    return `with ${names} select ${first}${wanted.join(', ')} from ${from}${where === '' ? '' : ` where ${where}`}${group}`;
  },
  create: (kind, name, select) =>
    kind === 'view'
      ? `create view ${name} as ${select}`
      : `create table ${name} engine = MergeTree order by tuple() as ${select}`,
};
