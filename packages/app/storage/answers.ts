import type { QuestionRoute } from '../readings/questions';
import { database, type AnswersRecord } from './database';

/** Keeps an answer of the rail for the list of studies. Where there is no room the list tells less, and nothing is lost. */
export async function keepAnswer(study: string, route: QuestionRoute, text: string): Promise<void> {
  try {
    await database.transaction('rw', database.answers, async () => {
      const others = await answersOf(study);
      const answers = [...others.filter(other => other.route !== route), { route, text }];
      await database.answers.put({ study, answers });
    });
  } catch {
    // See above.
  }
}

async function answersOf(study: string): Promise<AnswersRecord['answers']> {
  const record = await database.answers.get(study);
  return Array.isArray(record?.answers) ? record.answers : [];
}
