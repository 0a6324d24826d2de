import { count } from '@wold/core/writeup/format';
import { notThere, type Answer } from '../answer';
import { useTable } from '../../store/TableContext';
import { useAccount } from '../../results/stages';
import { useSplit } from '../texts/useSplit';

const SCALE_SHORT = {
  'unit-variance': 'unit\u00a0variance',
  centre: 'centred',
  range: 'by\u00a0range',
  robust: 'robust\u00a0spread',
  none: 'not\u00a0scaled',
} as const;

/** 34 rows left out · 31 values pulled in · unit variance */
export function usePreparationAnswer(): Answer {
  const { value, stale, waits, problem } = useAccount();
  const { matrix } = useTable();
  const split = useSplit();
  if (problem !== null)
    return { text: 'cannot be used yet', stale: false, attention: 1, because: problem.what };
  if (value === null) return notThere(waits);
  const out = value.rowsLeftOut.length;
  if (split !== null) {
    const left = out === 0 ? 'every entry used' : `${count(out, 'entry', 'entries')}\u00a0left\u00a0out`;
    const text = `${left} · ${split.weighing}`;
    return { text, stale, attention: 0, because: '' };
  }
  const constant = value.measuresSetAside.filter(({ because }) => because !== 'gaps').length;
  const { filled, 'pulled in': pulled } = value.changes.counts;
  const parts = [
    out === 0 ? 'every row used' : `${count(out, 'row')}\u00a0left\u00a0out`,
    ...(value.measuresSetAside.length > 0
      ? [`${count(value.measuresSetAside.length, 'measure')} set aside`]
      : []),
    ...(filled > 0 ? [`${filled.toLocaleString('en')}\u00a0filled`] : []),
    ...(pulled > 0 ? [`${pulled.toLocaleString('en')}\u00a0pulled\u00a0in`] : []),
    ...(value.reversals.length > 0 ? [`${value.reversals.length}\u00a0reversed`] : []),
    ...(value.transforms.length > 0 ? [`${value.transforms.length}\u00a0transformed`] : []),
    matrix?.kind === 'distance' ? 'distances as given' : SCALE_SHORT[value.scale],
  ];
  return { text: parts.join(' · '), stale, attention: constant, because: 'measures that cannot be used' };
}
