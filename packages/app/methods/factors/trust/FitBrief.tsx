import { AgainWords } from '../../parts/trust/AgainWords';
import { RepeatsWord } from '../../parts/trust/RepeatsWord';
import { useTable } from '../../../store/TableContext';
import { FactorWords } from '../dimensions/FactorsBrief';
import type { FactorReduction } from '../results';

/** Common factors of …; repeats have the same visitor. */
export function FitBrief({ reduction }: { reduction: FactorReduction }) {
  const { matrix } = useTable();
  return (
    <>
      <FactorWords reduction={reduction} />
      {matrix === null && (
        <>
          ; repeats have the same <RepeatsWord reduction={reduction} />; <AgainWords reduction={reduction} />
        </>
      )}
      .
    </>
  );
}
