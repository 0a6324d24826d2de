/** The plain-data form of a {@link Problem}, which crosses workers and goes to storage as it is. */
export interface ProblemData {
  readonly what: string;
  readonly where: string | null;
  readonly remedy: string;
}

/** What is wrong and what to do as whole sentences on one line. */
export function problemText({ what, where, remedy }: ProblemData): string {
  return [ended(where === null ? what : `${where}: ${what}`), remedy].filter(Boolean).join(' ');
}

/** A sentence with its full stop. */
export const ended = (text: string): string => (/[.!?…:]$/.test(text) ? text : `${text}.`);

/**
 * Something an analyst has to know and can act on: what is wrong, where it is (a file, row, column or value),
 * and what to do about it. Anything thrown that is not a `Problem` is a fault of Wold's own.
 */
export class Problem extends Error implements ProblemData {
  constructor(
    readonly what: string,
    readonly remedy: string,
    readonly where: string | null = null,
  ) {
    super(problemText({ what, where, remedy }));
    this.name = 'Problem';
  }
}

/** The plain-data form of anything thrown. */
export function problemData(thrown: unknown): ProblemData {
  if (thrown instanceof Problem) return { what: thrown.what, where: thrown.where, remedy: thrown.remedy };
  const message = thrown instanceof Error ? thrown.message : String(thrown);
  return {
    what: `Wold failed: ${message}`,
    where: null,
    remedy:
      'Your table and recipe are unharmed. Undo the last change, or take the recipe out and report this.',
  };
}
