import { useEffect, useRef } from 'react';
import { divergingColour, rampChannels } from '../theme/ramp';
import { useMode } from '../theme/ThemeMode';
import styles from './Picture.module.css';

interface PictureProps {
  readonly wide: number;
  readonly high: number;
  /** Line by line; NaN where there is none. */
  readonly values: Float64Array;
  /** Between which shades run; about 0, both ways, where the least is below it. */
  readonly least: number;
  readonly most: number;
  /** Of the longer side, in pixels of the page. */
  readonly size: number;
  readonly label: string;
}

/** Numbers as a picture, each a square of one shade. */
export function Picture({ wide, high, values, least, most, size, label }: PictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { mode } = useMode();
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const image = context.createImageData(wide, high);
    const reach = Math.max(-least, most);
    values.forEach((value, at) => {
      if (Number.isNaN(value)) return;
      const colour =
        least < 0
          ? divergingColour(value / (reach || 1), mode)
          : rampChannels((value - least) / (most - least || 1), mode);
      image.data.set([...colour, 255], 4 * at);
    });
    context.putImageData(image, 0, 0);
  }, [wide, high, values, least, most, mode]);
  const scale = size / Math.max(wide, high);
  return (
    <canvas
      ref={canvas}
      className={styles.picture}
      width={wide}
      height={high}
      style={{ width: scale * wide, height: scale * high }}
      role="img"
      aria-label={label}
    />
  );
}
