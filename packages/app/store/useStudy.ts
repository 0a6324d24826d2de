import type { Recipe, Reduction } from '@wold/core/recipe/schema';
import type { StudyRecord } from '../storage/database';
import { edit } from './studySlice';
import { useAppDispatch, useAppSelector } from './store';

/** The open study. */
export function useStudy(): StudyRecord {
  const study = useAppSelector(state => state.study.study);
  if (study === null) throw new Error('useStudy needs an open study.');
  return study;
}

/** Its recipe: who reads only that is not drawn anew by anything else of the study. */
export function useRecipe(): Recipe {
  const recipe = useAppSelector(state => state.study.study?.recipe);
  if (recipe === undefined) throw new Error('useRecipe needs an open study.');
  return recipe;
}

export const useSelection = () => useAppSelector(state => state.study.selection);

/** The reduction in hand. */
export function useHand(): Reduction {
  const recipe = useRecipe();
  const hand = useAppSelector(state => state.study.study?.hand);
  return recipe.reductions.find(reduction => reduction.id === hand) ?? recipe.reductions[0]!;
}

/** Changes the recipe; `of` names what is changed, so that quick changes of one thing are one step of undo. */
export function useEdit(): (recipe: Recipe, of: string) => void {
  const dispatch = useAppDispatch();
  return (recipe, of) => dispatch(edit(recipe, of));
}
