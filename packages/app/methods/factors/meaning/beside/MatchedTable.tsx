import { EQUAL, FAIR } from '@wold/core/algebra/congruence';
import type { ComparedSolution, Comparison } from '@wold/core/methods/factors/comparison';
import { strongOn } from '@wold/core/methods/factors/remarks';
import { THIN } from '@wold/core/methods/leading';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { coefficient, count, inWords } from '@wold/core/writeup/format';
import { useNaming } from '../../../../results/stages';
import { fadeFor, useFactors, type FactorReduction } from '../../results';
import styles from './BesideView.module.css';

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

/** The factors of both solutions, matched, and what follows for their number. */
export function MatchedTable({
  reduction,
  comparison,
}: {
  reduction: FactorReduction;
  comparison: Comparison;
}) {
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
