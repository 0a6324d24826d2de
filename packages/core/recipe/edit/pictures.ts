import type { Recipe } from '../schema';

/** Rows seen as pictures, of which the measures are the pixels, or as numbers. */
export const withPictures = (recipe: Recipe, pictures: boolean): Recipe => ({ ...recipe, pictures });
