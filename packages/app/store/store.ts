import { configureStore, createListenerMiddleware } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { database } from '../storage/database';
import { noticeReducer, noticed } from './noticeSlice';
import { studyReducer, type StudyState } from './studySlice';

const keeping = createListenerMiddleware();

export const store = configureStore({
  reducer: { study: studyReducer, notice: noticeReducer },
  middleware: defaults =>
    defaults({ serializableCheck: false, immutableCheck: false }).prepend(keeping.middleware),
});

export type RootState = ReturnType<typeof store.getState>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();

// Every change of the open study is written at once, one write after the other.
let writing: Promise<unknown> = Promise.resolve();
keeping.startListening({
  predicate: (_, current, previous) => {
    const now = (current as { study: StudyState }).study.study;
    const before = (previous as { study: StudyState }).study.study;
    return now !== null && now !== before && before?.id === now.id;
  },
  effect: (_, { getState, dispatch }) => {
    const study = (getState() as RootState).study.study;
    if (study === null) return;
    writing = writing
      .then(() => database.studies.put(study))
      .catch((error: unknown) => {
        dispatch(
          noticed({
            kind: 'problem',
            text: `This change could not be kept in the browser (${reason(error)}). It holds in this tab only: take the recipe out before you close it.`,
          }),
        );
      });
  },
});

function reason(error: unknown): string {
  const name = error instanceof Error ? error.name : '';
  return name === 'QuotaExceededError' ? 'there is no room left' : String((error as Error).message ?? error);
}
