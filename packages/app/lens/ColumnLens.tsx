import { preparationOf } from '@wold/core/recipe/run';
import type { Recipe } from '@wold/core/recipe/schema';
import type { LevelDescription, NumberDescription } from '@wold/core/table/describe';
import { ROLES, canHaveRole } from '@wold/core/table/role';
import { findColumn } from '@wold/core/table/table';
import { coefficient, count, figure } from '../charts/format';
import { HistogramPicture } from '../charts/HistogramPicture';
import { useResult } from '../results/useResult';
import { useAccount, useDescription } from '../results/stages';
import { selected, withRoles } from '../store/studySlice';
import { useAppDispatch } from '../store/store';
import { useTable } from '../store/TableContext';
import { useEdit, useRecipe } from '../store/useStudy';
import { DivergingBar } from '../charts/DivergingBar';
import { Fact } from './DimensionLens';
import styles from './Lens.module.css';

const MOST_RELATIONS = 6;

/** A column: its distribution, its strongest correlations, its role. */
export function ColumnLens({ name }: { name: string }) {
  const table = useTable();
  const recipe = useRecipe();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { value: descriptions } = useDescription();
  const { value: account } = useAccount();
  const column = findColumn(table, name);
  const description = descriptions?.find(described => described.name === name);
  const role = recipe.columns.find(entry => entry.name === name)?.role;
  if (column === undefined || description === undefined || role === undefined) return null;
  return (
    <div>
      <div className={styles.head}>
        <h2>{name}</h2>
        <button type="button" className="action small" onClick={() => dispatch(selected({}))}>
          Let go
        </button>
      </div>
      <p className="soft small">
        {role}; guessed {description.guess.role}: {description.guess.reason}
      </p>
      {description.kind === 'number' ? <Numbers of={description} /> : <Levels of={description} />}
      {account?.measures.includes(name) && <Relations recipe={recipe} measure={name} />}
      <div className={styles.actions}>
        {role === 'aside' ? (
          ROLES.filter(other => other !== 'aside' && canHaveRole(column, other))
            .slice(0, 1)
            .map(other => (
              <button
                key={other}
                type="button"
                className="action"
                onClick={() => edit(withRoles(recipe, [name], other), `role ${name}`)}
              >
                Bring back as {other}
              </button>
            ))
        ) : (
          <button
            type="button"
            className="action"
            onClick={() => edit(withRoles(recipe, [name], 'aside'), `role ${name}`)}
          >
            Set aside
          </button>
        )}
      </div>
    </div>
  );
}

function Numbers({ of }: { of: NumberDescription }) {
  return (
    <>
      <div className={styles.picture}>
        <HistogramPicture histogram={of.histogram} width={250} height={64} />
        <p className="soft small" style={{ display: 'flex', justifyContent: 'space-between' }}>
          <span>{figure(of.least, 4)}</span>
          <span>{figure(of.most, 4)}</span>
        </p>
      </div>
      <dl className={styles.facts}>
        <Fact name="entries" value={`${of.present.toLocaleString('en')}, ${of.missing} missing`} />
        <Fact name="mean" value={figure(of.mean, 4)} />
        <Fact name="standard deviation" value={figure(of.sd, 4)} />
        <Fact
          name="quartiles"
          value={`${figure(of.lowerQuartile, 4)} · ${figure(of.median, 4)} · ${figure(of.upperQuartile, 4)}`}
        />
      </dl>
    </>
  );
}

function Levels({ of }: { of: LevelDescription }) {
  return (
    <>
      <dl className={styles.facts}>
        <Fact name="entries" value={`${of.present.toLocaleString('en')}, ${of.missing} missing`} />
        <Fact name="different" value={of.distinct.toLocaleString('en')} />
      </dl>
      <h3 className={styles.section}>Commonest</h3>
      <dl className={styles.facts}>
        {of.commonest.map(({ level, count: rows }) => (
          <Fact key={level} name={level.slice(0, 60)} value={count(rows, 'row')} />
        ))}
      </dl>
    </>
  );
}

function Relations({ recipe, measure }: { recipe: Recipe; measure: string }) {
  const request = { stage: 'relations', preparation: preparationOf(recipe), measure } as const;
  const { value, stale } = useResult(request, 'relations', `correlating ${measure}`);
  const dispatch = useAppDispatch();
  if (value === null || stale) return null;
  return (
    <>
      <h3 className={styles.section}>Strongest correlations</h3>
      <table className={styles.bars}>
        <tbody>
          {value.slice(0, MOST_RELATIONS).map(({ measure: other, correlation }) => (
            <tr key={other}>
              <th scope="row" title={other}>
                <button
                  type="button"
                  className="action"
                  onClick={() => dispatch(selected({ columns: [measure, other] }))}
                >
                  {other}
                </button>
              </th>
              <td>
                <DivergingBar value={correlation} />
              </td>
              <td className="number">{coefficient(correlation)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
