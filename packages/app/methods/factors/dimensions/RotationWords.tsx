import Button from '@mui/material/Button';
import { mostOf } from '@wold/core/algebra/extremes';
import type { Factors } from '@wold/core/methods/factors/factors';
import { leadingDimensions } from '@wold/core/methods/leading';
import type { FactorRotation } from '@wold/core/methods/factors/settings';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { count } from '@wold/core/writeup/format';
import { Choice } from '../../../controls/Choice';
import { ChoiceWord, NumberWord, Word } from '../../../controls/Word';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { useFactors, type FactorReduction } from '../results';
import styles from './RotationWords.module.css';

export const ROTATION_CHOICES: readonly {
  readonly value: FactorRotation['method'];
  readonly name: string;
  readonly when: string;
}[] = [
  { value: 'none', name: 'not at all', when: 'As extracted: to see one general factor before the rest.' },
  { value: 'oblimin', name: 'obliquely by oblimin', when: 'Factors may correlate; the usual first choice.' },
  {
    value: 'promax',
    name: 'obliquely by promax',
    when: 'Factors may correlate; quick for very many measures.',
  },
  {
    value: 'geomin',
    name: 'obliquely by geomin',
    when: 'Items may belong to two factors; has several ends.',
  },
  {
    value: 'target',
    name: 'obliquely to a target',
    when: 'What each item is to belong to is known before: to see how well that holds.',
  },
  { value: 'varimax', name: 'by varimax', when: 'Uncorrelated factors, variance spread over them.' },
  {
    value: 'quartimax',
    name: 'by quartimax',
    when: 'Uncorrelated; simple items, one general factor allowed.',
  },
  { value: 'equamax', name: 'by equamax', when: 'Uncorrelated; factors of about one size.' },
];

const PROJECTED: readonly FactorRotation['method'][] = [
  'quartimax',
  'equamax',
  'oblimin',
  'geomin',
  'target',
];

