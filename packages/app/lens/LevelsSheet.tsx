import type { LevelColumn } from '@wold/core/table/column';
import { useState } from 'react';
import { shortName } from '../charts/format';
import { withColumn } from '@wold/core/recipe/edit/columns';
import { withMadeColumn } from '@wold/core/recipe/edit/columns';
import { withPreparation } from '@wold/core/recipe/edit/preparation';
import { useEdit, useRecipe } from '../store/useStudy';
import { LABEL_COLOURS, labelStyle, levelPlace } from '../theme/labelStyle';
import { useMode } from '../theme/ThemeMode';
import form from '../theme/form.module.css';
import styles from './Lens.module.css';

const MOST_LEVELS = 40;

/** The levels of a label: their order and colours in the whole study; some can be joined, or their rows only placed. */
export function LevelsSheet({ column, counts }: { column: LevelColumn; counts: readonly number[] }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { mode } = useMode();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const said = recipe.columns.find(({ name }) => name === column.name)!;
  const placeOf = (code: number) => levelPlace(column, code, said.colours);
  const change = (to: Parameters<typeof withColumn>[2], of: string) =>
    edit(withColumn(recipe, column.name, to), `${of} ${column.name}`);

  function move(code: number, by: number): void {
    const order = [...column.levels];
    const [level] = order.splice(code, 1);
    order.splice(code + by, 0, level!);
    // Each level keeps the colour that it has now.
    const colours = column.levels.map((name, index) => ({ level: name, place: placeOf(index) }));
    change({ order, colours }, 'level order');
  }

  return (
    <fieldset className={styles.group}>
      <legend className="soft">Levels, in their order</legend>
      <ul className={styles.levels}>
        {column.levels.slice(0, MOST_LEVELS).map((level, code) => {
          const place = placeOf(code);
          const { colour, name } = labelStyle(place, mode);
          return (
            <li key={level}>
              <input
                type="checkbox"
                aria-label={`Choose ${level}`}
                checked={chosen.includes(level)}
                onChange={event =>
                  setChosen(
                    event.target.checked ? [...chosen, level] : chosen.filter(other => other !== level),
                  )
                }
              />
              <button
                type="button"
                className={styles.swatch}
                style={{ background: colour }}
                aria-label={`Colour of ${level}: ${name}. Next`}
                title={`${name}; click for the next colour`}
                onClick={() => {
                  const others = said.colours?.filter(colour => colour.level !== level) ?? [];
                  change({ colours: [...others, { level, place: (place + 1) % LABEL_COLOURS }] }, 'colours');
                }}
              />
              <span className={styles.levelName} title={level}>
                {shortName(level, 22)}
              </span>
              <span className="soft">{counts[code] ?? 0}</span>
              <button
                type="button"
                aria-label={`${level} up`}
                disabled={code === 0}
                onClick={() => move(code, -1)}
              >
                ↑
              </button>
              <button
                type="button"
                aria-label={`${level} down`}
                disabled={code === column.levels.length - 1}
                onClick={() => move(code, 1)}
              >
                ↓
              </button>
            </li>
          );
        })}
      </ul>
      {column.levels.length > MOST_LEVELS && (
        <p className="soft small">and {column.levels.length - MOST_LEVELS} more</p>
      )}
      {chosen.length > 0 && (
        <div className={form.line}>
          {chosen.length > 1 && <JoinLevels column={column} chosen={chosen} onJoined={() => setChosen([])} />}
          <button
            type="button"
            className="action"
            onClick={() => {
              const condition = { column: column.name, levels: [...chosen] };
              edit(
                withPreparation(recipe, {
                  supplementary: [...recipe.preparation.supplementary, condition],
                }),
                'supplementary',
              );
              setChosen([]);
            }}
          >
            Only place their rows
          </button>
        </div>
      )}
    </fieldset>
  );
}

/** Makes a label in which the chosen levels are one. */
function JoinLevels({
  column,
  chosen,
  onJoined,
}: {
  column: LevelColumn;
  chosen: readonly string[];
  onJoined: () => void;
}) {
  const recipe = useRecipe();
  const edit = useEdit();
  const [name, setName] = useState('');
  return (
    <form
      className={form.line}
      onSubmit={event => {
        event.preventDefault();
        const joined = name.trim() || chosen.join(' + ').slice(0, 80);
        const before = recipe.made.find(made => made.name === `${column.name}, joined`);
        const already = before?.how.kind === 'joined' && before.from === column.name ? before.how.levels : [];
        edit(
          withMadeColumn(recipe, {
            name: `${column.name}, joined`.slice(0, 80),
            from: column.name,
            how: {
              kind: 'joined',
              levels: [
                ...already.filter(({ from }) => !chosen.includes(from)),
                ...chosen.map(from => ({ from, to: joined })),
              ],
            },
          }),
          'made column',
        );
        onJoined();
      }}
    >
      <label>
        join them as{' '}
        <input
          className={form.short}
          value={name}
          maxLength={80}
          placeholder={shortName(chosen.join(' + '), 14)}
          onChange={event => setName(event.target.value)}
        />
      </label>
      <button type="submit" className="action">
        Join
      </button>
    </form>
  );
}
