import { startTeam } from '@wold/kernels/team';
import type { Host } from '../host';
import type { Search } from './search';
import { trimmed } from './exactNeighbours';
import { ROW, type Lists } from './lists';
import type { SearchMetric } from './metric';
import type { FlatRows } from './rows';

/** Parts of a round: each needs a table of its own. */
const PARTS = 256;

/** The search by kernels, or null where the host has none. */
export function compiledSearch(
  { n, stride, values }: FlatRows,
  k: number,
  metric: Exclude<SearchMetric, 'given'>,
  host: Host,
): Search | null {
  const team = startTeam(host.helpers);
  if (team === null) return null;
  const which = metric === 'manhattan' ? 1 : 0;
  const rows = team.put(values);
  const distances = team.room(4 * n * k);
  const neighbours = team.room(4 * n * k);
  team.f32(distances, n * k).fill(Infinity);
  team.u32(neighbours, n * k).fill(ROW);
  const queries = Math.ceil(n / PARTS);
  const parts = Math.ceil(n / queries);
  const changes = team.room(4 * parts);
  const order = team.room(4 * n);
  const starts = team.room(4 * (n + 1));
  let projection: { readonly at: number; readonly along: number } | null = null;
  let around: ReturnType<typeof roomFor> | null = null;
  const roomFor = ({ width }: Lists) => {
    const list = 4 * n * width;
    // All that can be met from new ones, and from known ones by way of new ones.
    const met = 3 * width * width;
    const size = 2 ** Math.ceil(Math.log2(2 * met));
    return {
      fresh: [team.room(list), team.room(4 * n)] as const,
      known: [team.room(list), team.room(4 * n)] as const,
      table: team.room(4 * size * parts),
      size,
    };
  };
  const putLists = ([at, countsAt]: readonly [number, number], { rows: list, counts }: Lists): void => {
    team.u32(at, list.length).set(list);
    team.u32(countsAt, n).set(counts);
  };
  return {
    project: directions => {
      const count = directions.length / stride;
      // Every tree has as many.
      projection ??= { at: team.room(4 * directions.length), along: team.room(4 * n * count) };
      const { at, along } = projection;
      team.f32(at, directions.length).set(directions);
      team.run('projectRows', parts, [rows, n, stride, queries, at, count, along]);
      return team.f32(along, n * count);
    },
    join: leaves => {
      team.u32(order, n).set(leaves.order);
      team.u32(starts, leaves.starts.length).set(leaves.starts);
      const most = 60_000;
      for (let from = 0; from + 1 < leaves.starts.length; from += most) {
        const count = Math.min(most, leaves.starts.length - 1 - from);
        const at = starts + 4 * from;
        team.run('joinLeaf', count, [rows, stride, order, at, k, distances, neighbours, which]);
      }
    },
    neighbours: () => team.u32(neighbours, n * k),
    descend: (fresh, known) => {
      around ??= roomFor(fresh);
      putLists(around.fresh, fresh);
      putLists(around.known, known);
      team.run('descendRows', parts, [
        ...[rows, stride, n, queries, k, distances, neighbours, which],
        ...[...around.fresh, ...around.known, fresh.width, around.table, around.size, changes],
      ]);
      return team.u32(changes, parts).reduce((sum, count) => sum + count, 0);
    },
    sorted: () => {
      const found = team.u32(neighbours, n * k);
      for (let e = 0; e < found.length; e++) found[e]! &= ROW;
      team.run('sortNearest', parts, [rows, n, stride, queries, k, distances, neighbours, which]);
      return trimmed(n, k, k, team.u32(neighbours, n * k), team.f32(distances, n * k));
    },
    end: () => team.end(),
  };
}
