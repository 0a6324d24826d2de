import { configureStore, type UnknownAction } from '@reduxjs/toolkit';
import { render, type RenderResult } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import { freshRecipe } from '@wold/core/recipe/fresh';
import type { Recipe } from '@wold/core/recipe/schema';
import { readDelimited } from '@wold/core/table/readDelimited';
import type { Table } from '@wold/core/table/table';
import type { StudyRecord } from '../storage/database';
import { keepReducer } from '../store/keepSlice';
import { noticeReducer } from '../store/noticeSlice';
import { opened, studyReducer } from '../store/studySlice';
import { TableContext } from '../store/TableContext';
import { ThemeMode } from '../theme/ThemeMode';

/** A small table for tests of components: a label, two measures, a row that lacks something. */
export const pots: Table = readDelimited(
  new TextEncoder().encode('kiln,a,b\nnorth,1,10\nsouth,2,30\nnorth,3,20\nsouth,5,\n'),
  'pots.csv',
);

export const studyOf = (recipe: Recipe): StudyRecord => ({
  id: 'study',
  name: 'Pots',
  fileKey: pots.fileKey,
  recipe,
  revision: 0,
  past: [],
  future: [],
  hand: recipe.reductions[0]!.id,
  beside: [],
  seen: [],
  created: 0,
  changed: 0,
  deleted: null,
});

interface Shown extends RenderResult {
  readonly store: { readonly dispatch: (action: UnknownAction) => unknown };
  readonly study: () => StudyRecord;
  readonly state: () => { readonly study: ReturnType<typeof studyReducer>; readonly notice: unknown };
}

/** Shows a component within an open study, of {@link pots} unless another is given, as the app does but for its workers. */
export function show(
  part: ReactNode,
  recipe: Recipe = freshRecipe(pots),
  path = '/study/study/table',
  table: Table = pots,
): Shown {
  const store = configureStore({
    reducer: { study: studyReducer, notice: noticeReducer, keep: keepReducer },
    middleware: defaults => defaults({ serializableCheck: false, immutableCheck: false }),
  });
  store.dispatch(opened(studyOf(recipe)));
  const shown = render(
    <Provider store={store}>
      <ThemeMode>
        <MemoryRouter initialEntries={[path]}>
          <TableContext value={table}>{part}</TableContext>
        </MemoryRouter>
      </ThemeMode>
    </Provider>,
  );
  return { ...shown, store, study: () => store.getState().study.study!, state: () => store.getState() };
}
