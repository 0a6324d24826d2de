import Link from '@mui/material/Link';
import type { LoadedReduction } from '../loadedReduction';
import type { Outcome } from '@wold/core/methods/outcome';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { DivergingBar } from '../../../charts/DivergingBar';
import { coefficient, figure, fixed, pEquation, pWords } from '@wold/core/writeup/format';
import { ChoiceWord } from '../../../controls/Word';
import { useNaming } from '../../../results/stages';
import type { Finding } from '../../../results/useResult';
import { useTable } from '../../../store/TableContext';
import { selected } from '../../../store/studySlice';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { useAppDispatch } from '../../../store/store';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { Figures } from '../../../readings/Figures';
import { Resulting } from '../../../readings/Problem';
import { TakeOutMenu } from '../../../outputs/TakeOutMenu';
import { fileStem } from '@wold/core/writeup/fileStem';
import { outcomeNumbers } from './takenOut';
import styles from './MeaningReading.module.css';

const MOST_LISTED = 300;

interface OutcomeViewProps<R extends LoadedReduction> {
  readonly reduction: R;
  /** An outcome foretold from the scores of the reduction; a hook. */
  readonly useOutcome: (reduction: R, outcome: string) => Finding<Outcome>;
}

/** A chosen outcome foretold from the scores, and what that says in terms of the measures. */
export function OutcomeView<R extends LoadedReduction>({ reduction, useOutcome }: OutcomeViewProps<R>) {
  const table = useTable();
  const recipe = useRecipe();
  const edit = useEdit();
  const roleOf = new Map(recipe.columns.map(({ name, role }) => [name, role]));
  const able = table.columns.filter(
    ({ kind, name }) =>
      kind === 'number' && (roleOf.get(name) !== 'measure' || reduction.without.includes(name)),
  );
  const { outcome } = reduction.settings;
  const chosen = able.find(({ name }) => name === outcome)?.name ?? null;
  return (
    <div className={styles.scroller} tabIndex={0} role="region" aria-label="Outcome foretold from the scores">
      <p>
        Foretell{' '}
        <ChoiceWord
          settles="The outcome that the scores foretell"
          value={chosen}
          word={chosen ?? 'a column of your choice'}
          choices={able.map(({ name }) => ({ value: name as string | null, name }))}
          onChoose={name =>
            edit(withSettings(recipe, reduction, { outcome: name }), `outcome ${reduction.id}`)
          }
          note={
            able.length === 0
              ? 'Every column of numbers is a measure of this reduction. Leave the outcome out of it in the brief above.'
              : 'Columns of numbers that are not among the measures of this reduction.'
          }
        />{' '}
        from the scores, by least squares.
      </p>
      {chosen === null ? (
        <p className="soft">
          Least squares on the scores: what the dimensions say of a column that had no part in making them,
          how well it holds for rows that were held out, and what it means in terms of the measures.
        </p>
      ) : (
        <Chosen reduction={reduction} outcome={chosen} useOutcome={useOutcome} />
      )}
    </div>
  );
}

function Chosen<R extends LoadedReduction>({
  reduction,
  outcome,
  useOutcome,
}: OutcomeViewProps<R> & { readonly outcome: string }) {
  const reading = useOutcome(reduction, outcome);
  return <Resulting reading={reading}>{value => <Foretold reduction={reduction} value={value} />}</Resulting>;
}

function Foretold({ reduction, value }: { reduction: LoadedReduction; value: Outcome }) {
  const { names } = useNaming(reduction);
  const held = value.crossValidated.at(-1);
  return (
    <>
      <div className={styles.headed}>
        <Figures
          figures={[
            { value: coefficient(value.r2), of: `R², ${value.n} rows` },
            { value: coefficient(value.adjustedR2), of: 'adjusted R²' },
            ...(held === undefined
              ? []
              : [{ value: coefficient(held), of: `R² on rows held out, ${value.folds} parts` }]),
            { value: figure(value.residualSd, 3), of: 'sd of what is left' },
            {
              value: fixed(value.f, 2),
              of: `F(${value.df[0]}, ${value.df[1]}), p ${pEquation(value.p)}`,
            },
          ]}
        />
        <TakeOutMenu
          label="Outcome"
          fileStem={`${fileStem(reduction.name)}-outcome`}
          numbers={() =>
            outcomeNumbers(
              value,
              value.coefficients.slice(1).map((_, d) => dimensionName(names, d + 1)),
            )
          }
        />
      </div>
      {held !== undefined && held < 0 && (
        <p className="small">
          On rows held out the mean alone does better: the scores say nothing of this column.
        </p>
      )}
      <div className={styles.outcome}>
        <OnScores reduction={reduction} value={value} />
        <OnMeasures value={value} />
      </div>
    </>
  );
}

