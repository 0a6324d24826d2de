import { largestJudged } from '@wold/core/nearest/trueness';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { ChoiceWord, NumberWord } from '../../../controls/Word';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { useNeighbourMap, type NeighboursReduction } from '../results';

/** The map is judged by the 10 nearest of each row. */
export function TruenessBrief({ reduction }: { reduction: NeighboursReduction }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { value } = useNeighbourMap(reduction);
  const { judgedAt } = reduction.settings;
  const most = Math.min(500, value === null ? 500 : largestJudged(value.graph.points));
  return (
    <>
      The map is judged by the{' '}
      <NumberWord
        settles="How many of the nearest of each row are looked at"
        value={Math.min(judgedAt, most)}
        word={`${Math.min(judgedAt, most)} nearest`}
        least={1}
        most={most}
        why="Few judge the grain, many the broad shape; 10 is usual. Below half of the rows, for which the figures are made."
        onNumber={next =>
          edit(withSettings(recipe, reduction, { judgedAt: Math.round(next) }), `judged at ${reduction.id}`)
        }
      />{' '}
      of each row, on the map and in the table, and by the label that colours it; maps by five other seeds
      start{' '}
      <ChoiceWord
        settles="Where rows start on maps by other seeds"
        value={reduction.settings.otherStarts}
        choices={[
          {
            value: 'alike' as const,
            name: 'alike',
            when: 'As this map does: what another seed changes in it.',
          },
          {
            value: 'anywhere' as const,
            name: 'anywhere',
            when: 'At random: what of the map hangs on its start.',
          },
        ]}
        onChoose={otherStarts =>
          edit(withSettings(recipe, reduction, { otherStarts }), `other starts ${reduction.id}`)
        }
      />
      .
    </>
  );
}
