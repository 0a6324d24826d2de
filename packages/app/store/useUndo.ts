import { useLocation, useNavigate } from 'react-router';
import { changeBetween } from '@wold/core/recipe/edit/changeWords';
import { noticed } from './noticeSlice';
import { redone, undone } from './studySlice';
import { useAppDispatch } from './store';
import { useStudy } from './useStudy';

/** Undoes or redoes the last change, says what it was, and leads to its question. */
export function useUndo(): { readonly undo: () => void; readonly redo: () => void } {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const { id, recipe, past, future } = useStudy();
  function go(back: boolean): void {
    const other = back ? past.at(-1) : future[0];
    if (other === undefined) return;
    const { what, question } = back ? changeBetween(other, recipe) : changeBetween(recipe, other);
    dispatch(back ? undone() : redone());
    dispatch(noticed({ kind: 'done', text: `${back ? 'Undone' : 'Done again'}: ${what}.` }));
    if (question !== null && !pathname.endsWith(`/${question}`)) void navigate(`/study/${id}/${question}`);
  }
  return { undo: () => go(true), redo: () => go(false) };
}
