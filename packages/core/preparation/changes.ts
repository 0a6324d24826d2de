export const CHANGE_STEPS = ['averaged', 'filled', 'pulled in'] as const;
/** What changed an entry: it was averaged with its repeats, filled where it was missing, or pulled in. */
export type ChangeStep = (typeof CHANGE_STEPS)[number];

/** An entry that was changed. */
export interface CellChange {
  readonly step: ChangeStep;
  readonly row: number;
  readonly measure: string;
  /** NaN where it was missing. */
  readonly from: number;
  readonly to: number;
}

/** Entries that were changed, in the order of the steps; kept by their parts, since there may be millions. */
export interface Changes {
  readonly length: number;
  readonly counts: Readonly<Record<ChangeStep, number>>;
  /** Places in {@link CHANGE_STEPS}. */
  readonly steps: Uint8Array;
  readonly rows: Uint32Array;
  /** Places in `names`. */
  readonly measures: Uint32Array;
  readonly names: readonly string[];
  readonly from: Float64Array;
  readonly to: Float64Array;
}

/** Takes changes one by one. */
export interface ChangesBuilder {
  readonly add: (step: ChangeStep, row: number, measure: string, from: number, to: number) => void;
  readonly finish: () => Changes;
}

export function changesBuilder(): ChangesBuilder {
  let room = 64;
  let steps = new Uint8Array(room);
  let rows = new Uint32Array(room);
  let measures = new Uint32Array(room);
  let before = new Float64Array(room);
  let after = new Float64Array(room);
  const placeOf = new Map<string, number>();
  const counts = { averaged: 0, filled: 0, 'pulled in': 0 };
  let length = 0;

  function grow(): void {
    room *= 2;
    steps = larger(steps, new Uint8Array(room));
    rows = larger(rows, new Uint32Array(room));
    measures = larger(measures, new Uint32Array(room));
    before = larger(before, new Float64Array(room));
    after = larger(after, new Float64Array(room));
  }

  function add(step: ChangeStep, row: number, measure: string, from: number, to: number): void {
    if (length === room) grow();
    let place = placeOf.get(measure);
    if (place === undefined) placeOf.set(measure, (place = placeOf.size));
    steps[length] = CHANGE_STEPS.indexOf(step);
    rows[length] = row;
    measures[length] = place;
    before[length] = from;
    after[length] = to;
    counts[step]++;
    length++;
  }

  const finish = (): Changes => ({
    length,
    counts,
    steps: steps.slice(0, length),
    rows: rows.slice(0, length),
    measures: measures.slice(0, length),
    names: [...placeOf.keys()],
    from: before.slice(0, length),
    to: after.slice(0, length),
  });

  return { add, finish };
}

/** The first changes, at most so many. */
export function listChanges(changes: Changes, most = changes.length): CellChange[] {
  return Array.from({ length: Math.min(most, changes.length) }, (_, index) => ({
    step: CHANGE_STEPS[changes.steps[index]!]!,
    row: changes.rows[index]!,
    measure: changes.names[changes.measures[index]!]!,
    from: changes.from[index]!,
    to: changes.to[index]!,
  }));
}

function larger<T extends Uint8Array | Uint32Array | Float64Array>(old: T, room: T): T {
  room.set(old);
  return room;
}
