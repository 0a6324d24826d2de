import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { unknownLevels } from '@wold/core/methods/discriminant/groups';
import type { Shrinkage } from '@wold/core/methods/discriminant/settings';
import type { LevelColumn } from '@wold/core/table/column';
import { findColumn, hasCases } from '@wold/core/table/table';
import { count, shortName } from '@wold/core/writeup/format';
import { ChoiceWord, NumberWord, Word } from '../../../controls/Word';
import { MeasuresWord } from '../../parts/dimensions/MeasuresWord';
import { OwnRowsWord } from '../../parts/dimensions/OwnRowsWord';
import { useTable } from '../../../store/TableContext';
import { withSeparatedLabel } from '@wold/core/recipe/edit/discriminant';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { useDiscriminant, useSet, type DiscriminantReduction } from '../results';
import styles from './AxesBrief.module.css';

/** Discriminant axes that part the levels of kiln, of 20 measures, keep all 5, … */
export function AxesBrief({ reduction }: { reduction: DiscriminantReduction }) {
  return (
    <>
      <AxesWords reduction={reduction} />.
    </>
  );
}

/** The words that settle axes; other briefs of a reduction start with them too. */
export function AxesWords({ reduction }: { reduction: DiscriminantReduction }) {
  const table = useTable();
  if (!hasCases(table)) return <>No axes: a table of {table.matrix?.kind}s has no rows with labels</>;
  return (
    <>
      Discriminant axes that part the levels of <LabelWord reduction={reduction} />
      <UnknownWord reduction={reduction} />, of <MeasuresWord reduction={reduction} />
      <OwnRowsWord reduction={reduction} />, keep <KeepWord reduction={reduction} />, the covariance within
      groups shrunk <ShrinkageWord reduction={reduction} />
    </>
  );
}

/** The labels of the study as columns of levels. */
function useLabels(): LevelColumn[] {
  const recipe = useRecipe();
  const table = useTable();
  return recipe.columns
    .filter(({ role }) => role === 'label')
    .map(({ name }) => findColumn(table, name))
    .filter((column): column is LevelColumn => column?.kind === 'levels');
}

function LabelWord({ reduction }: { reduction: DiscriminantReduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const labels = useLabels();
  const { label } = reduction.settings;
  return (
    <ChoiceWord
      settles="The label whose levels are parted"
      value={label}
      word={label ?? 'no label yet'}
      choices={labels.map(({ name, levels }) => ({
        value: name as string | null,
        name,
        when: count(levels.length, 'level'),
      }))}
      onChoose={chosen => edit(withSeparatedLabel(recipe, reduction, chosen), `label ${reduction.id}`)}
      note={labels.length === 0 ? 'No column is a label: give one that role in question 1.' : null}
    />
  );
}

/** Levels that are listed at most. */
const MOST_LEVELS = 60;

function UnknownWord({ reduction }: { reduction: DiscriminantReduction }) {
  const set = useSet(reduction);
  const labels = useLabels();
  const { label, unknown } = reduction.settings;
  const column = labels.find(({ name }) => name === label);
  if (column === undefined) return null;
  const placed = unknownLevels(column, unknown);
  return (
    <>
      {', with '}
      <Word
        settles="Which levels are placed and not used"
        panel={() => (
          <fieldset className={styles.levels}>
            <legend className="soft small">
              Rows of these levels have no say in the axes. They are placed and told like rows without a
              level.
            </legend>
            {column.levels.slice(0, MOST_LEVELS).map(level => (
              <FormControlLabel
                key={level}
                label={shortName(level, 40)}
                control={
                  <Checkbox
                    size="small"
                    checked={placed.includes(level)}
                    onChange={(_, checked) =>
                      set(
                        {
                          unknown: checked ? [...placed, level] : placed.filter(other => other !== level),
                        },
                        'unknown levels',
                      )
                    }
                  />
                }
              />
            ))}
          </fieldset>
        )}
      >
        {placed.length === 0
          ? 'every level used'
          : placed.length <= 2
            ? `${placed.map(level => shortName(level, 20)).join(' and ')} placed, not used`
            : `${placed.length} levels placed, not used`}
      </Word>
    </>
  );
}

function KeepWord({ reduction }: { reduction: DiscriminantReduction }) {
  const set = useSet(reduction);
  const { value } = useDiscriminant(reduction);
  const { keep } = reduction.settings;
  const most = value?.eigenvalues.length ?? 1;
  return (
    <NumberWord
      settles="How many axes to keep"
      value={keep === 'all' ? most : Math.min(keep, most)}
      word={keep === 'all' ? (value === null ? 'all' : `all ${most}`) : String(keep)}
      least={1}
      most={Math.max(1, most)}
      why="At most as many as there are groups less one, and measures. All of them is as much as there can be."
      onNumber={number => set({ keep: Math.round(number) >= most ? 'all' : Math.round(number) }, 'keep')}
    />
  );
}

const SHRINKAGES: readonly { value: Shrinkage; name: string; when: string }[] = [
  {
    value: 'where-few',
    name: 'where rows are few',
    when: 'With fewer than five degrees of freedom for each measure, or where it is singular; else it stands as it is.',
  },
  {
    value: 'where-singular',
    name: 'where it is singular',
    when: 'With fewer rows than measures, or measures that depend on each other; else it stands as it is.',
  },
  {
    value: 'always',
    name: 'always',
    when: 'Towards equal variances, by as much as its own noise asks (Ledoit and Wolf 2004): for few rows.',
  },
  { value: 'never', name: 'never', when: 'Where it is singular there are no axes then.' },
];

function ShrinkageWord({ reduction }: { reduction: DiscriminantReduction }) {
  const set = useSet(reduction);
  return (
    <ChoiceWord
      settles="When the covariance within groups is shrunk"
      value={reduction.settings.shrinkage}
      choices={SHRINKAGES}
      onChoose={shrinkage => set({ shrinkage }, 'shrinkage')}
    />
  );
}
