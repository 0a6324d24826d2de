import type { Reduction } from '@wold/core/recipe/schema';
import type { MethodQuestion } from '../methods/method';
import { wordsOf } from '../methods/words';
import type { Answer } from './answer';
import { useMapAnswer } from './map/answer';
import type { UseAnswer } from './parts';
import { usePreparationAnswer } from './preparation/answer';
import type { QuestionRoute } from './questions';
import { useSuitabilityAnswer } from './suitability/answer';
import { useWriteupAnswer } from './writeup/answer';
import { useTableAnswer } from './table/answer';

/** Of the questions that are answered alike whatever the method. */
const ANSWERS: Readonly<Record<Exclude<QuestionRoute, MethodQuestion>, UseAnswer>> = {
  table: useTableAnswer,
  preparation: usePreparationAnswer,
  suitability: useSuitabilityAnswer,
  map: useMapAnswer,
  writeup: useWriteupAnswer,
};

/** The rail's answer to a question. What calls it is drawn anew for another question or method. */
export function useAnswerOf(route: QuestionRoute, reduction: Reduction): Answer {
  const { answers } = wordsOf(reduction.settings.method);
  const useAnswer =
    route in answers ? answers[route as MethodQuestion] : ANSWERS[route as keyof typeof ANSWERS];
  return useAnswer(reduction);
}