/** How factors are rotated, with what each rotation has to be told. */
export function RotationWords({ reduction }: { reduction: FactorReduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { rotation } = reduction.settings;
  const { value } = useFactors(reduction);
  const set = (change: Partial<FactorReduction['settings']['rotation']>) =>
    edit(
      withSettings(recipe, reduction, { rotation: { ...rotation, ...change } }),
      `rotation ${reduction.id}`,
    );
  return (
    <>
      <ChoiceWord
        settles="How factors are rotated"
        value={rotation.method}
        choices={ROTATION_CHOICES}
        // A target starts from where the measures lead.
        onChoose={method =>
          set(
            method === 'target' && rotation.target.length === 0 && value !== null
              ? { method, target: leadsOf(value) }
              : { method },
          )
        }
      />
      <Parameter reduction={reduction} set={set} />
      {rotation.method !== 'none' && (
        <>
          {', '}
          <ChoiceWord
            settles="Whether rows are brought to one length before rotation"
            value={rotation.normalise}
            word={rotation.normalise ? 'with Kaiser’s normalisation' : 'without normalisation'}
            choices={[
              {
                value: true,
                name: 'with Kaiser’s normalisation',
                when: 'Items of small communality have as much say as others (Kaiser 1958).',
              },
              {
                value: false,
                name: 'without normalisation',
                when: 'Items count by how much is held of them.',
              },
            ]}
            onChoose={normalise => set({ normalise })}
          />
        </>
      )}
      {PROJECTED.includes(rotation.method) && (
        <>
          {' from '}
          <NumberWord
            settles="Random starts of the rotation, at least"
            value={rotation.starts}
            word={count(rotation.starts, 'start')}
            least={1}
            most={1000}
            why="The best end of all is kept; where ends differ there are more starts, until the best was reached several times or there were a hundred."
            onNumber={starts => set({ starts: Math.round(starts) })}
          />
        </>
      )}
    </>
  );
}

function leadsOf({ measures, rotated }: Factors): { measure: string; factor: number }[] {
  const leads = leadingDimensions(rotated.pattern);
  return measures.map((measure, j) => ({ measure, factor: leads[j]! + 1 }));
}

interface ParameterProps {
  readonly reduction: FactorReduction;
  readonly set: (change: Partial<FactorReduction['settings']['rotation']>) => void;
}

/** What one rotation has to be told. */
function Parameter({ reduction, set }: ParameterProps) {
  const { method, power, gamma, epsilon } = reduction.settings.rotation;
  switch (method) {
    case 'promax':
      return (
        <>
          {' of power '}
          <NumberWord
            settles="Power of promax"
            value={power}
            least={2}
            most={8}
            why="Higher powers make small loadings smaller and factors more correlated; 4 is usual (Hendrickson and White 1964)."
            onNumber={value => set({ power: Math.round(value) })}
          />
        </>
      );
    case 'oblimin':
      return (
        <>
          {' of γ '}
          <NumberWord
            settles="Oblimin’s γ"
            value={gamma}
            least={-4}
            most={0}
            why="0 lets factors correlate as much as they will; below 0 less, at −4 hardly at all (Jennrich and Sampson 1966). Above 0 there may be no end."
            onNumber={value => set({ gamma: value })}
          />
        </>
      );
    case 'geomin':
      return (
        <>
          {' of ε '}
          <NumberWord
            settles="Geomin’s ε"
            value={epsilon}
            least={0.0001}
            most={0.1}
            why=".01 for three or four factors; smaller ones are simpler and have more ends (Yates 1987; Browne 2001)."
            onNumber={value => set({ epsilon: value })}
          />
        </>
      );
    case 'target':
      return (
        <>
          {' '}
          <TargetWord reduction={reduction} set={set} />
        </>
      );
    default:
      return null;
  }
}

/** On which factor each measure is to lead. */
function TargetWord({ reduction, set }: ParameterProps) {
  const { value } = useFactors(reduction);
  const { target } = reduction.settings.rotation;
  return (
    <Word
      settles="On which factor each measure is to lead"
      panel={() => <TargetPanel reduction={reduction} set={set} />}
    >
      {target.length === 0
        ? '(say which)'
        : `that places ${target.length} of ${count(value?.measures.length ?? target.length, 'measure')}`}
    </Word>
  );
}

/** A target for so many factors at most can be given measure by measure. */
const MOST_FACTORS = 30;
const FREE = 'anywhere';

function TargetPanel({ reduction, set }: ParameterProps) {
  const { value } = useFactors(reduction);
  const { rotation, keep } = reduction.settings;
  const { target } = rotation;
  const named = new Map(target.map(({ measure, factor }) => [measure, factor]));
  const measures = value?.measures ?? target.map(({ measure }) => measure);
  const asked = typeof keep === 'number' ? keep : (value?.rotated.pattern.columns ?? 1);
  const factors = Math.min(MOST_FACTORS, mostOf([asked, ...target.map(({ factor }) => factor)]));
  const place = (measure: string, factor: number | null) =>
    set({
      target: [
        ...target.filter(other => other.measure !== measure),
        ...(factor === null ? [] : [{ measure, factor }]),
      ],
    });
  return (
    <div className={styles.target}>
      <p className="soft small">
        A measure that is placed has no loading on the other factors, as far as that can be had; nothing is
        said of the rest (Browne 1972).
      </p>
      {value !== null && (
        <p>
          <Button onClick={() => set({ target: leadsOf(value) })}>All where they lead now</Button>{' '}
          <Button onClick={() => set({ target: [] })}>None</Button>
        </p>
      )}
      <ul>
        {measures.map(measure => (
          <li key={measure}>
            <span>{measure}</span>
            <Choice
              label={`Factor of ${measure}`}
              labelled="unseen"
              value={String(named.get(measure) ?? FREE)}
              options={[
                [FREE, FREE],
                ...Array.from({ length: factors }, (_, d): [string, string] => [
                  String(d + 1),
                  `on factor ${d + 1}`,
                ]),
              ]}
              onChoose={chosen => place(measure, chosen === FREE ? null : Number(chosen))}
            />
          </li>
        ))}
      </ul>
    </div>
  );
}
