import { useEffect, useMemo, useState } from 'react';
import { preparationOf } from '@wold/core/recipe/requests';
import { tongueOf, type Tongue } from '@wold/core/words/languages';
import { marker, type MarkText } from '@wold/core/words/markedText';
import type { WordsSettings } from '@wold/core/words/settings';
import { useRecipe } from '../../store/useStudy';

/** How the study's text is split into words; null where its measures are columns. */
export const useSplit = (): WordsSettings | null => preparationOf(useRecipe()).words;

/** What marks the words of texts; null until it is there, and where no text is split. */
export function useMarker(words: readonly string[] | null): MarkText | null {
  const split = useSplit();
  const tongue = useTongue(split);
  return useMemo(
    () => (split === null || tongue === null || words === null ? null : marker(split, tongue, words)),
    [split, tongue, words],
  );
}

function useTongue(split: WordsSettings | null): Tongue | null {
  const [tongue, setTongue] = useState<Tongue | null>(null);
  const common = split?.common ?? null;
  const stem = split?.stem ?? null;
  useEffect(() => {
    let wanted = true;
    void tongueOf(common, stem).then(found => wanted && setTongue(found));
    return () => {
      wanted = false;
    };
  }, [common, stem]);
  return tongue;
}
