import type { AnyPrepared, PreparedWords } from '../preparation/prepared';
import { prepared } from '../preparation/stages';
import { Problem } from '../problem';
import { worked, type Worked } from '../stages/worked';
import { entriesWith } from './entriesWith';
import { relatedWords } from './relatedWords';
import { shuffledScree } from './shuffledScree';
import * as stages from './stages';
import { vocabulary } from './vocabulary';
import { wordsApart } from './wordsApart';

/** @throws Problem where no text is split */
function wordsIn(made: AnyPrepared): PreparedWords {
  if (made.kind === 'words') return made;
  throw new Problem('no text is split into words.', 'Split a column of text in question 2.');
}

export const VOCABULARY_WORKS: readonly Worked[] = [
  worked(stages.vocabulary, async ({ preparation, label }, { table, need }) =>
    vocabulary(table, wordsIn(await need(prepared, { preparation })), label),
  ),
  worked(stages.relatedWords, async ({ preparation }, { need, host }) =>
    relatedWords(wordsIn(await need(prepared, { preparation })), host),
  ),
  worked(stages.wordsApart, async ({ preparation, among }, { need }) =>
    wordsApart(wordsIn(await need(prepared, { preparation })), among),
  ),
  worked(stages.entriesWith, async ({ preparation, word }, { need }) =>
    entriesWith(wordsIn(await need(prepared, { preparation })), word),
  ),
  worked(stages.shuffledScree, async ({ preparation, ...ask }, { need, host }) =>
    shuffledScree(wordsIn(await need(prepared, { preparation })), ask, host),
  ),
];
