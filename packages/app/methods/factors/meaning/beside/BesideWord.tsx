import type { Beside } from '@wold/core/methods/factors/settings';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { inWords } from '@wold/core/writeup/format';
import { ChoiceWord } from '../../../../controls/Word';
import { useEdit, useRecipe } from '../../../../store/useStudy';
import { useMostFactors } from '../../dimensions/KeepWord';
import { ROTATION_CHOICES } from '../../dimensions/RotationWords';
import { useFactors, type FactorReduction } from '../../results';

const keyOf = (beside: Beside | null): string => JSON.stringify(beside);

/** What stands beside. */
export function BesideWord({ reduction }: { reduction: FactorReduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { value } = useFactors(reduction);
  const most = useMostFactors(reduction);
  const { beside, rotation, trail } = reduction.settings;
  const kept = value?.rotated.pattern.columns ?? 1;
  const numbers = [kept - 1, kept + 1, kept + 2].filter(factors => factors >= 1 && factors <= most);
  const choices: { readonly of: Beside | null; readonly name: string; readonly when?: string }[] = [
    ...trail.map(({ measures, reason }, step) => ({
      of: { by: 'step' as const, step },
      name: `those before ${measures.slice(0, 3).join(', ')}${measures.length > 3 ? ' …' : ''} ${measures.length === 1 ? 'was' : 'were'} set aside`,
      when: reason,
    })),
    ...numbers.map(factors => ({
      of: { by: 'number' as const, factors },
      name: factors === 1 ? 'one factor' : `${inWords(factors)} factors`,
    })),
    ...ROTATION_CHOICES.filter(
      ({ value: method }) =>
        method !== rotation.method && (method !== 'target' || rotation.target.length > 0),
    ).map(({ value: method, name }) => ({
      of: { by: 'rotation' as const, method },
      name: method === 'none' ? 'the same not rotated' : `the same rotated ${name}`,
    })),
    { of: null, name: 'nothing' },
  ];
  return (
    <ChoiceWord
      settles="What stands beside the factors"
      value={keyOf(beside)}
      word={choices.find(({ of }) => keyOf(of) === keyOf(beside))?.name ?? 'another solution'}
      choices={choices.map(({ of, name, when }) => ({
        value: keyOf(of),
        name,
        ...(when === undefined ? {} : { when }),
      }))}
      onChoose={key => {
        const chosen = choices.find(({ of }) => keyOf(of) === key)!.of;
        edit(withSettings(recipe, reduction, { beside: chosen }), `beside ${reduction.id}`);
      }}
    />
  );
}
