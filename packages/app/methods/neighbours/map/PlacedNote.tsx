import { entry, type Matrix } from '@wold/core/algebra/matrix';
import type { HeldOut, PlacedOnMap } from '@wold/core/methods/neighbours/placing/placedOnMap';
import type { Placing } from '@wold/core/methods/neighbours/settings';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { askOf } from '@wold/core/recipe/requests';
import { figure, percent } from '@wold/core/writeup/format';
import { ChoiceWord } from '../../../controls/Word';
import { Resulting } from '../../../readings/Problem';
import { useResult } from '../../../results/useResult';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { useNeighbourMap, type NeighboursReduction } from '../results';
import styles from './PlacedNote.module.css';

const WAYS: readonly { value: Placing; name: string; when: string }[] = [
  {
    value: 'optimised',
    name: 'by the map’s own loss',
    when: 'Each by its neighbours in the table, the map staying as it is. The truest; slower for very many.',
  },
  {
    value: 'forest',
    name: 'by a random forest',
    when: 'Learns the map from the measures, bends and breaks too: quick for very many new rows.',
  },
  {
    value: 'linear',
    name: 'by a linear fit',
    when: 'The plainest approximation: says how much of the map is straight in the measures.',
  },
];

/** How rows that had no say in a map are placed on it, and how far rows held out come out from where they are. */
export function PlacedNote({ reduction }: { reduction: NeighboursReduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { value: map, stale } = useNeighbourMap(reduction);
  const { placing } = reduction.settings;
  const request = { ...askOf(recipe, reduction), placing, stage: 'placedOnMap' } as const;
  const finished = map !== null && !stale && map.done >= map.of && map.notPlaced > 0;
  const found = useResult(request, `placed ${reduction.id}`, `placing rows on ${reduction.name}`, finished);
  return (
    <div className={styles.note}>
      <p className="small">
        Placed{' '}
        <ChoiceWord
          settles="How rows are placed on the map"
          value={placing}
          choices={WAYS}
          onChoose={way =>
            edit(
              withSettings(recipe, reduction, { ...reduction.settings, placing: way }),
              `placing ${reduction.id}`,
            )
          }
        />
        .
      </p>
      {finished ? (
        <Resulting reading={found}>{value => <Held found={value} />}</Resulting>
      ) : (
        <p className="soft small">They are placed as soon as the map is laid out.</p>
      )}
    </div>
  );
}

function Held({ found }: { found: PlacedOnMap }) {
  const { heldOut } = found;
  const times = heldOut.error / heldOut.spread;
  return (
    <>
      <p className={times < 1 ? 'small' : `${styles.doubt} small`}>
        {heldOut.rows.length.toLocaleString('en')} rows of the map, placed as if they were new, come out{' '}
        <strong>{figure(times, 2)} times</strong> as far from their place as neighbours are from each other;{' '}
        {percent(heldOut.kept)} of their {heldOut.k} nearest are the same.{' '}
        {times < 1 ? 'New ones may be read like the others.' : 'New ones may not be read closely.'}
      </p>
      <HeldOutPicture heldOut={heldOut} />
    </>
  );
}

const SIZE = 236;
const MARGIN = 8;

/** Each row held out: a line from where it is to where it was placed. */
function HeldOutPicture({ heldOut: { truth, placed, rows } }: { heldOut: HeldOut }) {
  const flat = truth.columns === 1;
  const at = (matrix: Matrix, i: number): readonly [number, number] => [
    entry(matrix, i, 0),
    flat ? i : entry(matrix, i, 1),
  ];
  const all = [...rows.keys()].flatMap(i => [at(truth, i), at(placed, i)]);
  const ends = ([0, 1] as const).map(d => {
    let [least, most] = [Infinity, -Infinity];
    for (const place of all) [least, most] = [Math.min(least, place[d]), Math.max(most, place[d])];
    return [least, most] as const;
  });
  const width = (d: 0 | 1) => ends[d]![1] - ends[d]![0] || 1;
  const unit = (SIZE - 2 * MARGIN) / (flat ? width(0) : Math.max(width(0), width(1)));
  const unitUp = flat ? (SIZE / 2 - 2 * MARGIN) / width(1) : unit;
  const height = 2 * MARGIN + width(1) * unitUp;
  const point = ([x, y]: readonly [number, number]) =>
    [MARGIN + (x - ends[0]![0]) * unit, height - MARGIN - (y - ends[1]![0]) * unitUp] as const;
  return (
    <figure className={styles.picture}>
      <svg
        width={SIZE}
        height={height}
        role="img"
        aria-label="Rows held out: from where they are on the map to where they were placed"
      >
        {[...rows.keys()].map(i => {
          const [from, to] = [point(at(truth, i)), point(at(placed, i))];
          return (
            <g key={i}>
              <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} className={styles.way} />
              <circle cx={from[0]} cy={from[1]} r={2} className={styles.truth} />
            </g>
          );
        })}
      </svg>
      <figcaption className="soft small">
        Points: where they are; lines lead to where they were placed.
      </figcaption>
    </figure>
  );
}
