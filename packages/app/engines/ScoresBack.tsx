import Link from '@mui/material/Link';
import { useState } from 'react';
import { hasScoring } from './hasScoring';
import { sampleOf } from '@wold/core/table/table';
import type { Reduction } from '@wold/core/recipe/schema';
import { useTable } from '../store/TableContext';
import { ScoresDialog } from './ScoresDialog';

/** Gives all rows of a table in its engine their scores, where a reduction's scores are sums of measures. */
export function ScoresBack({ reduction, ready }: { readonly reduction: Reduction; readonly ready: boolean }) {
  const sample = sampleOf(useTable());
  const [open, setOpen] = useState(false);
  if (sample === null || !hasScoring(reduction)) return null;
  return (
    <>
      <Link component="button" type="button" disabled={!ready} onClick={() => setOpen(true)}>
        <strong>Scores in the engine</strong>
        <span className="soft small">
          of all {sample.of.toLocaleString('en')} rows: a table, a view, or the SQL to run there
        </span>
      </Link>
      {open && <ScoresDialog sample={sample} reduction={reduction} onClose={() => setOpen(false)} />}
    </>
  );
}
