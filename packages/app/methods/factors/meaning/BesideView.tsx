import { useMemo } from 'react';
import { EQUAL, FAIR } from '@wold/core/algebra/congruence';
import { entry } from '@wold/core/algebra/matrix';
import type { ComparedSolution, Comparison } from '@wold/core/methods/factors/comparison';
import { strongOn } from '@wold/core/methods/factors/remarks';
import { comparisonTable } from '@wold/core/methods/factors/tables';
import type { Beside } from '@wold/core/methods/factors/settings';
import { THIN } from '@wold/core/methods/leading';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { coefficient, count, fixed, inWords, pEquation, percent } from '@wold/core/writeup/format';
import { divergingClass, divergingStyle } from '../../../charts/DivergingBar';
import { ChoiceWord } from '../../../controls/Word';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { Resulting } from '../../../readings/Problem';
import { useNaming } from '../../../results/stages';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { useMeasures } from '../../parts/meaning/useMeasures';
import { useWordings } from '../../parts/meaning/useWordings';
import { useMostFactors } from '../dimensions/KeepWord';
import { ROTATION_CHOICES } from '../dimensions/RotationWords';
import { fadeFor, useComparison, useFactors, type FactorReduction } from '../results';
import styles from './BesideView.module.css';

/** Two solutions side by side, matched by congruence, with what is different marked. */
export function BesideView({ reduction }: { reduction: FactorReduction }) {
  const { beside, trail } = reduction.settings;
  // A step that was walked back meanwhile has nothing before it.
  const nothing = beside === null || (beside.by === 'step' && beside.step >= trail.length);
  return (
    <div className={styles.view} tabIndex={0} role="region" aria-label="Two solutions side by side">
      <p>
        Beside these factors set <BesideWord reduction={reduction} />.
      </p>
      {nothing ? (
        <p className="soft">
          One factor fewer or more, another rotation, or the solution before a measure was set aside: factors
          are matched by the congruence of their loadings, and what moved is marked.
        </p>
      ) : (
        <Both reduction={reduction} />
      )}
    </div>
  );
}

const keyOf = (beside: Beside | null): string => JSON.stringify(beside);

