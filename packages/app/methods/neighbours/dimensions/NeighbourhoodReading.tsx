import { useCallback } from 'react';
import type { NeighbourMap } from '@wold/core/methods/neighbours/neighbourMap';
import { fileStem } from '@wold/core/writeup/fileStem';
import { count, percent } from '@wold/core/writeup/format';
import { ChartHost } from '../../../charts/ChartHost';
import { Figures, type ReadingFigure } from '../../../readings/Figures';
import { Resulting } from '../../../readings/Problem';
import { useMode } from '../../../theme/ThemeMode';
import { CourseBar } from '../course/CourseBar';
import { lossOption } from '../course/lossOption';
import { ViewSwitch } from '../../../controls/ViewSwitch';
import { useView } from '../../../store/useView';
import { lossName } from '../layoutWords';
import { SheetReading } from '../sheet/SheetReading';
import { useNeighbourMap, type NeighboursReduction } from '../results';
import styles from './NeighbourhoodReading.module.css';

/** At what neighbourhood size? The course of the layout, and what the neighbours are that it rests on. */
export function NeighbourhoodReading({ reduction }: { reduction: NeighboursReduction }) {
  const map = useNeighbourMap(reduction);
  const [view, setView] = useView(
    'neighbourhood',
    VIEWS.map(([name]) => name),
  );
  return (
    <div className={styles.reading}>
      <ViewSwitch views={VIEWS} view={view} onView={setView} />
      {view === 'sheet' ? (
        <SheetReading reduction={reduction} />
      ) : (
        <Resulting reading={map}>{value => <Laid reduction={reduction} map={value} />}</Resulting>
      )}
    </div>
  );
}

const VIEWS = [
  ['course', 'Course'],
  ['sheet', 'Sheet of small maps'],
] as const;

function Laid({ reduction, map }: { reduction: NeighboursReduction; map: NeighbourMap }) {
  const { tokens } = useMode();
  const { early, exaggeration } = reduction.settings.tsne;
  const marked = map.by === 't-sne' && exaggeration > 1 ? early : null;
  const option = useCallback(() => lossOption(map, marked, tokens), [map, marked, tokens]);
  return (
    <>
      <Figures figures={figuresOf(map)} />
      <CourseBar reduction={reduction} />
      <div className={styles.curve}>
        <ChartHost
          label={`Course of ${lossName(map.by)}`}
          fileStem={`${fileStem(reduction.name)}-course`}
          option={option}
          numbers={() => [
            [map.by === 't-sne' ? 'iteration' : 'epoch', lossName(map.by)],
            ...map.loss.map(({ after, value }) => [String(after), String(value)]),
          ]}
        />
      </div>
      <ul className={styles.facts}>
        {factsOf(map).map(fact => (
          <li key={fact}>{fact}</li>
        ))}
      </ul>
    </>
  );
}

function figuresOf({ graph }: NeighbourMap): ReadingFigure[] {
  return [
    { value: graph.points.toLocaleString('en'), of: graph.copies > 0 ? 'rows that differ' : 'rows laid out' },
    { value: String(graph.found), of: 'nearest found of each' },
    {
      value: graph.recall === null ? 'exact' : percent(graph.recall, 1),
      of: graph.recall === null ? 'every distance looked at' : 'of the nearest found, by a sample',
    },
    ...(graph.leading === null
      ? []
      : [
          {
            value: percent(graph.leading.share, 1),
            of: `of the variance in ${count(graph.leading.components, 'leading component')}`,
          },
        ]),
  ];
}

function factsOf({ graph, notPlaced, note, by }: NeighbourMap): string[] {
  return [
    ...(note === null ? [] : [note]),
    ...(graph.copies > 0
      ? [
          `${count(graph.copies, 'row')} ${graph.copies === 1 ? 'is' : 'are'} the same as another in all measures: rows that are the same lie on one point, which counts once.`,
        ]
      : []),
    ...(graph.parts > 1
      ? [
          `No chain of neighbours joins ${graph.parts} parts of the rows: how these lie to each other on the map is chance.`,
        ]
      : []),
    ...(notPlaced > 0
      ? [
          `${count(notPlaced, 'row')} that ${notPlaced === 1 ? 'is' : 'are'} only placed ${notPlaced === 1 ? 'has' : 'have'} no say in it: question 6 places ${notPlaced === 1 ? 'it' : 'them'} on it.`,
        ]
      : []),
    by === 't-sne'
      ? 'A larger perplexity shows the broad shape, a smaller one the grain: groups that hold at several are worth a name.'
      : 'More neighbours show the broad shape, fewer the grain: groups that hold at several are worth a name.',
    'Weights of rows play no part in where they lie; they count in what is told of labels and columns.',
  ];
}
