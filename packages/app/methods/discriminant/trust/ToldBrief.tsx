import { MOST_FOLDS } from '@wold/core/methods/discriminant/settings';
import { hasCases } from '@wold/core/table/table';
import { count } from '@wold/core/writeup/format';
import { ChoiceWord, NumberWord } from '../../../controls/Word';
import { useTable } from '../../../store/TableContext';
import { AgainWords } from '../../parts/trust/AgainWords';
import { RepeatsWord } from '../../parts/trust/RepeatsWord';
import { AxesWords } from '../dimensions/AxesBrief';
import { useSet, type DiscriminantReduction } from '../results';

/** Discriminant axes …; tell rows with groups as likely as they are large, hold out 10 parts in turn, seed 1. */
export function ToldBrief({ reduction }: { reduction: DiscriminantReduction }) {
  const set = useSet(reduction);
  const table = useTable();
  const { priors, folds, seed } = reduction.settings;
  return (
    <>
      <AxesWords reduction={reduction} />
      {hasCases(table) && (
        <>
          ; tell rows with groups{' '}
          <ChoiceWord
            settles="How likely groups are beforehand"
            value={priors}
            choices={[
              {
                value: 'sizes' as const,
                name: 'as likely as they are large',
                when: 'Where the rows were drawn as they come.',
              },
              {
                value: 'equal' as const,
                name: 'all as likely',
                when: 'Where as many were taken of each as one liked.',
              },
            ]}
            onChoose={chosen => set({ priors: chosen }, 'priors')}
          />
          , hold out{' '}
          <NumberWord
            settles="In how many parts rows are held out"
            value={folds}
            word={count(folds, 'part')}
            least={2}
            most={MOST_FOLDS}
            why="Each part in turn is told by axes found from the others. 10 is usual."
            onNumber={number => set({ folds: Math.round(number) }, 'folds')}
          />{' '}
          in turn, seed{' '}
          <NumberWord
            settles="The seed of the parts"
            value={seed}
            least={0}
            most={999_999}
            why="Which rows are held out together; the same seed gives the same parts."
            onNumber={number => set({ seed: Math.round(number) }, 'seed')}
          />
          ; repeats have the same <RepeatsWord reduction={reduction} />; <AgainWords reduction={reduction} />
        </>
      )}
      .
    </>
  );
}
