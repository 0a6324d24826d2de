import type { Gap, Gapped, Gaps, GapVerdict } from '@wold/core/methods/neighbours/judged/gaps';
import { gapsSentence } from './gapsSentence';
import { fileStem } from '@wold/core/writeup/fileStem';
import { percent, shortName } from '@wold/core/writeup/format';
import { Choice } from '../../../controls/Choice';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { Resulting } from '../../../readings/Problem';
import { useSelection } from '../../../store/useStudy';
import { useView } from '../../../store/useView';
import { useGaps, useLabelInHand, type NeighboursReduction } from '../results';
import styles from './TruenessReading.module.css';

const OF = ['label', 'selected'] as const;

/** Are the gaps real? What of a group's nearest lies outside it, in the table and on the map. */
export function GapsView({ reduction }: { reduction: NeighboursReduction }) {
  const label = useLabelInHand(reduction);
  const { rows } = useSelection();
  const [of, setOf] = useView('gaps', OF, 'gaps of');
  const bySelection = of === 'selected' || label === null;
  return (
    <>
      <div className={styles.headed}>
        <Choice
          label="Whose gaps"
          labelled="unseen"
          value={bySelection ? 'selected' : 'label'}
          options={[
            ...(label === null ? [] : [['label', `The groups of ${label}`] as const]),
            ['selected', 'The rows that are selected'] as const,
          ]}
          onChoose={setOf}
        />
      </div>
      {bySelection && rows.length === 0 ? (
        <p className="soft">
          Draw around a group of rows on the map in question 6, and come back: its gap is looked into here.
          {label === null && ' Or colour the map by a label, or by clusters.'}
        </p>
      ) : (
        <GapsOf
          reduction={reduction}
          gapped={bySelection ? { kind: 'rows', rows } : { kind: 'label', column: label }}
        />
      )}
    </>
  );
}

function GapsOf({ reduction, gapped }: { reduction: NeighboursReduction; gapped: Gapped }) {
  const gaps = useGaps(reduction, gapped);
  return <Resulting reading={gaps}>{value => <GapsTable reduction={reduction} value={value} />}</Resulting>;
}

const VERDICTS: Readonly<Record<GapVerdict, string>> = {
  table: 'a gap of the table',
  map: 'a gap of the map alone',
  closed: 'parted in the table, closed on the map',
  none: 'no clear gap',
};

function GapsTable({ reduction, value }: { reduction: NeighboursReduction; value: Gaps }) {
  const { k, of } = value;
  const name = ({ level }: Gap): string => level ?? 'selected rows';
  return (
    <div className={styles.agreement}>
      <div className={styles.headed}>
        <p>{gapsSentence(of)}</p>
        <TakeOutMenu
          label="Gaps"
          fileStem={`${fileStem(reduction.name)}-gaps`}
          numbers={() => [
            ['group', 'rows', 'outside in the table', 'outside on the map', 'outside by chance', 'gap'],
            ...of.map(gap => [
              name(gap),
              ...[gap.rows, gap.outsideInTable, gap.outsideOnMap, gap.byChance].map(String),
              VERDICTS[gap.verdict],
            ]),
          ]}
        />
      </div>
      <table className={styles.table} aria-label="Gaps around groups">
        <thead>
          <tr>
            <th scope="col">group</th>
            <th scope="col">rows</th>
            <th scope="col">outside, in the table</th>
            <th scope="col">on the map</th>
            <th scope="col">by chance</th>
            <th scope="col">
              <span className="unseen">verdict</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {of.map(gap => (
            <tr key={name(gap)} data-odd={gap.verdict === 'map' || gap.verdict === 'closed'}>
              <th scope="row" title={name(gap)}>
                {shortName(name(gap), 26)}
              </th>
              <td className="number">{gap.rows.toLocaleString('en')}</td>
              <td className="number">{percent(gap.outsideInTable)}</td>
              <td className="number">{percent(gap.outsideOnMap)}</td>
              <td className="number">{percent(gap.byChance)}</td>
              <td className={styles.verdict}>{VERDICTS[gap.verdict]}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft small">
        Of the {k} nearest of a group’s rows, those that are not of it. A gap is where less than a quarter of
        what chance gives lies outside; table and map differ where they are a quarter of that apart.
      </p>
    </div>
  );
}