function OnScores({ reduction, value }: { reduction: LoadedReduction; value: Outcome }) {
  const { names } = useNaming(reduction);
  return (
    <div>
      <h2 className={styles.section}>On the scores</h2>
      <table className={styles.others} aria-label="Coefficients of the scores">
        <thead>
          <tr>
            <th scope="col">term</th>
            <th scope="col">coefficient</th>
            <th scope="col">standard error</th>
            <th scope="col">t</th>
            <th scope="col">p</th>
          </tr>
        </thead>
        <tbody>
          {value.coefficients.map(({ name, estimate, standardError, t, p }, index) => (
            <tr key={name}>
              <th scope="row">{index === 0 ? 'intercept' : dimensionName(names, index)}</th>
              <td className="number">{figure(estimate, 4)}</td>
              <td className="number">{figure(standardError, 3)}</td>
              <td className="number">{fixed(t, 2)}</td>
              <td className="number">{Number.isNaN(p) ? '–' : pWords(p)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <HeldOut value={value} />
    </div>
  );
}

/** R² on rows held out by the number of dimensions: those of the parts are found anew and bear no names. */
function HeldOut({ value }: { value: Outcome }) {
  const { crossValidated, folds, seed } = value;
  if (crossValidated.length === 0) return null;
  return (
    <>
      <h2 className={styles.section}>On rows held out</h2>
      <table className={styles.others} aria-label="R² on rows held out">
        <thead>
          <tr>
            <th scope="col">dimensions, by descending variance</th>
            {crossValidated.map((_, d) => (
              <th key={d} scope="col">
                {d === 0 ? 'the first' : `first ${d + 1}`}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">R²</th>
            {crossValidated.map((r2, d) => (
              <td key={d} className="number">
                {coefficient(r2)}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      <p className="soft small">
        Rows in {folds} random parts (seed {seed}); for each part the dimensions are found from the other rows
        alone, unrotated: they are not the named ones.
      </p>
    </>
  );
}

function OnMeasures({ value }: { value: Outcome }) {
  const dispatch = useAppDispatch();
  const strongest = [...value.weights].sort((a, b) => Math.abs(b.perSd) - Math.abs(a.perSd));
  const full = Math.abs(strongest[0]?.perSd ?? 1) || 1;
  return (
    <div>
      <h2 className={styles.section}>The same, on the measures</h2>
      <table className={styles.others} aria-label="Coefficients of the measures">
        <thead>
          <tr>
            <th scope="col">treated measure</th>
            <th scope="col">per unit</th>
            <th scope="col">per sd</th>
          </tr>
        </thead>
        <tbody>
          {strongest.slice(0, MOST_LISTED).map(({ measure, weight, perSd }) => (
            <tr key={measure}>
              <th scope="row">
                <Link
                  component="button"
                  type="button"
                  onClick={() => dispatch(selected({ columns: [measure] }))}
                >
                  {measure}
                </Link>
              </th>
              <td className="number">{figure(weight, 3)}</td>
              <td>
                <span className={styles.cell}>
                  <span className={styles.figure}>{figure(perSd, 2)}</span>
                  <DivergingBar value={perSd / full} />
                </span>
              </td>
            </tr>
          ))}
          <tr>
            <th scope="row">intercept</th>
            <td className="number">{figure(value.intercept, 4)}</td>
            <td />
          </tr>
        </tbody>
      </table>
    </div>
  );
}
