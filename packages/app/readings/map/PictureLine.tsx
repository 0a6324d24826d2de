import type { Placement } from '@wold/core/methods/placement';
import type { Reduction } from '@wold/core/recipe/schema';
import { coefficient, fixed, percent } from '@wold/core/writeup/format';
import { wordsOf } from '../../methods/words';
import { usePictureFigures, useReduced, useTook } from '../../results/stages';
import styles from './MapReading.module.css';

/** One line of figures under a map that stands beside others, the same for every method. */
export function PictureLine({ reduction, placement }: { reduction: Reduction; placement: Placement }) {
  const { value: result } = useReduced(reduction);
  const { value: found, stale } = usePictureFigures(reduction, true);
  const took = useTook(reduction);
  const { x, y, colour } = reduction.map;
  const { columns } = placement.at;
  const dimensions = [...new Set([x, y].map(d => Math.min(d, columns)))];
  const fit = result === null ? '' : wordsOf(reduction.settings.method).fit(result as never, dimensions);
  const judged = found !== null && !stale ? found : null;
  const figures: readonly (readonly [string, string, string])[] = [
    ...(reduction.only.length === 0
      ? []
      : [
          ['rows', placement.rows.length.toLocaleString('en'), 'Those that this reduction takes in'] as const,
        ]),
    ...(fit === '' ? [] : [['fit', fit, 'By the method’s own measure, on the dimensions shown'] as const]),
    ...(judged === null
      ? []
      : [
          [
            'trustworthiness',
            coefficient(judged.trustworthiness),
            `Of the ${judged.k} nearest on the picture, against distances of the prepared measures (Venna and Kaski 2001)`,
          ] as const,
          ['continuity', coefficient(judged.continuity), `Of the ${judged.k} nearest in the table`] as const,
          ...(judged.agreement === null
            ? []
            : [
                [
                  `${colour} agrees`,
                  percent(judged.agreement.share),
                  `Among the ${judged.k} nearest on the picture; dealt out anew it would be ${percent(judged.agreement.byChance)}`,
                ] as const,
              ]),
          ...(judged.silhouette === null
            ? []
            : [
                [
                  'silhouette',
                  coefficient(judged.silhouette),
                  `Of the levels of ${colour} on the picture (Rousseeuw 1987)`,
                ] as const,
              ]),
        ]),
    ...(took === null ? [] : [['took', timeText(took), 'The method itself, on this machine'] as const]),
  ];
  return (
    <dl className={styles.figures} aria-label={`Figures of ${reduction.name}`}>
      {figures.map(([name, value, title]) => (
        <div key={name} title={title}>
          <dt>{name === 'fit' ? <span className="unseen">fit</span> : name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
      {judged === null && <div className="soft">judging …</div>}
    </dl>
  );
}

const timeText = (milliseconds: number): string =>
  milliseconds < 1000 ? `${Math.round(milliseconds)} ms` : `${fixed(milliseconds / 1000, 1)} s`;
