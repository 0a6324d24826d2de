import type { Place } from './placeNames';

/** A name beside a point, in the units of the axes. */
export interface PointName {
  readonly x: number;
  readonly y: number;
  readonly text: string;
  /** Where it stands beside the point, in pixels from it; null leaves it out. */
  readonly offset: Offset | null;
  /** Colour, font and the like. */
  readonly style: object;
}

interface Offset {
  readonly dx: number;
  readonly dy: number;
  /** Where a line to the point begins, in the units of the axes; null where the name stands close. */
  readonly from: readonly [number, number] | null;
}

/** Where a name stands beside its point at a pixel. @param toData the units of the axes at a pixel */
export function offsetOf(
  place: Place | null,
  x: number,
  y: number,
  toData: (x: number, y: number) => readonly [number, number],
): Offset | null {
  if (place === null) return null;
  const { left, top, width, height, far } = place;
  const nearest = (from: number, length: number, to: number) => Math.max(from, Math.min(from + length, to));
  return {
    dx: left - x,
    dy: top - y,
    from: far ? toData(nearest(left, width, x), nearest(top, height, y)) : null,
  };
}

/** Names beside points, with lines to those that stand far from theirs. */
export function nameSeries(names: readonly PointName[], z: number, lineColour: string) {
  const lines = names.flatMap(({ x, y, offset }) =>
    offset === null || offset.from === null ? [] : { coords: [offset.from, [x, y]] },
  );
  return [
    ...(lines.length === 0
      ? []
      : [
          {
            type: 'lines' as const,
            coordinateSystem: 'cartesian2d' as const,
            silent: true,
            z,
            lineStyle: { color: lineColour, width: 0.8, opacity: 0.8 },
            data: lines,
          },
        ]),
    {
      type: 'scatter' as const,
      silent: true,
      symbolSize: 1,
      z: z + 1,
      itemStyle: { color: 'transparent', opacity: 1 },
      data: names.flatMap(({ x, y, text, offset, style }) =>
        offset === null
          ? []
          : {
              value: [x, y],
              label: {
                show: true,
                // A function: in a text, names in braces would be filled in.
                formatter: () => text,
                position: [offset.dx, offset.dy],
                ...style,
              },
            },
      ),
    },
  ];
}
