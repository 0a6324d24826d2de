import { labelAgreement } from '../../../nearest/labelAgreement';
import { placeNeighbours } from '../../../nearest/placeNeighbours';
import { Problem } from '../../../problem';
import type { Table } from '../../../table/table';
import { labelColumn, levelsOf } from '../levelsOf';
import type { NeighbourGraph } from '../graph';
import { mapPoints } from '../mapPoints';
import type { NeighbourMap } from '../neighbourMap';
import { judgedAt } from '../quality';

/** Groups whose gaps are looked into: the levels of a label, or some rows against all others. */
export type Gapped =
  | { readonly kind: 'label'; readonly column: string }
  | { readonly kind: 'rows'; readonly rows: readonly number[] };

/** Whose a group's gap is: the table's, the map's alone, the table's but closed by the map, or there is none. */
export type GapVerdict = 'table' | 'map' | 'closed' | 'none';

/** How far a group lies apart, in the table and on the map. */
export interface Gap {
  /** Its level; null for rows that were marked. */
  readonly level: string | null;
  readonly rows: number;
  /** Of its rows' nearest, the share that lie outside: in the table, on the map, and of rows dealt out at random. */
  readonly outsideInTable: number;
  readonly outsideOnMap: number;
  readonly byChance: number;
  readonly verdict: GapVerdict;
}

/** Whether the gaps of a map are real. */
export interface Gaps {
  readonly k: number;
  readonly of: readonly Gap[];
}

/** Less than so much of what chance gives lies outside: a gap. */
const APART = 0.25;
/** From so much more on, in shares of what chance gives, table and map differ. */
const DIFFER = 0.25;

/** Whose the gap is, by what lies outside as a share of what would by chance. */
export function gapVerdict(inTable: number, onMap: number, byChance: number): GapVerdict {
  const [table, map] = [inTable / byChance, onMap / byChance];
  if (table - map >= DIFFER && map < APART) return 'map';
  if (map - table >= DIFFER && table < APART) return 'closed';
  return table < APART ? 'table' : 'none';
}

/**
 * How many of the nearest of a group's rows lie outside it, in the table and on the map.
 *
 * @throws Problem where there are not two groups of rows that are on the map
 */
export function gapsOf(
  table: Table,
  graph: NeighbourGraph,
  map: NeighbourMap,
  gapped: Gapped,
  asked: number,
): Gaps {
  const { codes, nameOf } = codesOf(table, map, gapped);
  const met = new Set(codes.filter(code => code >= 0));
  if (met.size < 2) {
    throw new Problem(
      'only one group of rows lies on the map.',
      'Choose a label with several levels, or select a part of the rows.',
    );
  }
  const k = Math.min(judgedAt(asked, graph.points), graph.neighbours.k);
  const near = placeNeighbours(mapPoints(map, graph), k);
  const onMap = labelAgreement(codes, graph.point, near, k, map.weights);
  const inTable = labelAgreement(codes, graph.point, graph.neighbours, k, map.weights);
  return {
    k,
    of: onMap.levels
      .filter(({ code }) => gapped.kind === 'label' || code === 1)
      .map(({ code, rows, share }): Gap => {
        const outsideInTable = 1 - inTable.levels.find(level => level.code === code)!.share;
        const byChance = (onMap.rows - rows) / (onMap.rows - 1);
        return {
          level: nameOf(code),
          rows,
          outsideInTable,
          outsideOnMap: 1 - share,
          byChance,
          verdict: gapVerdict(outsideInTable, 1 - share, byChance),
        };
      }),
  };
}

function codesOf(
  table: Table,
  { rows }: NeighbourMap,
  gapped: Gapped,
): { readonly codes: Int32Array; readonly nameOf: (code: number) => string | null } {
  if (gapped.kind === 'rows') {
    const chosen = new Set(gapped.rows);
    return { codes: Int32Array.from(rows, row => Number(chosen.has(row))), nameOf: () => null };
  }
  const { levels } = labelColumn(table, gapped.column);
  return { codes: levelsOf(table, rows, gapped.column), nameOf: code => levels[code]! };
}
