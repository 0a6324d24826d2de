import { useEffect, useMemo, useRef } from 'react';
import type { Placement } from '@wold/core/methods/placement';
import { columnOf } from '@wold/core/algebra/matrix';
import type { LevelColumn } from '@wold/core/table/column';
import { findColumn } from '@wold/core/table/table';
import { useTable } from '../store/TableContext';
import { useRecipe } from '../store/useStudy';
import { labelStyle, levelPlace } from '../theme/labelStyle';
import { useMode } from '../theme/ThemeMode';

const WIDTH = 56;
const HEIGHT = 44;
const MOST_POINTS = 400;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** A reduction's first two dimensions, very small. */
export function Thumbnail({ placement, colour }: { placement: Placement | null; colour: string | null }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const table = useTable();
  const { mode, tokens } = useMode();
  const colours = useRecipe().columns.find(({ name }) => name === colour)?.colours;
  const column = useMemo(() => (colour === null ? undefined : findColumn(table, colour)), [table, colour]);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    context.setTransform(2, 0, 0, 2, 0, 0);
    context.clearRect(0, 0, WIDTH, HEIGHT);
    if (placement === null) return;
    const x = columnOf(placement.at, 0);
    const y = placement.at.columns > 1 ? columnOf(placement.at, 1) : new Float64Array(x.length);
    const most = [x, y].reduce((m, v) => v.reduce((a, b) => Math.max(a, Math.abs(b)), m), 0) || 1;
    const shown = Math.min(x.length, MOST_POINTS);
    for (let k = 0; k < shown; k++) {
      // Spread over all rows, in step with no order that they may have (Weyl 1916).
      const i = shown === x.length ? k : Math.floor(((k * GOLDEN) % 1) * x.length);
      const row = placement.rows[i]!;
      const code = column?.kind === 'levels' && column.missing?.[row] !== 1 ? column.codes[row]! : -1;
      context.fillStyle =
        code < 0 ? tokens.inkSoft : labelStyle(levelPlace(column as LevelColumn, code, colours), mode).colour;
      context.fillRect(
        WIDTH / 2 + (x[i]! / most) * (WIDTH / 2 - 3) - 0.8,
        HEIGHT / 2 - (y[i]! / most) * (HEIGHT / 2 - 2) - 0.8,
        1.7,
        1.7,
      );
    }
  }, [placement, column, colours, mode, tokens]);
  return (
    <canvas
      ref={canvas}
      width={WIDTH * 2}
      height={HEIGHT * 2}
      style={{ width: WIDTH, height: HEIGHT }}
      aria-hidden
    />
  );
}
