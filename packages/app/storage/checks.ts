import './uncompiled';
import { checkRecipe } from '@wold/core/recipe/schema';
import { z } from 'zod';
import { QUESTIONS } from '../readings/questions';
import type { StudyRecord } from './database';

/** A recipe as it is kept, checked and brought to this version. */
export { checkRecipe };

const time = z.number().finite();
const recipes = z.array(z.unknown()).catch([]);
const routes = QUESTIONS.map(({ route }) => route);

/** What must be there, and what is completed where it is damaged. The recipes are checked where a study is opened. */
const studySchema = z.object({
  id: z.string().min(1),
  name: z.string().trim().min(1).catch('Study without a name'),
  fileKey: z.string(),
  recipe: z.unknown(),
  revision: z.int().min(0).default(0).catch(0),
  past: recipes,
  future: recipes,
  hand: z.string().catch(''),
  // One or none, in earlier versions.
  beside: z
    .union([z.array(z.string()), z.string().transform(id => [id])])
    .catch([])
    .default([]),
  seen: z.array(z.enum(routes)).catch([]),
  created: time.catch(0),
  changed: time.catch(0),
  deleted: time.nullable().catch(null),
});

/** A kept study completed where it is damaged; null where it is none. */
export function completedStudy(record: unknown): StudyRecord | null {
  const result = studySchema.safeParse(record);
  return result.success ? (result.data as StudyRecord) : null;
}

const answersSchema = z.array(z.object({ route: z.enum(routes), text: z.string() })).catch([]);

/** Kept answers, those that are none left out. */
export const checkedAnswers = (record: unknown): z.infer<typeof answersSchema> => answersSchema.parse(record);
