import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Radio from '@mui/material/Radio';
import { useMemo } from 'react';
import { textAt } from '@wold/core/table/column';
import { differingColumns, type RepeatGroup, type RepeatRule } from '@wold/core/table/repeats';
import { findColumn, type Table } from '@wold/core/table/table';
import { count, shortName } from '@wold/core/writeup/format';
import { ChoiceWord } from '../../controls/Word';
import { useResult } from '../../results/useResult';
import { selected } from '../../store/studySlice';
import { withPreparation } from '@wold/core/recipe/edit/preparation';
import { useAppDispatch } from '../../store/store';
import { useEdit, useRecipe } from '../../store/useStudy';
import { useShortName } from '../../store/useShortName';
import { Resulting } from '../Problem';
import styles from './RepeatsView.module.css';

const MOST_GROUPS = 60;
const MOST_DIFFERING = 10;
const MOST_KEYS = 200;

const RULES: readonly { value: RepeatRule; name: string; when: string }[] = [
  { value: 'keep', name: 'are all kept', when: 'Each is a case of its own that happens to look alike.' },
  {
    value: 'first',
    name: 'count once, by the first',
    when: 'The same case was entered twice: counting it twice would give it twice the weight.',
  },
  {
    value: 'average',
    name: 'count once, by their average',
    when: 'The same case was measured several times: its average is its best measure.',
  },
];

/** Rows that repeat, side by side, and what is done about them. */
export function RepeatsView({ table }: { table: Table }) {
  const nameOf = useShortName();
  const recipe = useRecipe();
  const edit = useEdit();
  const { repeats, repeatKeys } = recipe.preparation;
  const groups = useResult({ stage: 'repeats', keys: repeatKeys }, 'repeats', 'looking for repeats');
  const set = (change: Partial<typeof recipe.preparation>) =>
    edit(withPreparation(recipe, change), 'repeats');
  const keys = recipe.columns.filter(({ role }) => role !== 'measure').slice(0, MOST_KEYS);
  return (
    <div className={styles.repeats}>
      <div className={styles.words}>
        <p>
          Rows with the same{' '}
          <strong>{repeatKeys.length === 0 ? 'entries in every column' : repeatKeys.join(', ')}</strong>{' '}
          <ChoiceWord
            settles="What is done about repeats"
            value={repeats}
            choices={RULES}
            onChoose={value => set({ repeats: value })}
          />
          .
        </p>
        <p className="soft small">
          Repeats are no error by themselves. The question is what a row stands for: if one case can appear
          twice by chance of sampling, keep both; if it was entered or measured twice, count it once.
        </p>
        <fieldset className={styles.keys}>
          <legend className="soft small">Rows are the same case when they agree in</legend>
          <label>
            <Radio checked={repeatKeys.length === 0} onChange={() => set({ repeatKeys: [] })} /> every column
          </label>
          {keys.map(({ name }) => (
            <label key={name}>
              <Checkbox
                checked={repeatKeys.includes(name)}
                onChange={event =>
                  set({
                    repeatKeys: event.target.checked
                      ? [...repeatKeys, name]
                      : repeatKeys.filter(other => other !== name),
                  })
                }
              />{' '}
              {nameOf(name, 24)}
            </label>
          ))}
        </fieldset>
      </div>
      <Resulting reading={groups}>
        {value => <Groups table={table} groups={value} keys={repeatKeys} />}
      </Resulting>
    </div>
  );
}

function Groups({
  table,
  groups,
  keys,
}: {
  table: Table;
  groups: readonly RepeatGroup[];
  keys: readonly string[];
}) {
  if (groups.length === 0) {
    return (
      <p className="soft">
        {keys.length === 0
          ? 'No two rows are the same in every column. Choose the columns that name a case.'
          : 'No two rows agree in these.'}
      </p>
    );
  }
  const rows = groups.reduce((sum, group) => sum + group.length, 0);
  return (
    <div className={styles.groups} role="region" aria-label="Repeats, list" tabIndex={0}>
      <h2>
        {count(groups.length, 'group')} of repeats, {count(rows, 'row')}
      </h2>
      {groups.slice(0, MOST_GROUPS).map(group => (
        <Group key={group[0]} table={table} group={group} keys={keys} />
      ))}
      {groups.length > MOST_GROUPS && <p className="soft small">The first {MOST_GROUPS} groups are shown.</p>}
    </div>
  );
}

function Group({ table, group, keys }: { table: Table; group: RepeatGroup; keys: readonly string[] }) {
  const nameOf = useShortName();
  const dispatch = useAppDispatch();
  const differing = useMemo(() => differingColumns(table, group), [table, group]);
  const shown = [...keys, ...differing.filter(name => !keys.includes(name)).slice(0, MOST_DIFFERING)];
  return (
    <section className={styles.group} aria-label={`Repeats of row ${group[0]! + 1}`}>
      <p className="small">
        <Button onClick={() => dispatch(selected({ rows: [...group] }))}>
          Rows {group.map(row => row + 1).join(', ')}
        </Button>{' '}
        <span className="soft">
          {differing.length === 0
            ? 'are the same throughout'
            : `differ in ${count(differing.length, 'column')}${differing.length > MOST_DIFFERING ? `; the first ${MOST_DIFFERING} stand here` : ''}`}
        </span>
      </p>
      {shown.length > 0 && (
        <table>
          <thead>
            <tr>
              <th scope="col">row</th>
              {shown.map(name => (
                <th key={name} scope="col" title={name} data-differs={differing.includes(name)}>
                  {nameOf(name, 14)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {group.slice(0, 12).map(row => (
              <tr key={row}>
                <th scope="row">{row + 1}</th>
                {shown.map(name => (
                  <td key={name} data-differs={differing.includes(name)}>
                    {shortName(textAt(findColumn(table, name)!, row), 16) || '–'}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