/** What stands beside. */
function BesideWord({ reduction }: { reduction: FactorReduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { value } = useFactors(reduction);
  const most = useMostFactors(reduction);
  const { beside, rotation, trail } = reduction.settings;
  const kept = value?.rotated.pattern.columns ?? 1;
  const numbers = [kept - 1, kept + 1, kept + 2].filter(factors => factors >= 1 && factors <= most);
  const choices: { readonly of: Beside | null; readonly name: string; readonly when?: string }[] = [
    ...trail.map(({ measures, reason }, step) => ({
      of: { by: 'step' as const, step },
      name: `those before ${measures.slice(0, 3).join(', ')}${measures.length > 3 ? ' …' : ''} ${measures.length === 1 ? 'was' : 'were'} set aside`,
      when: reason,
    })),
    ...numbers.map(factors => ({
      of: { by: 'number' as const, factors },
      name: factors === 1 ? 'one factor' : `${inWords(factors)} factors`,
    })),
    ...ROTATION_CHOICES.filter(
      ({ value: method }) =>
        method !== rotation.method && (method !== 'target' || rotation.target.length > 0),
    ).map(({ value: method, name }) => ({
      of: { by: 'rotation' as const, method },
      name: method === 'none' ? 'the same not rotated' : `the same rotated ${name}`,
    })),
    { of: null, name: 'nothing' },
  ];
  return (
    <ChoiceWord
      settles="What stands beside the factors"
      value={keyOf(beside)}
      word={choices.find(({ of }) => keyOf(of) === keyOf(beside))?.name ?? 'another solution'}
      choices={choices.map(({ of, name, when }) => ({
        value: keyOf(of),
        name,
        ...(when === undefined ? {} : { when }),
      }))}
      onChoose={key => {
        const chosen = choices.find(({ of }) => keyOf(of) === key)!.of;
        edit(withSettings(recipe, reduction, { beside: chosen }), `beside ${reduction.id}`);
      }}
    />
  );
}

function Both({ reduction }: { reduction: FactorReduction }) {
  const comparison = useComparison(reduction);
  return (
    <Resulting reading={comparison}>
      {value => <Compared reduction={reduction} comparison={value} />}
    </Resulting>
  );
}

function Compared({ reduction, comparison }: { reduction: FactorReduction; comparison: Comparison }) {
  const { names } = useNaming(reduction);
  return (
    <>
      <div className={styles.sides}>
        <MatchedTable reduction={reduction} comparison={comparison} />
        <FitTable comparison={comparison} />
      </div>
      <div className={styles.out}>
        <h2 className={styles.section}>Measure by measure</h2>
        <TakeOutMenu
          label="Two solutions"
          fileStem={`${fileStem(reduction.name)}-beside`}
          numbers={() => comparisonTable({ names }, comparison)}
        />
      </div>
      <MeasuresTable reduction={reduction} comparison={comparison} />
    </>
  );
}

/** What a congruence says (Lorenzo-Seva and ten Berge 2006). */
function congruenceWords(value: number): string {
  const size = Math.abs(value);
  const same = size >= EQUAL ? 'the same' : size >= FAIR ? 'similar' : 'another';
  return `${same}${value < 0 ? ', reversed' : ''}`;
}

const MOST_NAMED = 4;
const some = (measures: readonly string[]): string =>
  measures.length === 0
    ? 'no measure'
    : `${measures.slice(0, MOST_NAMED).join(', ')}${measures.length > MOST_NAMED ? ` and ${measures.length - MOST_NAMED} more` : ''}`;

/** What a factor's few measures make of it. @param led measures that it leads @param strong those that reach the threshold */
const thinWords = (led: readonly string[], strong: readonly string[]): string =>
  strong.length === 2 ? 'a doublet' : led.length < THIN ? 'thin' : '';

function MatchedTable({ reduction, comparison }: { reduction: FactorReduction; comparison: Comparison }) {
  const { names } = useNaming(reduction);
  const { of, beside, factors } = comparison;
  const fade = fadeFor(reduction, useFactors(reduction).value);
  return (
    <div>
      <h2 className={styles.section}>Factors, matched</h2>
      <table className={styles.table} aria-label="Factors matched by congruence">
        <thead>
          <tr>
            <th scope="col">here</th>
            <th scope="col">beside</th>
            <th scope="col">congruence</th>
            <th scope="col" title="Measures that each leads, here and beside">
              lead
            </th>
          </tr>
        </thead>
        <tbody>
          {factors.map(match => {
            const here = match.of === null ? null : of.led[match.of]!;
            const there = match.beside === null ? null : beside.led[match.beside]!;
            const alone = here === null ? there : there === null ? here : null;
            const words = [
              match.of === null ? '' : thinWords(here!, strongIn(of, match.of, fade)),
              match.beside === null ? '' : thinWords(there!, strongIn(beside, match.beside, fade)),
            ] as const;
            const strong =
              match.of === null ? strongIn(beside, match.beside!, fade) : strongIn(of, match.of, fade);
            return (
              <tr
                key={`${match.of} ${match.beside}`}
                data-odd={alone !== null || words.some(word => word !== '')}
              >
                <th scope="row">{match.of === null ? '–' : dimensionName(names, match.of + 1)}</th>
                <td>
                  <span>{match.beside === null ? '–' : `factor ${match.beside + 1}`}</span>
                </td>
                <td className="number">
                  {alone === null ? (
                    <>
                      {coefficient(match.congruence)}{' '}
                      <span className="soft small">
                        {[congruenceWords(match.congruence), ...new Set(words)].filter(Boolean).join(', ')}
                      </span>
                    </>
                  ) : (
                    <span className="small">
                      none like it: {words.find(word => word !== '') ?? 'led'} by{' '}
                      {some(strong.length > 0 ? strong : alone)}
                    </span>
                  )}
                </td>
                <td className="number">{[here, there].map(led => led?.length ?? '–').join(' · ')}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <Verdict comparison={comparison} fade={fade} />
    </div>
  );
}

const strongIn = ({ measures, pattern }: ComparedSolution, factor: number, fade: number): string[] =>
  strongOn(measures, pattern, factor, fade);

/** What follows for the number of factors. */
function Verdict({ comparison, fade }: { comparison: Comparison; fade: number }) {
  const { of, beside, measures } = comparison;
  const moved = measures.filter(({ moved: is }) => is).length;
  const [fewer, more] = of.factors <= beside.factors ? [of, beside] : [beside, of];
  const doubletsOf = (solution: ComparedSolution) =>
    solution.led.map((_, d) => strongIn(solution, d, fade)).filter(strong => strong.length === 2);
  const doublets = doubletsOf(more);
  const before = doubletsOf(fewer).length;
  return (
    <p className="small">
      {moved === 0 ? 'No measure changes its factor.' : `${count(moved, 'measure')} led by another factor.`}{' '}
      {of.factors !== beside.factors && doublets.length > before && (
        <strong>
          With {inWords(more.factors)} factors {some(doublets[0]!)} make one by themselves: over-factored, two
          items alone are no factor.
        </strong>
      )}
    </p>
  );
}

const FIT_ROWS: readonly (readonly [string, (solution: ComparedSolution) => string])[] = [
  ['factors', ({ factors }) => String(factors)],
  ['measures', ({ measures }) => String(measures.length)],
  ['held together', ({ jointShare }) => percent(jointShare, 1)],
  ['SRMR', ({ srmr }) => fixed(srmr, 3)],
  ['residuals > .05', ({ beyond }) => percent(beyond, 1)],
  ['χ², corrected', ({ fit }) => (fit === null ? '–' : fixed(fit.corrected.value, 1))],
  ['its df', ({ fit }) => (fit === null ? '–' : String(fit.df))],
  ['its p', ({ fit }) => (fit === null ? '–' : pEquation(fit.corrected.p).replace('=\u00a0', ''))],
  ['RMSEA', ({ fit }) => (fit === null ? '–' : fixed(fit.rmsea, 3))],
  ['TLI', ({ fit }) => (fit === null ? '–' : fixed(fit.tli, 3))],
  ['CFI', ({ fit }) => (fit === null ? '–' : fixed(fit.cfi, 3))],
  ['BIC', ({ fit }) => (fit === null ? '–' : fixed(fit.bic, 1))],
  ['Heywood cases', ({ heywood }) => (heywood === 0 ? 'none' : String(heywood))],
  ['settled', ({ converged }) => (converged ? 'yes' : 'no')],
];
/** What is said only where it is not so. */
const EVIDENT: readonly (readonly [string, string])[] = [
  ['Heywood cases', 'none'],
  ['settled', 'yes'],
];

function FitTable({ comparison: { of, beside } }: { comparison: Comparison }) {
  const rows = FIT_ROWS.filter(
    ([name, write]) =>
      !EVIDENT.some(([of_, usual]) => of_ === name && write(of) === usual && write(beside) === usual) &&
      (name !== 'measures' || of.measures.length !== beside.measures.length),
  );
  if (rows.every(([, write]) => write(of) === write(beside))) {
    return <p className={`${styles.same} soft small`}>A rotation changes no figure of the fit.</p>;
  }
  return (
    <div>
      <h2 className={styles.section}>Fit</h2>
      <table className={styles.table} aria-label="Fit of both solutions">
        <thead>
          <tr>
            <th scope="col">figure</th>
            <th scope="col">here</th>
            <th scope="col">beside</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, write]) => (
            <tr key={name} data-same={write(of) === write(beside)}>
              <th scope="row">{name}</th>
              <td className="number">{write(of)}</td>
              <td className="number">{write(beside)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {of.measures.length !== beside.measures.length && (
        <p className={`${styles.note} soft small`}>
          Of other measures: BIC and χ² are not to be held against each other.
        </p>
      )}
    </div>
  );
}

/** A communality that changes by so much is marked. */
const CHANGED = 0.1;
const MOST_MEASURES = 400;

function MeasuresTable({ reduction, comparison }: { reduction: FactorReduction; comparison: Comparison }) {
  const { names } = useNaming(reduction);
  const wordingOf = useWordings();
  const { chosen, select } = useMeasures();
  const { value } = useFactors(reduction);
  const fade = fadeFor(reduction, value);
  const { of, beside, factors, measures } = comparison;
  const here = factors.flatMap(match => (match.of === null ? [] : [match.of]));
  const there = factors.flatMap(({ beside: d }) => (d === null ? [] : [d]));
  // As they are matched, so that the same factor points the same way on both sides.
  const sign = useMemo(
    () => new Map(factors.map(({ beside: d, congruence }) => [d, congruence < 0 ? -1 : 1])),
    [factors],
  );
  const ordered = useMemo(
    () =>
      measures.toSorted(
        (a, b) => (a.leads ?? Infinity) - (b.leads ?? Infinity) || Number(b.moved) - Number(a.moved),
      ),
    [measures],
  );
  return (
    <table className={styles.measures} aria-label="Measures in both solutions">
      <thead>
        <tr>
          <td />
          <th scope="colgroup" colSpan={here.length}>
            here
          </th>
          <th scope="colgroup" colSpan={there.length} className={styles.there}>
            beside
          </th>
          <th scope="colgroup" colSpan={2}>
            communality
          </th>
        </tr>
        <tr>
          <th scope="col">measure</th>
          {here.map(d => (
            <th key={d} scope="col">
              {dimensionName(names, d + 1)}
            </th>
          ))}
          {there.map((d, index) => (
            <th key={d} scope="col" className={index === 0 ? styles.there : undefined}>
              factor {d + 1}
            </th>
          ))}
          <th scope="col">here</th>
          <th scope="col">beside</th>
        </tr>
      </thead>
      <tbody>
        {ordered.slice(0, MOST_MEASURES).map(one => {
          const { measure, moved, communality, communalityBeside } = one;
          const changed = Math.abs(communality - communalityBeside) >= CHANGED;
          return (
            <tr
              key={measure}
              data-moved={moved}
              data-chosen={chosen.includes(measure)}
              onClick={event => select(measure, event)}
            >
              <th scope="row" title={wordingOf(measure) || undefined}>
                <button type="button">{measure}</button>
                {moved && <span className={styles.tag}>moved</span>}
                {one.leads === null && <span className={styles.tag}>set aside here</span>}
                {one.leadsBeside === null && <span className={styles.tag}>set aside beside</span>}
              </th>
              <Loadings of={of} measure={measure} order={here} fade={fade} sign={ONE} first={false} />
              <Loadings of={beside} measure={measure} order={there} fade={fade} sign={sign} first />
              <td className="number">{coefficient(communality)}</td>
              <td className="number" data-changed={changed}>
                {coefficient(communalityBeside)}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

const ONE: ReadonlyMap<number | null, number> = new Map();

interface LoadingsProps {
  readonly of: ComparedSolution;
  readonly measure: string;
  readonly order: readonly number[];
  readonly fade: number;
  /** What each factor is turned by. */
  readonly sign: ReadonlyMap<number | null, number>;
  readonly first: boolean;
}

function Loadings({ of: { pattern, measures }, measure, order, fade, sign, first }: LoadingsProps) {
  const j = measures.indexOf(measure);
  return (
    <>
      {order.map((d, index) => {
        const value = j < 0 ? NaN : (sign.get(d) ?? 1) * entry(pattern, j, d);
        const bar = Number.isNaN(value) ? 0 : value;
        return (
          <td
            key={d}
            className={`${styles.cell} ${divergingClass(bar)} ${first && index === 0 ? styles.there : ''}`}
            style={divergingStyle(bar)}
            data-faded={!(Math.abs(value) >= fade)}
          >
            <span>{coefficient(value)}</span>
          </td>
        );
      })}
    </>
  );
}
