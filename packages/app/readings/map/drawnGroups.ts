import type { Placement } from '@wold/core/methods/placement';
import type { RowMap } from '@wold/core/recipe/schema';
import { convexHull } from '@wold/core/use/convexHull';
import { groupEllipses } from '@wold/core/use/groupEllipses';
import type { Colouring } from './colouring';
import type { DrawnGroup } from './groupSeries';
import type { Points } from './points';

/** The groups of the colouring label with their centres and what is drawn around them, where that is asked for. */
export function drawnGroups(
  { counts }: Placement,
  points: Points,
  by: Colouring,
  isolated: readonly number[],
  { groups, share }: RowMap,
): readonly DrawnGroup[] {
  if (groups === 'none' || by.kind !== 'levels' || points.flat) return [];
  const { weights } = points;
  const shown = by.groups.filter(
    ({ code }) => code >= 0 && (isolated.length === 0 || isolated.includes(code)),
  );
  const places = new Map(shown.map(({ code }) => [code, [] as number[]]));
  for (let i = 0; i < points.used; i++) places.get(by.codeOf(points.rows[i]!))?.push(i);
  const found = groupEllipses(
    { x: points.x, y: points.y, weights, counts },
    shown.map(({ name, code }) => [name, places.get(code)!] as const),
    share,
  );
  return found.map((group, index) => ({
    ...group,
    colour: shown[index]!.style.colour,
    outline: groups === 'outlines' ? convexHull(points.x, points.y, places.get(shown[index]!.code)!) : [],
  }));
}
