import type { WholeAsk } from '../engines/wholeAsk';
import type { Bench } from '../stages/bench';
import { fencesAround, type Fences } from './outliers';
import type { PreparationInput } from './prepared';
import { wholeQuartiles } from './stages';
import { wholeAskOf } from './wholeAskOf';

/**
 * What a preparation asks of a table that stays in its engine, fences around the whole's quartiles included. Who asks rests
 * on these too.
 *
 * @param by a label whose groups are told apart
 * @throws Problem for what cannot be done there
 */
export async function wholeAsk(
  { need, table }: Pick<Bench, 'need' | 'table'>,
  preparation: PreparationInput,
  by: string | null = null,
): Promise<WholeAsk> {
  return wholeAskOf(preparation, table.arranged, by, await wholeFences({ need, table }, preparation));
}

/** The fences of each measure of a whole table; null where outliers stay as they are. */
export async function wholeFences(
  { need, table }: Pick<Bench, 'need' | 'table'>,
  preparation: PreparationInput,
): Promise<(Fences | null)[] | null> {
  const { outliers, measures, unfenced, reach } = preparation;
  if (outliers === 'none') return null;
  // Of the entries before they are transformed.
  const asked: WholeAsk = {
    ...wholeAskOf(preparation, table.arranged),
    shares: 'none',
    transforms: measures.map(() => 'none'),
    beyond: 'pull in',
  };
  const quartiles = await need(wholeQuartiles, { asked });
  return measures.map((name, j) => {
    const [low, high] = quartiles[j]!;
    return unfenced.includes(name) ? null : fencesAround(low, high, reach);
  });
}
