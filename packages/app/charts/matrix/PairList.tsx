import { selected } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useSelection } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import styles from './Matrix.module.css';

interface PairListProps {
  readonly title: string;
  readonly pairs: readonly { readonly a: string; readonly b: string; readonly figures: readonly string[] }[];
  /** Of the figures. */
  readonly heads: readonly string[];
  readonly letters: number;
  /** What is said above the list. */
  readonly note?: string;
}

/** So many letters more stand in a line of their own. */
const BELOW = 6;

/** Pairs of measures with their figures; a click selects both. */
export function PairList({ title, pairs, heads, letters, note }: PairListProps) {
  const shortName = useShortName();
  const dispatch = useAppDispatch();
  const { columns: chosen } = useSelection();
  return (
    <section className={styles.pairs} aria-label={title}>
      <h2 className={styles.title}>{title}</h2>
      {note !== undefined && <p className="soft small">{note}</p>}
      <div className={styles.scroll} role="region" aria-label={`${title}, list`} tabIndex={0}>
        <table>
          <thead>
            <tr>
              <th scope="col">pair</th>
              {heads.map(head => (
                <th key={head} scope="col">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {pairs.map(({ a, b, figures }) => (
              <tr key={`${a} ${b}`} data-chosen={chosen.includes(a) && chosen.includes(b)}>
                <th scope="row">
                  <button
                    type="button"
                    title={`${a} and ${b}`}
                    onClick={() => dispatch(selected({ columns: [a, b] }))}
                  >
                    {a.length > letters || b.length > letters ? (
                      // One below the other each has the whole width.
                      <>
                        {shortName(a, BELOW + letters)}
                        <br />
                        {shortName(b, BELOW + letters)}
                      </>
                    ) : (
                      `${a} · ${b}`
                    )}
                  </button>
                </th>
                {figures.map((figure, index) => (
                  <td key={heads[index]} className={index === 0 ? undefined : 'soft'}>
                    {figure}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
