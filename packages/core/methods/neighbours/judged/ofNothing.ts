import { labelAgreement, type LabelAgreement } from '../../../nearest/labelAgreement';
import { placeNeighbours } from '../../../nearest/placeNeighbours';
import { largestJudged } from '../../../nearest/trueness';
import type { Table } from '../../../table/table';
import { levelsOf } from '../levelsOf';
import type { NeighbourMap } from '../neighbourMap';

/** A label's agreement where measures say nothing of each other. */
export type AgreementOfNothing = Pick<LabelAgreement, 'rows' | 'share' | 'byChance'>;

/** Agreement of a label among the nearest on a map of measures that were dealt out anew. @throws Problem as levelsOf does */
export function agreementOfNothing(
  table: Table,
  { at, rows, weights }: NeighbourMap,
  label: string,
  asked: number,
): AgreementOfNothing {
  const codes = levelsOf(table, rows, label);
  const k = Math.min(asked, largestJudged(rows.length));
  const own = Uint32Array.from(rows.keys());
  const found = labelAgreement(codes, own, placeNeighbours(at, k), k, weights);
  const { rows: labelled, share, byChance } = found;
  return { rows: labelled, share, byChance };
}
