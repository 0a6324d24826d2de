import { WASM } from './wasm';

/** The compiled hot loops; pointers are bytes into their memory, counts are of doubles. */
export interface Kernels {
  readonly addProducts: (packed: number, panels: number, rows: number, out: number) => void;
  readonly turnFour: (top: number, line: number, count: number, turns: number) => void;
  readonly subtractTwo: (row: number, e: number, u: number, a: number, b: number, count: number) => void;
  readonly symmetricTimes: (
    row: number,
    u: number,
    e: number,
    times: number,
    sum: number,
    count: number,
  ) => number;
  readonly reflect: (q: number, line: number, rows: number, u: number, h: number, count: number) => void;
  readonly dot: (x: number, y: number, count: number) => number;
  readonly sortPlaces: (
    values: number,
    spare: number,
    places: number,
    sparePlaces: number,
    starts: number,
    digits: number,
    count: number,
  ) => void;
  readonly keepNumbers: (values: number, count: number) => number;
  /**
   * Room for so many doubles, from {@link BASE} on: whatever was there before may be gone, and older views are.
   * Null where the host has no more memory.
   */
  readonly room: (doubles: number) => Float64Array | null;
}

/** Where room starts, in bytes. */
export const BASE = 1024;
const PAGE = 65536;
const MOST_PAGES = 65536;

/** Not yet started while undefined. */
let made: Kernels | null | undefined;

/** The kernels, or null where the host cannot run them: their plain twins do the same then. */
export function kernels(): Kernels | null {
  if (made === undefined) made = start();
  return made;
}

/** Has the kernels left alone, or used again: for tests that hold them against their twins. */
export function useKernels(use: boolean): void {
  made = use ? undefined : null;
}

interface Memory {
  readonly buffer: ArrayBuffer;
  readonly grow: (pages: number) => number;
}

/** What is used of a host's WebAssembly, which not every host has. */
interface Assembly {
  readonly Memory: new (size: { initial: number; maximum: number }) => Memory;
  readonly Module: new (bytes: Uint8Array) => object;
  readonly Instance: new (
    module: object,
    imports: { env: { memory: Memory } },
  ) => { readonly exports: Omit<Kernels, 'room'> };
}

function start(): Kernels | null {
  const { WebAssembly: assembly, atob } = globalThis as unknown as {
    WebAssembly?: Assembly;
    atob: (text: string) => string;
  };
  if (assembly === undefined) return null;
  try {
    const memory = new assembly.Memory({ initial: 1, maximum: MOST_PAGES });
    const bytes = Uint8Array.from(atob(WASM), letter => letter.charCodeAt(0));
    const { exports } = new assembly.Instance(new assembly.Module(bytes), { env: { memory } });
    return { ...exports, room: doubles => room(memory, doubles) };
  } catch {
    // No SIMD, or a page's policy against it.
    return null;
  }
}

function room(memory: Memory, doubles: number): Float64Array | null {
  const needed = BASE + doubles * 8 - memory.buffer.byteLength;
  try {
    if (needed > 0) memory.grow(Math.ceil(needed / PAGE));
  } catch {
    return null;
  }
  return new Float64Array(memory.buffer, BASE, doubles);
}
