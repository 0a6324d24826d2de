import Link from '@mui/material/Link';
import SwapIcon from '@mui/icons-material/SwapHoriz';
import { useMemo } from 'react';
import type { Factors } from '@wold/core/methods/factors/factors';
import { factorsPlacement } from '@wold/core/methods/factors/placement';
import { remarksOn } from '@wold/core/methods/factors/remarks';
import { leadCounts, THIN } from '@wold/core/methods/leading';
import { withFactorTurned } from '@wold/core/recipe/edit/factors';
import { dimensionName } from '@wold/core/writeup/dimensionName';
import { coefficient, fixed } from '@wold/core/writeup/format';
import type { ColumnWindow } from '../../../controls/useColumnWindow';
import { useNaming } from '../../../results/stages';
import { selected } from '../../../store/studySlice';
import { useAppDispatch } from '../../../store/store';
import { useEdit, useRecipe, useSelection } from '../../../store/useStudy';
import { fadeFor, type FactorReduction } from '../results';
import { HeadName } from '../../parts/meaning/HeadName';
import { DIMENSION, LedgerHeads } from '../../parts/meaning/LedgerHeads';
import styles from '../../parts/meaning/Ledger.module.css';
import own from './FactorLedger.module.css';

interface FactorHeadProps {
  readonly reduction: FactorReduction;
  readonly factors: Factors;
  readonly across: ColumnWindow;
}

/** Each factor's name, how many measures it leads, its sum of squares, and how reliable these measures are. */
export function FactorHead({ reduction, factors, across }: FactorHeadProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const { dimension } = useSelection();
  const { rotated, structureSquares, reliabilities } = factors;
  const kept = rotated.pattern.columns;
  const { names } = useNaming(reduction);
  const { structure } = factorsPlacement(factors);
  const counts = useMemo(() => leadCounts(rotated.pattern), [rotated]);
  const fade = fadeFor(reduction, factors);
  const doublets = useMemo(
    () =>
      new Set(
        remarksOn(factors, fade)
          .doublets.filter(({ measures }) => measures.length === 2)
          .map(({ factor }) => factor),
      ),
    [factors, fade],
  );
  return (
    <LedgerHeads
      across={across}
      about={d => ({ ...DIMENSION, 'data-chosen': dimension === d + 1 })}
      head={d => (
        <>
          <HeadName {...{ reduction, structure }} dimension={d + 1} noun="factor" />
          <div className={own.head}>
            <Link
              component="button"
              type="button"
              className="soft"
              aria-label={`Factor ${d + 1}, in the lens`}
              onClick={() => dispatch(selected({ dimension: d + 1 }))}
            >
              {d + 1} ·{' '}
              <span className={counts[d]! < THIN || doublets.has(d) ? styles.thin : undefined}>
                {counts[d]} {counts[d] === 1 ? 'leads' : 'lead'}
                {doublets.has(d) ? ', doublet' : counts[d]! < THIN && ', thin'}
              </span>
            </Link>
            <Link
              component="button"
              type="button"
              aria-label={`Turn the sign of ${dimensionName(names, d + 1)}`}
              title="Turn its sign"
              onClick={() => edit(withFactorTurned(recipe, reduction, d + 1, structure!), `turn ${d + 1}`)}
            >
              <SwapIcon fontSize="inherit" />
            </Link>
            <br />
            <span title={rotated.oblique ? 'Sum of squared structure loadings' : 'Sum of squared loadings'}>
              SS {fixed(structureSquares[d]!, 2)}
            </span>
            <br />
            <span title="Reliability of the measures that it leads: Cronbach’s α, McDonald’s ω">
              α {coefficient(reliabilities[d]!.alpha)} · ω {coefficient(reliabilities[d]!.omega)}
            </span>
          </div>
        </>
      )}
      tail={
        <>
          <th scope="col" className={own.tail} aria-colindex={kept + 2}>
            communality
          </th>
          <th scope="col" className={own.tail} aria-colindex={kept + 3}>
            uniqueness
          </th>
        </>
      }
    />
  );
}
