/** How long work takes: light is done at once, heavy once the page has drawn that, long leaves a worker free for what comes meanwhile. */
export type Weight = 'light' | 'heavy' | 'long';

declare const types: unique symbol;

/**
 * One kind of result: what it is called, and the version of its definition. Raising the version has its own results, and
 * those that rest on it, computed anew, and no others. What is done is {@link Worked} apart, so that the page knows
 * stages without any algorithm.
 */
export interface Stage<Ask, Out> {
  readonly name: string;
  readonly version: number;
  readonly weight: Weight;
  /** The stages it rests on, where the question decides which. */
  readonly restsOn: (ask: Ask) => readonly AnyStage[];
  /** Whether its results are dear: kept where the host can, and found once where several threads ask. */
  readonly kept: boolean;
  /** Of long work, what where it stands depends on: the question but for how far it goes. */
  readonly courseOf: (ask: Ask) => object;
  readonly [types]?: Out;
}

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- of every kind
export type AnyStage = Stage<any, any>;
export type AskOf<S extends AnyStage> = S extends Stage<infer Ask, infer _Out> ? Ask : never;
export type OutOf<S extends AnyStage> = S extends Stage<infer _Ask, infer Out> ? Out : never;

/** What few stages have. */
type StageWays<Ask> = Partial<Pick<Stage<Ask, unknown>, 'kept' | 'courseOf'>>;

/** A stage by its name, version and weight. */
export function stage<Ask, Out>(
  name: string,
  version: number,
  weight: Weight,
  restsOn: readonly AnyStage[] | ((ask: Ask) => readonly AnyStage[]) = [],
  { kept = false, courseOf = ask => ask as object }: StageWays<Ask> = {},
): Stage<Ask, Out> {
  const below = typeof restsOn === 'function' ? restsOn : () => restsOn;
  return { name, version, weight, restsOn: below, kept, courseOf };
}

/** Names and versions of a stage and of all that it rests on, sorted: what its results are kept under. */
export function versionsOf<Ask>(of: Stage<Ask, unknown>, ask: Ask): string[] {
  const found = new Set<string>();
  const add = (one: AnyStage): void => {
    const version = `${one.name} ${one.version}`;
    if (found.has(version)) return;
    found.add(version);
    for (const below of one.restsOn(ask)) add(below);
  };
  add(of);
  return [...found].sort();
}
