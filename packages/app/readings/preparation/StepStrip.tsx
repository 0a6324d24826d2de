import Checkbox from '@mui/material/Checkbox';
import type { Account } from '@wold/core/preparation/prepared';
import type { Recipe } from '@wold/core/recipe/schema';
import type { Step } from '@wold/core/preparation/steps';
import { withPreparation } from '@wold/core/recipe/edit/preparation';
import { useEdit, useRecipe } from '../../store/useStudy';
import styles from './StepStrip.module.css';

/** The steps that are taken, each with what it did; each can be switched off to see its effect. */
export function StepStrip({ account }: { account: Account }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { off } = recipe.preparation;
  const steps = stepsTaken(recipe, account);
  if (steps.length === 0) return null;
  return (
    <fieldset className={styles.strip}>
      <legend className="soft small">Steps; off to see their effect</legend>
      {steps.map(({ step, name, did }) => {
        const on = !off.includes(step);
        return (
          <label key={step} data-on={on}>
            <Checkbox
              checked={on}
              onChange={() =>
                edit(
                  withPreparation(recipe, {
                    off: on ? [...off, step] : off.filter(other => other !== step),
                  }),
                  `step ${step}`,
                )
              }
            />
            {name}
            <span className="soft">{on ? did : 'off'}</span>
          </label>
        );
      })}
    </fieldset>
  );
}

/** The steps that the recipe takes, in their order. */
function stepsTaken(recipe: Recipe, account: Account): { step: Step; name: string; did: string }[] {
  const { preparation, columns } = recipe;
  const left = (step: string) => account.rowsLeftOut.filter(out => out.step === step).length;
  const { counts } = account.changes;
  const rows = (n: number) => `${n.toLocaleString('en')} ${n === 1 ? 'row' : 'rows'}`;
  const taken: [boolean, Step, string, string][] = [
    [preparation.rowsAside.rows.length > 0, 'set aside', 'set aside by hand', rows(left('set aside'))],
    [preparation.only.length > 0, 'filter', 'filter', rows(left('filter'))],
    [preparation.repeats !== 'keep', 'repeats', 'repeats', rows(left('repeat'))],
    [
      preparation.missing !== 'leave-out-rows' && preparation.missing !== 'keep',
      'fill',
      'fill gaps',
      `${counts.filled.toLocaleString('en')} entries`,
    ],
    [
      columns.some(column => column.role === 'measure' && column.reversed === true),
      'reverse',
      'reverse',
      `${account.reversals.length} measures`,
    ],
    [
      preparation.outliers !== 'none',
      'outliers',
      'outliers',
      preparation.outliers === 'leave-out-rows'
        ? rows(left('outlier'))
        : `${counts['pulled in'].toLocaleString('en')} entries`,
    ],
    [
      preparation.rowTransform !== 'none' ||
        preparation.transform !== 'none' ||
        preparation.transforms.length > 0,
      'transform',
      'transform',
      preparation.rowTransform === 'none' ? `${account.transforms.length} measures` : 'every row',
    ],
  ];
  return taken.filter(([is]) => is).map(([, step, name, did]) => ({ step, name, did }));
}
