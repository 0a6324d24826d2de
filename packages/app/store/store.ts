import { configureStore, createListenerMiddleware } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { onOtherTab } from '../storage/channel';
import { keepStudy, loadStudy } from '../storage/studies';
import { putTable } from '../storage/tables';
import { tableAtHand } from '../workers/tablesAtHand';
import { storageProblem } from '../storage/storageProblem';
import { keepBegan, keepReducer, kept as isKept, notKept } from './keepSlice';
import { noticeReducer, noticed } from './noticeSlice';
import { followed, opened, studyReducer, type StudyState } from './studySlice';

const keeping = createListenerMiddleware();

export const store = configureStore({
  reducer: { study: studyReducer, notice: noticeReducer, keep: keepReducer },
  middleware: defaults =>
    defaults({ serializableCheck: false, immutableCheck: false }).prepend(keeping.middleware),
});

export type RootState = ReturnType<typeof store.getState>;
export type AppDispatch = typeof store.dispatch;
export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();

// Every change of the open study is written at once, one write after the other.
let writing: Promise<unknown> = Promise.resolve();
/** The revision of the open study that this tab stands on. */
let revision = 0;

for (const actionCreator of [opened, followed]) {
  keeping.startListening({
    actionCreator,
    effect: ({ payload }) => {
      revision = payload.revision ?? 0;
    },
  });
}

keeping.startListening({
  predicate: (action, current, previous) => {
    const now = (current as { study: StudyState }).study.study;
    const before = (previous as { study: StudyState }).study.study;
    const ownChange = !opened.match(action) && !followed.match(action);
    return ownChange && now !== null && now !== before && before?.id === now.id;
  },
  effect: (_, { getState, getOriginalState, dispatch }) => {
    const before = (getOriginalState() as RootState).study.study;
    const study = (getState() as RootState).study.study;
    if (study === null || before === null) return;
    dispatch(keepBegan());
    writing = writing
      .then(async () => {
        const kept = await keepStudy(before, study, revision);
        dispatch(isKept());
        if (kept.revision === null) {
          const table = tableAtHand();
          if (kept.gone === 'lost' && table?.fileKey === study.fileKey) await putTable(table);
          dispatch(noticed({ kind: 'problem', text: kept.gone === 'deleted' ? GONE : LOST }));
          return;
        }
        revision = kept.revision;
        if (kept.over === null) return;
        const { past, recipe } = kept.over;
        const now = (getState() as RootState).study.study;
        if (now?.id === study.id) {
          dispatch(followed({ ...now, past: [...past, recipe], revision: kept.revision }));
        }
        dispatch(noticed({ kind: 'problem', text: CROSSED }));
      })
      .catch((error: unknown) => {
        dispatch(notKept());
        const { what, remedy } = storageProblem(error);
        const text = `This change is not kept, and holds in this tab only: ${what}. ${remedy}`;
        dispatch(noticed({ kind: 'problem', text }));
      });
  },
});

const GONE =
  'This study was deleted in another tab, so that this change is not kept. Bring it back on the start page, or take the recipe out.';
const LOST =
  'All that was kept of this study is gone from the browser’s storage. What was decided and its table are kept anew; its file is not: keep that, and take the recipe out.';
const CROSSED =
  'Another tab changed this study at the same moment. Your change stands on top of that one; undo leads back to it.';

/** Follows what other tabs decide of the open study. */
export function followTabs(onGone: (id: string) => void): () => void {
  return onOtherTab(id => {
    if (store.getState().study.study?.id !== id) return;
    // After what this tab still writes.
    writing = writing
      .then(() => loadStudy(id))
      .then(study => {
        if (study === null) onGone(id);
        else if ((study.revision ?? 0) !== revision || study.name !== store.getState().study.study?.name) {
          store.dispatch(followed(study));
        }
      })
      .catch(() => undefined);
  });
}
