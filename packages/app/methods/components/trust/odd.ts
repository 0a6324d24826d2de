import type { Distances } from '@wold/core/methods/components/distances';

/** Rows of the table beyond the limit of T², far out within the dimensions, and of Q, off them. */
export interface OddRows {
  readonly far: ReadonlySet<number>;
  readonly off: ReadonlySet<number>;
}

/** The rows beyond the limits; none where there are no limits. */
export function oddRows(distances: Distances | null): OddRows {
  const far = new Set<number>();
  const off = new Set<number>();
  for (const { row, t2, q } of rowDistances(distances)) {
    if (isBeyond(t2, distances!.t2Limit)) far.add(row);
    if (isBeyond(q, distances!.qLimit)) off.add(row);
  }
  return { far, off };
}

export interface RowDistance {
  readonly row: number;
  readonly t2: number;
  readonly q: number;
  readonly placed: boolean;
}

/** Every row's distances, used rows first. */
export function rowDistances(distances: Distances | null): RowDistance[] {
  if (distances === null) return [];
  const { rows, t2, q, placedRows, placedT2, placedQ } = distances;
  return [
    ...Array.from(rows, (row, i) => ({ row, t2: t2[i]!, q: q[i]!, placed: false })),
    ...Array.from(placedRows, (row, i) => ({ row, t2: placedT2[i]!, q: placedQ[i]!, placed: true })),
  ];
}

/** Whether a distance lies beyond its limit, by more than rounding: a row may lie as far as it can, at the limit. */
export function isBeyond(distance: number, limit: number | null): boolean {
  return limit !== null && distance > limit * (1 + 1e-9);
}

/** Whether a row lies beyond a limit. */
export function isOdd({ t2, q }: RowDistance, { t2Limit, qLimit }: Distances): boolean {
  return isBeyond(t2, t2Limit) || isBeyond(q, qLimit);
}

/** The larger of a row's two distances, each against its limit. */
export function oddness({ t2, q }: RowDistance, { t2Limit, qLimit }: Distances): number {
  return Math.max(t2Limit === null ? 0 : t2 / t2Limit, qLimit === null ? 0 : q / qLimit);
}
