import type { Reduction } from '@wold/core/recipe/schema';
import { Resulting } from '../../../readings/Problem';
import { useReplicates } from '../../../results/stages';
import { ReplicatesTable } from './ReplicatesTable';

/** Rows that measure the same thing again, or how they are told of. */
export function Repeats({ reduction }: { reduction: Reduction }) {
  if (reduction.repeatsBy.length > 0) return <RepeatsFound reduction={reduction} />;
  return (
    <p className="soft">
      Rows that measure the same thing again tell how much of the scatter is measurement. Choose in the
      sentence above the columns whose equal entries, all together, mark them.
    </p>
  );
}

function RepeatsFound({ reduction }: { reduction: Reduction }) {
  const reading = useReplicates(reduction);
  return (
    <Resulting reading={reading}>
      {value => (
        <ReplicatesTable reduction={reduction} label={reduction.repeatsBy.join(' and ')} value={value} />
      )}
    </Resulting>
  );
}
