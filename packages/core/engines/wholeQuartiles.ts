import { Problem } from '../problem';
import { numberOf, type Engine } from './engine';
import { entryName, wholeRows, type WholeAsk } from './wholeAsk';

/** The lower and the upper quartile of a measure. */
export type Quartiles = readonly [lower: number, upper: number];

/**
 * Quartiles of each measure over the rows that count, by linear interpolation between neighbours in order (Hyndman and Fan
 * 1996, type 7).
 *
 * @throws Problem where the table lies in several parts, whose quartiles do not add up, or rows weigh
 */
export async function wholeQuartiles(engines: readonly Engine[], asked: WholeAsk): Promise<Quartiles[]> {
  const [engine] = engines as [Engine];
  if (engines.length > 1 || asked.weight !== null) {
    throw new Problem(
      asked.weight === null
        ? 'quartiles of several parts of a table do not add up'
        : 'quartiles of rows that weigh are not worked out within an engine',
      'Leave outliers as they are, or reduce the sample alone.',
    );
  }
  const { dialect } = engine;
  const rows = wholeRows(engine, asked);
  const of = (wanted: readonly string[]) =>
    engine.ask(dialect.aggregates({ ...rows, centred: null, wanted, by: null }));
  const n = numberOf((await of(['count(*)']))[0]![0]);
  const found: Quartiles[] = [];
  for (let start = 0; start < asked.measures.length; start += dialect.mostColumns) {
    const part = asked.measures.slice(start, start + dialect.mostColumns);
    const wanted = part.flatMap((_, k) =>
      [0.25, 0.75].flatMap(share =>
        neighbours(share, n).map(place => dialect.inOrder(entryName(start + k), place, n)),
      ),
    );
    const [row] = await of(wanted);
    const values = row!.map(numberOf);
    part.forEach((_, k) => {
      const [a, b, c, d] = values.slice(4 * k, 4 * k + 4) as [number, number, number, number];
      found.push([between(a, b, 0.25, n), between(c, d, 0.75, n)]);
    });
  }
  return found;
}

/** Places in order, from 0, that a quantile lies between. */
function neighbours(share: number, n: number): [number, number] {
  const at = Math.floor(share * (n - 1));
  return [at, Math.min(n - 1, at + 1)];
}

function between(low: number, high: number, share: number, n: number): number {
  const at = share * (n - 1);
  return low + (at - Math.floor(at)) * (high - low);
}
