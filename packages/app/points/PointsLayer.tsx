import { useEffect, useRef } from 'react';
import type { PointsDrawn } from './pointStyle';
import { stampFor } from './stamp';
import { stampPoints } from './stampPoints';
import styles from './PointsLayer.module.css';

interface PointsLayerProps {
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Drawn one over the other. */
  readonly drawn: readonly PointsDrawn[];
  /** The middle of what is in sight, and the length of one CSS pixel. */
  readonly view: { readonly x: number; readonly y: number; readonly unit: number };
  /** In CSS pixels. */
  readonly size: { readonly width: number; readonly height: number };
  /** The colour of the ground, in hexadecimal digits. */
  readonly paper: string;
}

/** Points on paper, drawn from typed arrays. What is written on them lies over it. */
export function PointsLayer({ x, y, drawn, view, size, paper }: PointsLayerProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const ratio = globalThis.devicePixelRatio || 1;
  const width = Math.round(size.width * ratio);
  const height = Math.round(size.height * ratio);
  useEffect(() => {
    const context = canvas.current?.getContext('2d', { alpha: false });
    if (!context || width === 0 || height === 0) return;
    const image = context.createImageData(width, height);
    const pixels = new Uint32Array(image.data.buffer);
    pixels.fill(groundOf(paper));
    const scale = ratio / view.unit;
    const placing = {
      x: width / 2 - view.x * scale,
      y: height / 2 + view.y * scale,
      scaleX: scale,
      scaleY: -scale,
    };
    for (const { indices, styles: all, styleAt } of drawn) {
      const stamps = all.map(style => stampFor(style, ratio));
      stampPoints({ width, height, pixels }, x, y, placing, indices, stamps, styleAt);
    }
    context.putImageData(image, 0, 0);
  }, [x, y, drawn, view, width, height, ratio, paper]);
  return <canvas ref={canvas} className={styles.layer} width={width} height={height} aria-hidden="true" />;
}

function groundOf(paper: string): number {
  const [red, green, blue] = [1, 3, 5].map(at => Number.parseInt(paper.slice(at, at + 2), 16));
  return ((255 << 24) | (blue! << 16) | (green! << 8) | red!) >>> 0;
}
