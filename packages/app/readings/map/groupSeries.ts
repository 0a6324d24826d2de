import type { Ellipse, GroupEllipses } from '@wold/core/use/groupEllipses';
import type { Tokens } from '../../theme/tokens';

/** A group's centre and ellipses, in its colour. */
export interface DrawnGroup extends GroupEllipses {
  readonly colour: string;
  /** Corners of the outline around all rows of the group, where that is drawn. */
  readonly outline: readonly (readonly [number, number])[];
}

/** What is drawn around a group. */
type GroupLine = 'spread' | 'ofMean' | 'outline';

const STEPS = 72;

/** Ellipses or outlines of groups, and a cross at each centre. */
export function groupSeries(groups: readonly DrawnGroup[], which: GroupLine | null, tokens: Tokens) {
  const lines = groups.flatMap(group => {
    const path = which === null ? [] : pathAround(group, which);
    if (path.length === 0) return [];
    return {
      type: 'line' as const,
      silent: true,
      symbol: 'none',
      z: 4,
      lineStyle: { color: group.colour, width: 2, opacity: 0.95 },
      data: path.map(point => [...point]),
    };
  });
  const centres = {
    type: 'scatter' as const,
    silent: true,
    z: 6,
    symbol: 'path://M4 0H6V4H10V6H6V10H4V6H0V4H4Z',
    symbolSize: 13,
    data: groups.map(({ centre, colour }) => ({
      value: [...centre],
      itemStyle: { color: colour, borderColor: tokens.ink, borderWidth: 1 },
    })),
  };
  return groups.length === 0 ? [] : [...lines, centres];
}

/** A closed line around a group. */
function pathAround(group: DrawnGroup, which: GroupLine): Path {
  if (which === 'outline') return group.outline.length < 2 ? [] : [...group.outline, group.outline[0]!];
  const ellipse = group[which];
  return ellipse === null ? [] : ellipsePath(group.centre, ellipse);
}

/** A closed line. */
export type Path = readonly (readonly [number, number])[];

/** An ellipse as a closed line. */
export const ellipsePath = (centre: readonly [number, number], ellipse: Ellipse): Path =>
  Array.from({ length: STEPS + 1 }, (_, step) => pointOn(centre, ellipse, (2 * Math.PI * step) / STEPS));

/** Lines around selected rows. */
export const againSeries = (paths: readonly Path[], tokens: Tokens) =>
  paths.map(path => ({
    type: 'line' as const,
    silent: true,
    symbol: 'none',
    z: 4,
    lineStyle: { color: tokens.sward, width: 1.6, type: 'dashed' as const },
    data: path.map(point => [...point]),
  }));

function pointOn(
  [cx, cy]: readonly [number, number],
  { half, angle }: Ellipse,
  turn: number,
): [number, number] {
  const [along, across] = [half[0] * Math.cos(turn), half[1] * Math.sin(turn)];
  return [
    cx + along * Math.cos(angle) - across * Math.sin(angle),
    cy + along * Math.sin(angle) + across * Math.cos(angle),
  ];
}
