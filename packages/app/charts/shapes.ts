import { FONT } from './textStyle';

/** Shapes of pictures that are drawn without a chart; sizes in CSS pixels. */

interface TextLook {
  readonly fill: string;
  readonly size?: number;
  readonly bold?: boolean;
  readonly align?: 'left' | 'center' | 'right';
}

/** A line of text whose middle stands at that height. */
export const textAt = (
  text: string,
  x: number,
  y: number,
  { fill, size = 13, bold = false, align = 'left' }: TextLook,
) => ({
  type: 'text',
  x,
  y,
  style: { text, fill, font: `${bold ? 600 : 400} ${size}px ${FONT}`, align, verticalAlign: 'middle' },
});

export const rectangle = (
  x: number,
  y: number,
  width: number,
  height: number,
  style: { readonly fill: string; readonly stroke?: string; readonly opacity?: number },
) => ({ type: 'rect', shape: { x, y, width, height }, style: { lineWidth: 1, ...style } });

export const stroke = (
  [x1, y1]: readonly [number, number],
  [x2, y2]: readonly [number, number],
  colour: string,
  lineWidth = 1,
) => ({ type: 'line', shape: { x1, y1, x2, y2 }, style: { stroke: colour, lineWidth } });
