import { useCallback, useMemo } from 'react';
import { spectrumOf } from '@wold/core/scenes/spectrum';
import { findColumn } from '@wold/core/table/table';
import { ChartHost } from '../charts/ChartHost';
import type { Size } from '../charts/size';
import { useTable } from '../store/TableContext';
import { useMode } from '../theme/ThemeMode';
import { bandAxis } from './bandAxis';
import { linesOption } from './linesOption';
import { useScene } from './useScene';
import styles from './SpectrumLens.module.css';

/** The selected pixels’ spectrum beside the whole’s; nothing where rows are no pixels. */
export function SpectrumLens({ rows }: { rows: readonly number[] }) {
  const table = useTable();
  const { tokens } = useMode();
  const bands = useScene()?.bands ?? null;
  const found = useMemo(() => {
    if (bands === null) return null;
    const columns = bands.flatMap(name => {
      const column = findColumn(table, name);
      return column?.kind === 'number' ? [column] : [];
    });
    const axis = bandAxis(table, columns.map(({ name }) => name)); // prettier-ignore
    return axis === null ? null : { axis, columns };
  }, [table, bands]);
  const whole = useMemo(() => found && spectrumOf(found.columns, null), [found]);
  const chosen = useMemo(() => found && spectrumOf(found.columns, rows), [found, rows]);
  const option = useCallback(
    (size: Size) =>
      linesOption(
        found!.axis,
        [
          { name: 'all pixels', values: whole!.means, colour: tokens.inkSoft, dashed: true },
          {
            name: 'selected',
            values: chosen!.means,
            colour: tokens.sward,
            ...(rows.length > 1 && {
              band: {
                low: chosen!.means.map((mean, j) => mean - chosen!.sds[j]!),
                high: chosen!.means.map((mean, j) => mean + chosen!.sds[j]!),
              },
            }),
          },
        ],
        size,
        tokens,
        { title: '', fromZero: false },
      ),
    [found, whole, chosen, rows, tokens],
  );
  if (found === null) return null;
  return (
    <section aria-label="Spectrum" className={styles.spectrum}>
      <p className="small">
        <strong className={styles.own}>{rows.length === 1 ? 'this pixel' : 'these pixels, ± 1 sd'}</strong>{' '}
        <span className="soft">and, dashed, the mean of all</span>
      </p>
      <div className={styles.chart}>
        <ChartHost
          label="Spectrum of the selected pixels beside that of all"
          fileStem="spectrum"
          option={option}
          numbers={() => [
            [
              found.axis.title,
              'band',
              'mean of the selected',
              'sd of the selected',
              'mean of all',
              'sd of all',
            ],
            ...found.columns.map(({ name }, j) => [
              String(found.axis.at[j]),
              name,
              String(chosen!.means[j]),
              String(chosen!.sds[j]),
              String(whole!.means[j]),
              String(whole!.sds[j]),
            ]),
          ]}
        />
      </div>
    </section>
  );
}
