import Link from '@mui/material/Link';
import type { Factors } from '@wold/core/methods/factors/factors';
import { reliabilityTable } from '@wold/core/methods/factors/tables';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { fileStem } from '@wold/core/writeup/fileStem';
import { coefficient, count } from '@wold/core/writeup/format';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { useNaming } from '../../../results/stages';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useSelection } from '../../../store/useStudy';
import { useWordings } from '../../parts/meaning/useWordings';
import type { FactorReduction } from '../results';
import styles from '../../parts/trust/TrustReading.module.css';

interface ReliabilityViewProps {
  readonly reduction: FactorReduction;
  readonly factors: Factors;
}

/** How reliable the measures are that each factor leads, and what each of them adds. */
export function ReliabilityView({ reduction, factors }: ReliabilityViewProps) {
  const dispatch = useAppDispatch();
  const wordingOf = useWordings();
  const { columns: chosen } = useSelection();
  const { names } = useNaming(reduction);
  const { measures, reliabilities, scores } = factors;
  return (
    <div className={styles.scroller} tabIndex={0} role="region" aria-label="Reliability">
      <div className={styles.out}>
        <TakeOutMenu
          label="Reliability"
          fileStem={`${fileStem(reduction.name)}-reliability`}
          numbers={() => reliabilityTable({ names, result: factors })}
        />
      </div>
      <p className={`${styles.words} soft`}>
        Of a sum of the measures that each factor leads, those with negative loadings turned: Cronbach’s α
        (1951) and McDonald’s ω (1999, of one factor of these measures alone). .7 will do, .8 is good, by a
        rule of thumb (Nunnally 1978). Determinacy: the squared multiple correlation of the factor with the
        measures (Guttman 1955), how far any score can tell it.
      </p>
      {reliabilities.map(({ alpha, omega, items }, d) => (
        <section key={d} aria-label={dimensionName(names, d + 1)}>
          <h2 className={styles.section}>
            {dimensionName(names, d + 1)}: {count(items.length, 'measure')}, α {coefficient(alpha)}, ω{' '}
            {coefficient(omega)}
            {'coefficients' in scores && `, determinacy ${coefficient(scores.determinacy[d]!)}`}
          </h2>
          {items.length < 2 ? (
            <p className="soft small">
              {items.length === 0 ? 'No measure leads on it.' : 'One measure has no α.'}
            </p>
          ) : (
            <table className={styles.table} aria-label={`Measures of ${dimensionName(names, d + 1)}`}>
              <thead>
                <tr>
                  <th scope="col">measure</th>
                  <th scope="col">with the rest</th>
                  <th scope="col">α without it</th>
                  <th scope="col">wording</th>
                </tr>
              </thead>
              <tbody>
                {items.map(({ item, turned, rest, alphaWithout }) => (
                  <tr key={item} data-chosen={chosen.includes(measures[item]!)}>
                    <th scope="row">
                      <Link
                        component="button"
                        type="button"
                        onClick={() => dispatch(selected({ columns: [measures[item]!] }))}
                      >
                        {measures[item]}
                      </Link>
                      {turned && <span className="soft small"> turned</span>}
                    </th>
                    <td>{coefficient(rest)}</td>
                    <td data-beyond={alphaWithout > alpha}>
                      {coefficient(alphaWithout)}
                      {alphaWithout > alpha && ' higher'}
                    </td>
                    <th scope="row" className="soft small" style={{ fontWeight: 400, whiteSpace: 'normal' }}>
                      {wordingOf(measures[item]!)}
                    </th>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
      ))}
    </div>
  );
}
