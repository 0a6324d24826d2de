import type { NeighbourMap } from '@wold/core/methods/neighbours/neighbourMap';
import type { MapAgreement, MapQuality } from '@wold/core/methods/neighbours/quality';
import type { Region, RegionApart } from '@wold/core/methods/neighbours/setApart';
import type { DistanceDensity } from '@wold/core/methods/neighbours/judged/distanceDensity';
import type { Gapped, Gaps } from '@wold/core/methods/neighbours/judged/gaps';
import type { AgreementOfNothing } from '@wold/core/methods/neighbours/judged/ofNothing';
import type { OtherSeeds } from '@wold/core/methods/neighbours/judged/otherSeeds';
import type { TruenessAt } from '@wold/core/nearest/truenessOver';
import { askOf } from '@wold/core/recipe/requests';
import type { ReductionBy } from '@wold/core/recipe/schema';
import { groupLabel } from '@wold/core/table/groupLabel';
import { useReduced } from '../../results/stages';
import { useResult, type Finding } from '../../results/useResult';
import { useTable } from '../../store/TableContext';
import { useRecipe } from '../../store/useStudy';

/** A reduction by a map of neighbours. */
export type NeighboursReduction = ReductionBy<'neighbours'>;

/** The map of a reduction, as it stands while it is laid out. */
export const useNeighbourMap = (reduction: NeighboursReduction): Finding<NeighbourMap> =>
  useReduced(reduction) as Finding<NeighbourMap>;

/** What rests on the finished map waits for that: the map is laid out once. */
function useFinished(reduction: NeighboursReduction): boolean {
  const { value, stale } = useNeighbourMap(reduction);
  return value !== null && !stale;
}

/** How true the map is to the neighbours in the table. */
export function useMapQuality(reduction: NeighboursReduction, wanted = true): Finding<MapQuality> {
  const { judgedAt } = reduction.settings;
  const request = { ...askOf(useRecipe(), reduction), stage: 'mapQuality', judgedAt } as const;
  const finished = useFinished(reduction);
  return useResult(
    request,
    `quality ${reduction.id}`,
    `judging ${reduction.name} by its neighbours`,
    finished && wanted,
  );
}

/** Agreement of the label that colours the map; not asked for where a number does, or nothing. */
export function useMapAgreement(reduction: NeighboursReduction, wanted = true): Finding<MapAgreement> {
  const { judgedAt } = reduction.settings;
  const label = useLabelInHand(reduction);
  const request = {
    ...askOf(useRecipe(), reduction),
    stage: 'mapAgreement',
    judgedAt,
    label: label ?? '',
  } as const;
  const finished = useFinished(reduction);
  return useResult(
    request,
    `agreement ${reduction.id}`,
    `looking at the neighbours’ ${label ?? 'labels'}`,
    finished && wanted && label !== null,
  );
}

/** The label that colours the map, or null. */
export function useLabelInHand({ map }: NeighboursReduction): string | null {
  const table = useTable();
  if (map.colour === null) return null;
  return groupLabel(table, map.colour);
}

/** What sets a region apart from the other rows. */
export function useSetApart(reduction: NeighboursReduction, region: Region): Finding<RegionApart> {
  const request = { ...askOf(useRecipe(), reduction), stage: 'setApart', region } as const;
  return useResult(request, `apart ${reduction.id}`, 'holding rows against the others');
}

/** How true the map is over the sizes of neighbourhoods. */
export function useTruenessOver(reduction: NeighboursReduction): Finding<readonly TruenessAt[]> {
  const request = { ...askOf(useRecipe(), reduction), stage: 'truenessOverSizes' } as const;
  const finished = useFinished(reduction);
  return useResult(request, `trueness ${reduction.id}`, `judging ${reduction.name} at all sizes`, finished);
}

/** Distances on the map against those in the table. */
export function useDistanceDensity(reduction: NeighboursReduction): Finding<DistanceDensity> {
  const request = { ...askOf(useRecipe(), reduction), stage: 'distanceDensity' } as const;
  const finished = useFinished(reduction);
  return useResult(request, `distances ${reduction.id}`, `holding distances against each other`, finished);
}

/** The same map by other seeds. */
export function useOtherSeeds(reduction: NeighboursReduction, wanted = true): Finding<OtherSeeds> {
  const { judgedAt, otherStarts: starts } = reduction.settings;
  const label = useLabelInHand(reduction);
  const asked = { judgedAt, label, starts };
  const request = { ...askOf(useRecipe(), reduction), stage: 'otherSeeds', ...asked } as const;
  const finished = useFinished(reduction);
  return useResult(
    request,
    `seeds ${reduction.id}`,
    `laying ${reduction.name} out by five other seeds`,
    finished && wanted,
  );
}

/** Whether the gaps around groups are the table's or the map's. */
export function useGaps(reduction: NeighboursReduction, gapped: Gapped, wanted = true): Finding<Gaps> {
  const { judgedAt } = reduction.settings;
  const request = { ...askOf(useRecipe(), reduction), stage: 'mapGaps', judgedAt, gapped } as const;
  const finished = useFinished(reduction);
  return useResult(request, `gaps ${reduction.id}`, 'looking across the gaps', finished && wanted);
}

/** Which draw of the measures is looked at. */
const DEALT = 1;

/** The same settings on measures dealt out anew. */
export function useMapOfNothing(reduction: NeighboursReduction): Finding<NeighbourMap> {
  const request = { ...askOf(useRecipe(), reduction), stage: 'mapOfNothing', dealt: DEALT } as const;
  const finished = useFinished(reduction);
  return useResult(request, `nothing ${reduction.id}`, `laying out what nothing looks like`, finished);
}

/** What the label's agreement comes to there. */
export function useAgreementOfNothing(reduction: NeighboursReduction): Finding<AgreementOfNothing> {
  const { judgedAt } = reduction.settings;
  const label = useLabelInHand(reduction);
  const { value, stale } = useMapOfNothing(reduction);
  const request = {
    ...askOf(useRecipe(), reduction),
    stage: 'agreementOfNothing',
    dealt: DEALT,
    judgedAt,
    label: label ?? '',
  } as const;
  const wanted = value !== null && !stale && label !== null;
  return useResult(request, `agreement of nothing ${reduction.id}`, 'looking at neighbours', wanted);
}
