import { withMap } from '@wold/core/recipe/edit/reductions';
import type { ReductionBy, RowMap } from '@wold/core/recipe/schema';
import { percent } from '@wold/core/writeup/format';
import { ChoiceWord } from '../../../controls/Word';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { SizeWord } from '../../../readings/map/SizeWord';
import { ArrowsWord } from '../../parts/map/ArrowsWord';
import { useComponents } from '../results';

/** How points are spread and sized, and what else is drawn. */
export function MapLooks({ reduction }: { reduction: ReductionBy<'components'> }) {
  const { value } = useComponents(reduction);
  const rotated = value !== null && value.rotation !== null;
  const recipe = useRecipe();
  const edit = useEdit();
  const { map } = reduction;
  const set = (change: Partial<RowMap>) => edit(withMap(recipe, reduction, change), `map ${reduction.id}`);
  return (
    <>
      , by their{' '}
      {rotated ? (
        'standardised scores'
      ) : (
        <ChoiceWord
          settles="What the spread of rows and arrows stands for"
          value={map.spread}
          choices={SPREAD_WORDS}
          onChoose={spread => set({ spread })}
        />
      )}
      , with{' '}
      <ArrowsWord
        reduction={reduction}
        why="The columns that the two dimensions hold best are drawn; 8 are easy to read."
      />
      , sized{' '}
      <SizeWord
        reduction={reduction}
        own={SIZE_WORDS.filter(({ value }) => !rotated || value !== 'squared-cosine')}
      />
      ,{' '}
      <ChoiceWord
        settles="Whether odd rows are marked"
        value={map.odd}
        choices={[
          { value: false, name: 'odd rows unmarked', when: 'Points by their group alone.' },
          {
            value: true,
            name: 'odd rows marked',
            when: `Rows beyond the ${percent(reduction.settings.limit, 1)} limits of T² and Q; question 7 tells more.`,
          },
        ]}
        onChoose={odd => set({ odd })}
      />
    </>
  );
}

const SPREAD_WORDS = [
  {
    value: 'scores' as const,
    name: 'scores',
    when: 'Distances between rows are those of the dimensions; arrows are coefficients.',
  },
  {
    value: 'even' as const,
    name: 'evenly spread scores',
    when: 'Rows and columns share the spread alike; for reading both together.',
  },
  {
    value: 'standardised' as const,
    name: 'standardised scores',
    when: 'Each dimension counts alike; angles between arrows are correlations, as far as the map holds them.',
  },
];

const SIZE_WORDS = [
  {
    value: 'squared-cosine' as const,
    name: 'by squared cosine',
    when: 'Large where the two dimensions hold the row well; small points are not to be trusted here.',
  },
  {
    value: 'contribution' as const,
    name: 'by contribution',
    when: 'Large where a row has much part in making the two dimensions.',
  },
];
