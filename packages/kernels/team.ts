import { ALONE, SHARED } from './dist/maps';

/** The hot loops of neighbour maps, by name; what each is given stands beside it in `assembly/maps`. */
export const MAP_KERNELS = [
  'addWholeProducts',
  'packRows',
  'nearestRows',
  'sortNearest',
  'projectRows',
  'joinLeaf',
  'descendRows',
  'distancesFrom',
  'attract',
  'repelAll',
  'repelByTree',
  'orderRows',
  'spreadCharges',
  'linesForward',
  'convolveColumns',
  'linesBackward',
  'gatherForces',
  'layKernel',
  'findInfluence',
  'moveRows',
] as const;

export type MapKernel = (typeof MAP_KERNELS)[number];

/**
 * Threads that share memory and the parts of each work. Which of them does a part is left to chance; what comes out is
 * not, since a part writes its own outcome alone.
 */
export interface Team {
  /** Takes so many bytes of the memory, a multiple of 64 bytes from its start. Views from before may be gone. */
  readonly room: (bytes: number) => number;
  /** Takes room for numbers of 32 bits and puts them there. */
  readonly put: (values: Uint32Array | Float32Array) => number;
  readonly f32: (at: number, count: number) => Float32Array;
  readonly f64: (at: number, count: number) => Float64Array;
  readonly u32: (at: number, count: number) => Uint32Array;
  readonly i16: (at: number, count: number) => Int16Array;
  /** Has all parts of a work done: 65,534 of them at most. */
  readonly run: (kernel: MapKernel, parts: number, args: readonly number[]) => void;
  /** Lets the other threads go; the memory goes with the team. */
  readonly end: () => void;
}

/** What another thread needs to lend a hand: it can be sent to a worker. */
export interface Duty {
  readonly module: object;
  readonly memory: object;
}

/** Sends a duty to a thread that answers with {@link lendHand}. */
export type Helper = (duty: Duty) => void;

const PAGE = 65536;
const MOST_PAGES = 65536;
const ARGUMENTS = 64;
const FIRST = 4096;

/** Places of the words by which threads agree. The low half of NEXT is the next part, its high half the work's number. */
const WORK = 0;
const NEXT = 1;
const PARTS = 2;
const KERNEL = 3;
const DONE = 4;
const OVER = 5;

/** A part that no work has. */
const CLOSED = 0xffff;

/** Times a thread looks again before it sleeps. */
const LOOKS = 20_000;
/** In milliseconds: it wakes up now and then in any case. */
const SLEEP = 50;

interface Memory {
  readonly buffer: ArrayBuffer;
  readonly grow: (pages: number) => number;
}

type Kernels = { readonly [K in MapKernel]: (part: number) => void };

/** What is used of a host's WebAssembly, which not every host has. */
interface Assembly {
  readonly Memory: new (size: { initial: number; maximum: number; shared: boolean }) => Memory;
  readonly Module: new (bytes: Uint8Array) => object;
  readonly Instance: new (
    module: object,
    imports: { env: { memory: object } },
  ) => { readonly exports: Kernels };
}

const host = globalThis as unknown as { WebAssembly?: Assembly; atob: (text: string) => string };

/** Compiled once a thread. */
const modules = new Map<string, object>();
let used = true;

/** Has the kernels left alone, or used again: for tests that hold them against their twins. */
export function useMapKernels(use: boolean): void {
  used = use;
}

/**
 * A team of this thread and those of the helpers, or null where the host cannot run the kernels: their plain twins do the
 * same then.
 *
 * @throws RangeError where the host has no memory for it
 */
export function startTeam(helpers: readonly Helper[] = []): Team | null {
  const { WebAssembly: assembly } = host;
  if (!used || assembly === undefined) return null;
  const shared = helpers.length > 0 && typeof SharedArrayBuffer !== 'undefined';
  const module = moduleOf(assembly, shared ? SHARED : ALONE);
  if (module === null) return null;
  // Where there is no memory to be had, plain loops are no help.
  const memory = new assembly.Memory({ initial: 16, maximum: MOST_PAGES, shared });
  const { exports } = new assembly.Instance(module, { env: { memory } });
  if (shared) for (const helper of helpers) helper({ module, memory });
  return teamOn(memory, exports, shared);
}

