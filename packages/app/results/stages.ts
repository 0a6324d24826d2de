import { useMemo, useSyncExternalStore } from 'react';
import { describedWhole } from '@wold/core/engines/describeWhole';
import type { WholeColumn } from '@wold/core/engines/wholeColumn';
import type { Account } from '@wold/core/preparation/prepared';
import { measureBoxes, type MeasureBoxes } from '@wold/core/preparation/boxes';
import type { MeasureDistribution } from '@wold/core/preparation/distribution';
import { treatmentOf } from '@wold/core/preparation/treatmentOf';
import type { Clusters } from '@wold/core/clusters/clusters';
import type { RelatedWords } from '@wold/core/vocabulary/relatedWords';
import type { Vocabulary } from '@wold/core/vocabulary/vocabulary';
import type { WordsApart } from '@wold/core/vocabulary/wordsApart';
import { methodNamed } from '@wold/core/methods/all';
import { namesOn, type Naming } from '@wold/core/methods/names';
import { withPlaced, type PlacedRows, type Placement } from '@wold/core/methods/placement';
import {
  placedRequest,
  preparationFor,
  preparationOf,
  reducedBy,
  reductionRequest,
  withoutOf,
} from '@wold/core/recipe/requests';
import { extentOf } from '@wold/core/recipe/extent';
import type { Recipe, Reduction } from '@wold/core/recipe/schema';
import { requestKey, type Request } from '@wold/core/recipe/stages';
import type { Suitability } from '@wold/core/suitability/suitability';
import { groupLabel } from '@wold/core/table/groupLabel';
import type { ColumnDescription } from '@wold/core/table/describe';
import { PICTURE_NEIGHBOURS, type PictureFigures } from '@wold/core/trust/pictureFigures';
import type { Replicates } from '@wold/core/trust/replicates';
import type { LevelCentres } from '@wold/core/use/levelCentres';
import type { PlacedAccount } from '@wold/core/use/placedAccount';
import type { ScoreRelation } from '@wold/core/use/scoreRelations';
import { useTable } from '../store/TableContext';
import { useHand, useRecipe } from '../store/useStudy';
import { onResults, tookOf } from './resultStore';
import { useResult, type Finding } from './useResult';

/** What each column of the table holds; of a whole table in its engine, as far as that has told it. */
export function useDescription(): Finding<readonly ColumnDescription[]> {
  const { columns } = useRecipe();
  const found = useResult({ stage: 'description' }, 'description', 'describing the table');
  const { value: whole } = useWholeColumns();
  const value = useMemo(
    () =>
      found.value === null || whole === null ? found.value : describedWhole(found.value, whole, columns),
    [found.value, whole, columns],
  );
  return { ...found, value };
}

/** What the engine tells of each column of a whole table; nothing where the rows at hand are all there is. */
export function useWholeColumns(): Finding<readonly WholeColumn[]> {
  const wanted = extentOf(useRecipe(), useTable()) === 'whole';
  return useResult({ stage: 'wholeColumns' }, 'whole columns', 'describing the whole table', wanted);
}

/** What preparation did. */
export function useAccount(): Finding<Account> {
  const recipe: Recipe = useRecipe();
  return useResult(
    { stage: 'account', preparation: preparationOf(recipe) },
    'account',
    'preparing the table',
  );
}

/** What preparation did for a reduction, which may use fewer rows than the study. */
export function useAccountOf(reduction: Reduction): Finding<Account> {
  const preparation = preparationFor(useRecipe(), reduction);
  const place = reduction.only.length === 0 ? 'account' : `account ${reduction.id}`;
  return useResult({ stage: 'account', preparation }, place, `preparing the rows of ${reduction.name}`);
}

