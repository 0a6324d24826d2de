import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { doubtful, type Doubt } from '@wold/core/suitability/doubt';
import type { MeasureSuitability, Suitability } from '@wold/core/suitability/suitability';
import { coefficient, fixed } from '@wold/core/writeup/format';
import { ViewSwitch } from '../../controls/ViewSwitch';
import { useRowWindow } from '../../controls/useRowWindow';
import { useSuitability } from '../../results/stages';
import { selected } from '../../store/studySlice';
import { withRoles } from '@wold/core/recipe/edit/columns';
import { useAppDispatch } from '../../store/store';
import { useTable } from '../../store/TableContext';
import { useEdit, useRecipe, useSelection, useStudy } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import { Resulting } from '../Problem';
import { VerdictTable } from '../VerdictTable';
import { RelatedWordsReading } from '../texts/RelatedWordsReading';
import { useSplit } from '../texts/useSplit';
import { MatrixView } from './MatrixView';
import { NumberWord } from '../../controls/Word';
import { TakeOutMenu, type Numbers } from '../../outputs/TakeOutMenu';
import { fileStem } from '@wold/core/writeup/fileStem';
import { useSought } from './useSought';
import { LIMIT_WORDS, verdictsOf, type Verdict } from './verdicts';
import { useView } from '../../store/useView';
import styles from './SuitabilityReading.module.css';

const ROW_HEIGHT = 28;

const VIEWS = [
  ['matrix', 'Matrix'],
  ['verdicts', 'Verdicts'],
  ['measures', 'Measures'],
] as const;
const VIEW_NAMES = VIEWS.map(([name]) => name);

/** Is it worth reducing? What the measures, or the words of a text, share. */
export function SuitabilityReading() {
  return useSplit() === null ? <MeasuresReading /> : <RelatedWordsReading />;
}

/** The correlations, what they say over all, and of each measure. */
function MeasuresReading() {
  const found = useSuitability();
  const { suitability: rules } = useRecipe();
  const { name } = useStudy();
  const sought = useSought();
  const [view, setView] = useView('suitability', VIEW_NAMES);
  if (useTable().matrix?.kind === 'distance') {
    return (
      <p className="soft">
        The table holds distances between its rows, and no measures. Draw a neighbour map of them, or open the
        table that they were made from.
      </p>
    );
  }
  return (
    <Resulting reading={found}>
      {value => {
        const doubts = doubtful(value, rules, sought.common);
        const against = verdictsOf(value, doubts, rules.limits, sought).filter(
          ({ good, guides }) => good === false && guides !== true,
        ).length;
        return (
          <div className={styles.reading}>
            <div className={styles.head}>
              <h2 className={styles.heading}>
                {against === 0
                  ? 'Nothing speaks against reducing them'
                  : against === 1
                    ? 'One thing speaks against reducing them as they are'
                    : `${against} things speak against reducing them as they are`}
              </h2>
              <ViewSwitch views={VIEWS} view={view} onView={setView} />
              {view !== 'matrix' && (
                <TakeOutMenu
                  label={view === 'verdicts' ? 'Verdicts' : 'Measures'}
                  fileStem={`${fileStem(name)}-${view === 'verdicts' ? 'verdicts' : 'adequacies'}`}
                  numbers={() =>
                    view === 'verdicts'
                      ? verdictNumbers(verdictsOf(value, doubts, rules.limits, sought))
                      : measureNumbers(value, doubts)
                  }
                />
              )}
            </div>
            {view === 'matrix' && <MatrixView found={value} />}
            {view === 'verdicts' && <Verdicts verdicts={verdictsOf(value, doubts, rules.limits, sought)} />}
            {view === 'measures' && <Measures found={value} doubts={doubts} />}
          </div>
        );
      }}
    </Resulting>
  );
}

const verdictNumbers = (verdicts: readonly Verdict[]): Numbers => [
  ['figure', 'value', 'good', 'what follows', 'rule and source'],
  ...verdicts.map(({ name, value, good, guides, follows, rule }) => [
    name,
    value,
    good === null ? '' : good ? 'yes' : guides === true ? 'no, a guide' : 'no',
    follows,
    rule,
  ]),
];

function measureNumbers({ measures }: Suitability, doubts: readonly Doubt[]): Numbers {
  const why = new Map(doubts.map(doubt => [doubt.measure, doubt.why.join('; ')]));
  const text = (value: number) => (Number.isFinite(value) ? String(value) : '');
  return [
    [
      'measure',
      'KMO',
      'largest r',
      'with',
      'R²',
      'skewness',
      'excess kurtosis',
      'zeros',
      'doubtful because it',
    ],
    ...measures.map(({ measure, kmo, largest, with: mate, smc, skewness, kurtosis, zeros }) => [
      measure,
      ...[kmo, largest].map(text),
      mate,
      ...[smc, skewness, kurtosis, zeros].map(text),
      why.get(measure) ?? '',
    ]),
  ];
}