function moduleOf(assembly: Assembly, text: string): object | null {
  const known = modules.get(text);
  if (known !== undefined) return known;
  try {
    const module = new assembly.Module(Uint8Array.from(host.atob(text), letter => letter.charCodeAt(0)));
    modules.set(text, module);
    return module;
  } catch {
    // No SIMD, or a page's policy against it.
    return null;
  }
}

function teamOn(memory: Memory, kernels: Kernels, shared: boolean): Team {
  let free = FIRST;
  let work = 0;
  /** Made anew where memory grew: a view of before ends where that ended. */
  const words = (): Int32Array => new Int32Array(memory.buffer, 0, 16);
  const room = (bytes: number): number => {
    const at = free;
    free += Math.ceil(bytes / 64) * 64;
    const lacking = free - memory.buffer.byteLength;
    if (lacking > 0) memory.grow(Math.ceil(lacking / PAGE));
    return at;
  };
  return {
    room,
    put: values => {
      const at = room(values.byteLength);
      const bits = new Uint32Array(values.buffer, values.byteOffset, values.length);
      new Uint32Array(memory.buffer, at, values.length).set(bits);
      return at;
    },
    f32: (at, count) => new Float32Array(memory.buffer, at, count),
    f64: (at, count) => new Float64Array(memory.buffer, at, count),
    u32: (at, count) => new Uint32Array(memory.buffer, at, count),
    i16: (at, count) => new Int16Array(memory.buffer, at, count),
    run: (kernel, parts, args) => {
      new Float64Array(memory.buffer, ARGUMENTS, args.length).set(args);
      if (!shared) {
        for (let part = 0; part < parts; part++) kernels[kernel](part);
        return;
      }
      const at = words();
      // Closed first, so that nobody takes a part of the last work for one of this.
      Atomics.store(at, NEXT, (work << 16) | CLOSED);
      work = (work + 1) & 0x7fff;
      at[PARTS] = parts;
      at[KERNEL] = MAP_KERNELS.indexOf(kernel);
      Atomics.store(at, DONE, 0);
      Atomics.store(at, NEXT, work << 16);
      Atomics.store(at, WORK, work);
      Atomics.notify(at, WORK);
      doParts(at, work, kernels);
      for (let looks = 0; Atomics.load(at, DONE) < parts; looks++) {
        if (looks > LOOKS) Atomics.wait(at, DONE, Atomics.load(at, DONE), 1);
      }
    },
    end: () => {
      if (!shared) return;
      const at = words();
      Atomics.store(at, OVER, 1);
      Atomics.store(at, WORK, -1);
      Atomics.notify(at, WORK);
    },
  };
}

/** Takes part after part of a work, as long as it is that work and has any. */
function doParts(at: Int32Array, work: number, kernels: Kernels): void {
  for (;;) {
    const next = Atomics.load(at, NEXT);
    if (next >> 16 !== work || (next & 0xffff) >= at[PARTS]!) return;
    if (Atomics.compareExchange(at, NEXT, next, next + 1) !== next) continue;
    kernels[MAP_KERNELS[at[KERNEL]!]!](next & 0xffff);
    Atomics.add(at, DONE, 1);
    Atomics.notify(at, DONE);
  }
}

/** Lends a hand to a team until it ends: for a thread with nothing else to do. */
export function lendHand({ module, memory }: Duty): void {
  const { WebAssembly: assembly } = host;
  if (assembly === undefined) return;
  const { exports } = new assembly.Instance(module, { env: { memory } });
  const at = new Int32Array((memory as Memory).buffer, 0, 16);
  for (let seen = 0; Atomics.load(at, OVER) === 0;) {
    const work = Atomics.load(at, WORK);
    if (work !== seen) {
      seen = work;
      doParts(at, work, exports);
      continue;
    }
    let looks = 0;
    while (looks < LOOKS && Atomics.load(at, WORK) === seen) looks++;
    if (looks === LOOKS) Atomics.wait(at, WORK, seen, SLEEP);
  }
}
