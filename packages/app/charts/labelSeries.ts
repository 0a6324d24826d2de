import type { Side } from './placeLabels';

/** A name to stand beside a point, in the units of the axes. */
export interface PointLabel {
  readonly x: number;
  readonly y: number;
  readonly text: string;
  /** On which side it stands; null or undefined leaves it out. */
  readonly side: Side | null | undefined;
  readonly distance: number;
  /** Colour, font and the like. */
  readonly style: object;
}

/** Names beside points, in a series of their own that draws nothing else. */
export function labelSeries(labels: readonly PointLabel[], z: number) {
  return {
    type: 'scatter' as const,
    silent: true,
    symbolSize: 1,
    z,
    itemStyle: { color: 'transparent', opacity: 1 },
    data: labels.flatMap(({ x, y, text, side, distance, style }) =>
      side === null || side === undefined
        ? []
        : {
            value: [x, y],
            label: {
              show: true,
              // A function: in a text, names in braces would be filled in.
              formatter: () => text,
              position: side,
              distance,
              ...style,
            },
          },
    ),
  };
}
