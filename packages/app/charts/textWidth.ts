import { FONT } from './textStyle';

/** Mean width of a letter in font sizes, where nothing can be measured. */
const LETTER = 0.58;

let context: CanvasRenderingContext2D | null | undefined;

/** How wide a text stands in the charts' letters, bold or not, in pixels. */
export function textWidth(text: string, fontSize: number): number {
  if (context === undefined) {
    context =
      typeof document === 'undefined' ? null : (document.createElement('canvas').getContext?.('2d') ?? null);
  }
  if (context === null) return text.length * fontSize * LETTER;
  // The widest of the cuts in use.
  context.font = `700 ${fontSize}px ${FONT}`;
  return context.measureText(text).width;
}