/** Each measure's distribution before and after treatment. */
export function useBoxes(): Finding<readonly MeasureBoxes[]> {
  const preparation = preparationOf(useRecipe());
  const { measures, weight, weighting } = preparation;
  const label = 'drawing the measures';
  // Edits leave the ones as they are, and how measures are scaled the others.
  const before = useResult({ stage: 'originalBoxes', measures, weight, weighting }, 'original boxes', label);
  const treatment = useMemo(() => treatmentOf(preparation), [preparation]);
  const after = useResult({ stage: 'treatedBoxes', preparation: treatment }, 'treated boxes', label);
  const value = useMemo(
    () => (before.value === null || after.value === null ? null : measureBoxes(before.value, after.value)),
    [before.value, after.value],
  );
  return {
    value,
    stale: before.stale || after.stale,
    problem: after.problem ?? before.problem,
    stopped: before.stopped || after.stopped,
    paused: false,
    underWay: null,
    waits: before.waits || after.waits,
    resume: () => {
      if (before.stopped) before.resume();
      if (after.stopped) after.resume();
    },
  };
}

/** One measure in full, before and after treatment. */
export function useDistribution(measure: string): Finding<MeasureDistribution> {
  const recipe = useRecipe();
  const request = { stage: 'distribution', preparation: preparationOf(recipe), measure } as const;
  return useResult(request, 'distribution', `looking into ${measure}`);
}

/** What the correlations of the measures say. */
export function useSuitability(): Finding<Suitability> {
  const recipe = useRecipe();
  const { correlations: kind } = recipe.suitability;
  const preparation = preparationOf(recipe);
  const request = { stage: 'suitability', preparation, kind } as const;
  return useResult(request, 'suitability', 'relating the measures', preparation.words === null);
}

/** The label that colours the map in hand, where it is one. */
function useColouringLabel(): string | null {
  const table = useTable();
  const { colour } = useHand().map;
  return groupLabel(table, colour);
}

/** The words of the study's text, and where they lean to. */
export function useVocabulary(wanted = true): Finding<Vocabulary> {
  const label = useColouringLabel();
  const request = { stage: 'vocabulary', preparation: preparationOf(useRecipe()), label } as const;
  return useResult(request, 'vocabulary', 'listing the words', wanted);
}

/** What speaks for reducing words. */
export function useRelatedWords(wanted = true): Finding<RelatedWords> {
  const request = { stage: 'relatedWords', preparation: preparationOf(useRecipe()) } as const;
  return useResult(request, 'related words', 'relating the words', wanted);
}

/** Words in which rows differ from the others. */
export function useWordsApart(among: readonly number[]): Finding<WordsApart> {
  const request = { stage: 'wordsApart', preparation: preparationOf(useRecipe()), among } as const;
  return useResult(request, 'words apart', 'holding entries against the others');
}

/** What a reduction's method makes of the table. */
export function useReduced(reduction: Reduction): Finding<object> {
  const recipe = useRecipe();
  return useResult(
    reductionRequest(recipe, reduction),
    `reduced ${reduction.id}`,
    `${methodNamed(reduction.settings.method).doing} ${reduction.name}`,
  );
}

/** How long a reduction took, in milliseconds; null where it was found before the page was loaded. */
export function useTook(reduction: Reduction): number | null {
  const key = requestKey(useTable().key, reductionRequest(useRecipe(), reduction));
  return useSyncExternalStore(onResults, () => tookOf(key) ?? null);
}

/** How true the picture of a reduction on the dimensions that its map shows is, by one yardstick for all. */
export function usePictureFigures(reduction: Reduction, wanted: boolean): Finding<PictureFigures> {
  const recipe = useRecipe();
  const table = useTable();
  const { value } = usePlacement(reduction);
  const { x, y, colour } = reduction.map;
  const columns = value?.at.columns ?? 0;
  const dimensions = [...new Set([x, y].map(d => Math.min(d, columns) - 1))];
  const label = groupLabel(table, colour);
  const request = {
    reduced: reducedBy(recipe, reduction),
    preparation: preparationFor(recipe, reduction),
    dimensions,
    k: PICTURE_NEIGHBOURS,
    label,
    stage: 'pictureFigures',
  } as const;
  return useResult(request, `picture ${reduction.id}`, `judging ${reduction.name}`, wanted && columns > 0);
}

