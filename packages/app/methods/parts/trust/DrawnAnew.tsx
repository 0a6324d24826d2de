import type { Reduction } from '@wold/core/recipe/schema';
import { Resulting } from '../../../readings/Problem';
import { useHalves, useLeftOut, useResamples } from '../../../results/again';
import { HalvesView } from './HalvesView';
import { LeftOutView } from './LeftOutView';
import { ResamplesView } from './ResamplesView';

/** The views of how far dimensions hang on the rows that there are, of any method that has such. */
export const AGAIN_VIEWS = [
  ['resamples', 'Drawn anew'],
  ['halves', 'Halves'],
  ['left out', 'Without each row'],
] as const;
type AgainView = (typeof AGAIN_VIEWS)[number][0];

export const isAgainView = (view: string): view is AgainView => AGAIN_VIEWS.some(([name]) => name === view);

export function DrawnAnew({ reduction, view }: { reduction: Reduction; view: AgainView }) {
  if (view === 'halves') return <Halved reduction={reduction} />;
  if (view === 'left out') return <WithoutEach reduction={reduction} />;
  return <Resampled reduction={reduction} />;
}

function Resampled({ reduction }: { reduction: Reduction }) {
  const resamples = useResamples(reduction);
  return (
    <Resulting reading={resamples}>
      {value => <ResamplesView reduction={reduction} value={value} />}
    </Resulting>
  );
}

function Halved({ reduction }: { reduction: Reduction }) {
  const halves = useHalves(reduction);
  return (
    <Resulting reading={halves}>{value => <HalvesView reduction={reduction} value={value} />}</Resulting>
  );
}

function WithoutEach({ reduction }: { reduction: Reduction }) {
  const leftOut = useLeftOut(reduction);
  return (
    <Resulting reading={leftOut}>{value => <LeftOutView reduction={reduction} value={value} />}</Resulting>
  );
}
