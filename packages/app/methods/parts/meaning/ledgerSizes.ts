/** Sizes of the ledger's columns and lines in pixels, and how many letters of a name fit into its column. */
export interface LedgerSizes {
  readonly name: number;
  readonly cell: number;
  readonly row: number;
  readonly letters: number;
}

const LEAST_NAME = 150;
const LEAST_CELL = 78;
const MOST_CELL = 168;
/** Beside wordings, which want more room. */
const MOST_WORDED = 112;
/** Mean widths of a letter of names and of wordings, and the room that tags take. */
const LETTER = 7.3;
const SMALL_LETTER = 6.1;
const TAG = 54;
const LINE = 24;
const SMALL_LINE = 15;
const MOST_LINES = 3;
/** Of more dimensions only those in sight are drawn, in columns of one width. */
const FEW = 8;

/**
 * Names and wordings take the room that the dimensions leave, in as many lines as they need; six dimensions fit beside
 * each other in 740 pixels.
 *
 * @param tail pixels of the columns after those of the dimensions
 */
export function ledgerSizes(
  width: number,
  kept: number,
  measures: readonly string[],
  wordingOf: (measure: string) => string,
  tail: number,
): LedgerSizes {
  const [longest, wording] = measures.reduce(
    ([name, words], measure) => [Math.max(name, measure.length), Math.max(words, wordingOf(measure).length)],
    [0, 0],
  );
  const cell =
    kept > FEW
      ? MOST_CELL
      : Math.max(
          LEAST_CELL,
          Math.min(
            wording > 0 ? MOST_WORDED : MOST_CELL,
            Math.floor((width - LEAST_NAME - tail) / Math.max(1, kept)),
          ),
        );
  const wanted = Math.max(LEAST_NAME, longest * LETTER + TAG, wording * SMALL_LETTER + 16);
  const left = kept > FEW ? LEAST_NAME : width - tail - kept * cell;
  const name = Math.max(LEAST_NAME, Math.min(left, wanted));
  const lines = wording === 0 ? 0 : Math.min(MOST_LINES, Math.ceil((wording * SMALL_LETTER) / (name - 16)));
  return {
    name,
    cell,
    row: LINE + lines * SMALL_LINE,
    letters: Math.max(10, Math.floor((name - TAG) / LETTER)),
  };
}
