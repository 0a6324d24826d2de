import type { Account } from '../preparation/prepared';
import { listChanges } from '../preparation/changes';
import { textAt } from '../table/column';
import { findColumn, type Table } from '../table/table';
import { csv } from './csv';

/** All that preparation changed: every row left out, measure set aside, transform and cell, with what it was. */
export function accountCsv(table: Table, account: Account): string {
  const row = (index: number) => String(index + 1);
  return csv([
    ['step', 'row', 'column', 'from', 'to'],
    ...account.measuresSetAside.map(({ name, because }) => ['set aside', '', name, because, '']),
    ...account.rowsLeftOut.map(out => [
      `left out (${out.step})`,
      row(out.row),
      out.because.join('; '),
      '',
      '',
    ]),
    ...listChanges(account.changes).map(({ step, row: at, measure, from, to }) => {
      const was = Number.isNaN(from) ? textAt(findColumn(table, measure)!, at) : String(from);
      return [step, row(at), measure, was, String(to)];
    }),
    ...account.reversals.map(({ measure, least, most }) => [
      'reversed',
      '',
      measure,
      `${least} to ${most}`,
      `${most} to ${least}`,
    ]),
    ...account.transforms.map(({ measure, transform, power, centre, atBound }) => [
      'transformed',
      '',
      measure,
      transform,
      power === null ? '' : `power ${power} about ${centre}${atBound ? ', at the end of its range' : ''}`,
    ]),
  ]);
}
