import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Link from '@mui/material/Link';
import OutlinedInput from '@mui/material/OutlinedInput';
import type { LevelColumn } from '@wold/core/table/column';
import { useState } from 'react';
import { shortName } from '@wold/core/writeup/format';
import { withColumn } from '@wold/core/recipe/edit/columns';
import { withMadeColumn } from '@wold/core/recipe/edit/columns';
import { withPreparation } from '@wold/core/recipe/edit/preparation';
import { useEdit, useRecipe } from '../store/useStudy';
import { LABEL_COLOURS, labelStyle, levelPlace, type LabelStyle } from '../theme/labelStyle';
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
          return (
            <LevelLine
              key={level}
              level={level}
              rows={counts[code] ?? 0}
              style={labelStyle(place, mode)}
              chosen={chosen.includes(level)}
              first={code === 0}
              last={code === column.levels.length - 1}
              onChosen={is => setChosen(is ? [...chosen, level] : chosen.filter(other => other !== level))}
              onColour={() => {
                const others = said.colours?.filter(colour => colour.level !== level) ?? [];
                change({ colours: [...others, { level, place: (place + 1) % LABEL_COLOURS }] }, 'colours');
              }}
              onMove={by => move(code, by)}
            />
          );
        })}
      </ul>
      {column.levels.length > MOST_LEVELS && (
        <p className="soft small">and {column.levels.length - MOST_LEVELS} more</p>
      )}
      {chosen.length > 0 && <ChosenLevels column={column} chosen={chosen} onDone={() => setChosen([])} />}
    </fieldset>
  );
}

interface LevelLineProps {
  readonly level: string;
  readonly rows: number;
  readonly style: LabelStyle;
  readonly chosen: boolean;
  readonly first: boolean;
  readonly last: boolean;
  readonly onChosen: (chosen: boolean) => void;
  readonly onColour: () => void;
  readonly onMove: (by: 1 | -1) => void;
}

/** A level with its colour, its rows and its place in the order. */
function LevelLine(props: LevelLineProps) {
  const { level, rows, style, chosen, first, last, onChosen, onColour, onMove } = props;
  return (
    <li>
      <Checkbox
        slotProps={{ input: { 'aria-label': `Choose ${level}` } }}
        checked={chosen}
        onChange={event => onChosen(event.target.checked)}
      />
      <Link
        component="button"
        type="button"
        className={styles.swatch}
        style={{ background: style.colour }}
        aria-label={`Colour of ${level}: ${style.name}. Next`}
        title={`${style.name}; click for the next colour`}
        onClick={onColour}
      />
      <span className={styles.levelName} title={level}>
        {shortName(level, 22)}
      </span>
      <span className="soft">{rows}</span>
      <Link
        component="button"
        type="button"
        aria-label={`${level} up`}
        disabled={first}
        onClick={() => onMove(-1)}
      >
        ↑
      </Link>
      <Link
        component="button"
        type="button"
        aria-label={`${level} down`}
        disabled={last}
        onClick={() => onMove(1)}
      >
        ↓
      </Link>
    </li>
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
        <OutlinedInput
          className={form.short}
          value={name}
          placeholder={shortName(chosen.join(' + '), 14)}
          onChange={event => setName(event.target.value)}
          slotProps={{ input: { maxLength: 80 } }}
        />
      </label>
      <Button type="submit">Join</Button>
    </form>
  );
}

interface ChosenLevelsProps {
  readonly column: LevelColumn;
  readonly chosen: readonly string[];
  readonly onDone: () => void;
}

/** What can be done with the levels that are chosen. */
function ChosenLevels({ column, chosen, onDone }: ChosenLevelsProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  return (
    <div className={form.line}>
      {chosen.length > 1 && <JoinLevels column={column} chosen={chosen} onJoined={onDone} />}
      <Button
        onClick={() => {
          const condition = { column: column.name, levels: [...chosen] };
          edit(
            withPreparation(recipe, {
              supplementary: [...recipe.preparation.supplementary, condition],
            }),
            'supplementary',
          );
          onDone();
        }}
      >
        Only place their rows
      </Button>
    </div>
  );
}