/** Where a reduction, by whichever method, places the rows. */
export function usePlacement(reduction: Reduction): Finding<Placement> {
  const found = useReduced(reduction);
  const { method } = reduction.settings;
  const value = useMemo(
    () => (found.value === null ? null : methodNamed(method).placement(found.value)),
    [found.value, method],
  );
  const placed = usePlacedRows(reduction, found);
  const whole = useMemo(
    () => (value === null || placed === null ? value : withPlaced(value, placed)),
    [value, placed],
  );
  return { ...found, value: whole };
}

/** Rows that are only placed, where that is work of its own and done; null where it is not, or not yet. */
function usePlacedRows(reduction: Reduction, found: Finding<object>): PlacedRows | null {
  const recipe = useRecipe();
  const { placing } = methodNamed(reduction.settings.method);
  const request = placedRequest(recipe, reduction);
  const wanted = request !== null && !found.stale && found.value !== null && placing!.wanted(found.value);
  const placed = useResult(
    request ?? reductionRequest(recipe, reduction),
    `placed ${reduction.id}`,
    `placing rows on ${reduction.name}`,
    wanted,
  );
  return wanted && !placed.stale ? (placed.value as PlacedRows | null) : null;
}

/** A reduction's names on its dimensions as they are now. */
export function useNaming(reduction: Reduction): Naming {
  const { value } = usePlacement(reduction);
  const { names } = reduction;
  return useMemo(() => (value === null ? NAMELESS : namesOn(names, value.structure)), [names, value]);
}

const NAMELESS: Naming = { names: [], given: [], rest: [] };

/** The scores against every column. */
export function useScoreRelations(reduction: Reduction): Finding<readonly ScoreRelation[]> {
  const request = { reduced: reducedBy(useRecipe(), reduction), stage: 'scoreRelations' } as const;
  return useResult(request, `score relations ${reduction.id}`, 'holding the scores against all columns');
}

/** How rows that are only placed stand to those in use. */
export function usePlacedAccount(): Finding<PlacedAccount> {
  const preparation = preparationOf(useRecipe());
  const label = 'holding rows that are placed against those in use';
  return useResult({ stage: 'placedAccount', preparation }, 'placed account', label);
}

/** The rows of a reduction in clusters. */
export function useClusters(
  reduction: Reduction,
  by: 'reduction' | 'measures',
  most: number,
  seed: number,
): Finding<Clusters> {
  const recipe = useRecipe();
  const asked = { most, seed };
  const request: Request =
    by === 'reduction'
      ? { reduced: reducedBy(recipe, reduction), stage: 'clusters', ...asked }
      : {
          preparation: preparationFor(recipe, reduction),
          without: withoutOf(recipe, reduction),
          stage: 'measureClusters',
          ...asked,
        };
  return useResult(request, `clusters ${reduction.id}`, 'finding clusters') as Finding<Clusters>;
}

/** Where the levels of a label lie on each measure. */
export function useLevelCentres(reduction: Reduction, label: string): Finding<LevelCentres> {
  const preparation = preparationFor(useRecipe(), reduction);
  return useResult(
    { preparation, label, stage: 'levelCentres' },
    `level centres ${reduction.id}`,
    `describing ${label}`,
  );
}

/** Scatter within repeats against all scatter. */
export function useReplicates(reduction: Reduction): Finding<Replicates> {
  const by = reduction.repeatsBy;
  const request = { reduced: reducedBy(useRecipe(), reduction), stage: 'replicates', by } as const;
  return useResult(request, `replicates ${reduction.id}`, `comparing repeats by ${by.join(', ')}`);
}
