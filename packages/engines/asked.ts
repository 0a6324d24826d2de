import { Problem } from '@wold/core/problem';

/** How long statements may take, and what stops them. */
export interface Limits {
  /** Seconds that a statement may take. */
  readonly seconds: number;
  /** Rows that a table may have at most; any number without it. */
  readonly rows?: number | undefined;
  readonly signal?: AbortSignal | undefined;
}

/** Without a word from anyone. */
export const PLAIN_LIMITS: Limits = { seconds: 3600 };

/**
 * A statement's answer, within its limits: where it takes too long or is stopped, the engine is told to end it too.
 *
 * @param cancel ends the statement in the engine
 * @throws Problem where it is refused, stopped or late
 */
export async function asked<T>(
  engine: string,
  where: string,
  { seconds, signal }: Limits,
  run: () => Promise<T>,
  cancel: () => unknown,
): Promise<T> {
  let ended: 'stopped' | 'late' | null = signal?.aborted === true ? 'stopped' : null;
  let giveUp: () => void = () => undefined;
  const given = new Promise<never>((_, reject) => {
    giveUp = () => reject(new Error('given up'));
  });
  given.catch(() => undefined);
  const end = (why: 'stopped' | 'late') => async (): Promise<void> => {
    ended ??= why;
    await Promise.resolve(cancel()).catch(() => undefined);
    // An engine that hangs answers to nothing.
    setTimeout(giveUp, PATIENCE).unref();
  };
  const onStop = end('stopped');
  const timer = setTimeout(end('late'), 1000 * seconds);
  signal?.addEventListener('abort', onStop);
  try {
    if (ended !== null) throw new Error('stopped');
    return await Promise.race([run(), given]);
  } catch (thrown) {
    if (ended === 'stopped') throw new Problem('it was stopped', 'Ask again.', where);
    if (ended === 'late') {
      throw new Problem(
        `${engine} took longer than ${seconds} seconds`,
        'Use fewer rows by a condition, or allow more time with --seconds.',
        where,
      );
    }
    throw thrown instanceof Problem
      ? thrown
      : new Problem(
          `${engine} refuses (${(thrown as Error).message})`,
          'Check the source, the table and the recipe, and what the role may read.',
          where,
        );
  } finally {
    clearTimeout(timer);
    signal?.removeEventListener('abort', onStop);
  }
}

/** How long an engine may take to end a statement that it was told to, in milliseconds. */
const PATIENCE = 3000;
