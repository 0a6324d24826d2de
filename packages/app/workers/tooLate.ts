import type { ProblemData } from '@wold/core/problem';
import type { JobEnd } from './compute.worker';

/** So long, in milliseconds, reading a file may take, and so much longer for each byte: many times what any takes. */
const LONGEST_READING = 120_000;
const EACH_BYTE = 1e-3;
export const TOO_LONG: ProblemData = {
  what: 'reading the file took far longer than one of its size does, and was given up',
  where: null,
  remedy: 'It may be damaged: write it again from its source, as CSV or Parquet.',
};

/** Gives up what reads a file of so many bytes when it takes too long; nothing else. */
export function tooLate(size: number | null): {
  readonly end: Promise<JobEnd<unknown>>;
  readonly cancel: () => void;
} {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const end = new Promise<JobEnd<unknown>>(resolve => {
    if (size === null) return;
    timer = setTimeout(() => resolve({ problem: TOO_LONG }), LONGEST_READING + EACH_BYTE * size);
  });
  return { end, cancel: () => clearTimeout(timer) };
}