function Verdicts({ verdicts }: { verdicts: readonly Verdict[] }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { suitability: rules } = recipe;
  return (
    <VerdictTable
      label="Verdicts"
      verdicts={verdicts}
      before={({ name, by, rule }) =>
        by.map(key => (
          <span key={key}>
            {LIMIT_WORDS[key].name}{' '}
            <NumberWord
              settles={`Threshold of ${name}`}
              value={rules.limits[key]}
              least={0}
              most={LIMIT_WORDS[key].most}
              why={rule}
              onNumber={limit =>
                edit(
                  { ...recipe, suitability: { ...rules, limits: { ...rules.limits, [key]: limit } } },
                  `limit ${key}`,
                )
              }
            />
            {', '}
          </span>
        ))
      }
    />
  );
}

function Measures({ found, doubts }: { found: Suitability; doubts: readonly Doubt[] }) {
  const { columns: chosen } = useSelection();
  const reasons = useMemo(() => new Map(doubts.map(({ measure, why }) => [measure, why])), [doubts]);
  // Doubtful ones first, then the least adequate.
  const order = useMemo(
    () =>
      [...found.measures].sort(
        (a, b) => Number(reasons.has(b.measure)) - Number(reasons.has(a.measure)) || a.kmo - b.kmo,
      ),
    [found, reasons],
  );
  const { scroller, lines, above, below } = useRowWindow(order.length, ROW_HEIGHT);
  return (
    <div ref={scroller} className={styles.scroll} role="region" aria-label="Measures, list" tabIndex={0}>
      <table className={styles.measures} aria-label="Measures" aria-rowcount={order.length + 1}>
        <thead>
          <tr>
            <th scope="col">measure</th>
            <th scope="col" title="sampling adequacy of the measure (Kaiser 1970)">
              KMO
            </th>
            <th scope="col" title="its largest correlation in size, and with which measure">
              largest r
            </th>
            <th scope="col">with</th>
            <th scope="col" title="squared multiple correlation with all others">
              R²
            </th>
            <th scope="col">skew</th>
            <th scope="col">kurt</th>
            <th scope="col">doubtful because it</th>
          </tr>
        </thead>
        <tbody>
          {above > 0 && <tr style={{ height: above }} aria-hidden="true" />}
          {lines.map(line => {
            const measure = order[line.index]!;
            return (
              <MeasureLine
                key={measure.measure}
                of={measure}
                place={line.index}
                why={reasons.get(measure.measure)}
                chosen={chosen.includes(measure.measure)}
              />
            );
          })}
          {below > 0 && <tr style={{ height: below }} aria-hidden="true" />}
        </tbody>
      </table>
    </div>
  );
}

interface MeasureLineProps {
  readonly of: MeasureSuitability;
  /** Its place in the list, counted from 0. */
  readonly place: number;
  /** Why it is doubtful, where it is. */
  readonly why: readonly string[] | undefined;
  readonly chosen: boolean;
}

function MeasureLine({ of, place, why, chosen }: MeasureLineProps) {
  const shortName = useShortName();
  const recipe = useRecipe();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { measure, kmo, largest, with: mate, smc, skewness, kurtosis } = of;
  return (
    <tr aria-rowindex={place + 2} data-chosen={chosen}>
      <th scope="row">
        <button type="button" title={measure} onClick={() => dispatch(selected({ columns: [measure] }))}>
          {shortName(measure, 22)}
        </button>
      </th>
      <td>{fixed(kmo, 2)}</td>
      <td>{coefficient(largest)}</td>
      <td className={styles.mate}>
        <button type="button" title={mate} onClick={() => dispatch(selected({ columns: [mate, measure] }))}>
          {shortName(mate, 18)}
        </button>
      </td>
      <td>{fixed(smc, 2)}</td>
      <td>{fixed(skewness, 2)}</td>
      <td>{fixed(kurtosis, 2)}</td>
      <td className={styles.why}>
        {why !== undefined && (
          <>
            <span className={styles.doubt}>{why.join('; ')}</span>{' '}
            <Button
              aria-label={`Set ${measure} aside`}
              onClick={() => edit(withRoles(recipe, [measure], 'aside', why.join('; ')), `role ${measure}`)}
            >
              set aside
            </Button>
          </>
        )}
      </td>
    </tr>
  );
}
