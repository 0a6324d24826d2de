import { useCallback } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction } from '@wold/core/recipe/schema';
import { light, type Tokens } from '../../theme/tokens';
import { useColouringIn } from './useColouring';
import type { Colouring } from './colouring';

/** Black on white, whatever the theme. */
export const PRINT: Tokens = {
  ...light,
  paper: '#ffffff',
  ink: '#000000',
  inkSoft: '#333333',
  rule: '#999999',
};

/** The colours of a reduction's rows as they are printed. */
export function usePrinted(reduction: Reduction): (placement: Placement) => Colouring {
  const colouringIn = useColouringIn(reduction);
  return useCallback(placement => colouringIn(placement, 'light', PRINT), [colouringIn]);
}
