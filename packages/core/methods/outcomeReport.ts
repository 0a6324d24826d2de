import { figure, fixed } from '../writeup/format';
import type { Printed } from '../writeup/print';
import { cell, type PrintTable } from '../writeup/printTable';
import { live, told, type Told } from '../writeup/told';
import type { Outcome } from './outcome';

interface Saying {
  readonly key: (of: string) => string;
  readonly print: Printed;
}

/** How well scores foretell a column. @param who and what they do: “The components foretell” */
export const outcomeTold = (
  { outcome, r2, f, df, p, crossValidated }: Outcome,
  who: string,
  { key, print }: Saying,
): Told =>
  told(
    key('outcome'),
  )`${who} ${outcome} with R² = ${live('r2', print.coefficient(r2), 5)} (F(${df.join(', ')}) = ${live('f', fixed(f, 2), 5)}, p ${live('p', print.p(p), 5)}); of rows held out R² = ${live('held', print.coefficient(crossValidated.at(-1) ?? NaN), 5)}.`;

/** The regression of a column on scores, a line a dimension. @param names of the dimensions, in their order */
export const outcomePrint = (
  { outcome, n, coefficients, r2, adjustedR2, residualSd, crossValidated, folds }: Outcome,
  names: readonly string[],
  { key, print }: Saying,
): PrintTable => ({
  key: key('outcome table'),
  title: `${outcome} foretold from scores`,
  head: ['', 'estimate', 'standard error', 't', 'p'],
  lines: coefficients.map(({ estimate, standardError, t, p }, place) => ({
    name: place === 0 ? 'intercept' : names[place - 1]!,
    cells: [
      cell(figure(estimate)),
      cell(figure(standardError)),
      cell(fixed(t, 2)),
      cell(print.p(p).replace(/^=\u00a0/, '')),
    ],
  })),
  note: `Of ${n.toLocaleString('en', { maximumFractionDigits: 1 })} rows; R² = ${print.coefficient(r2)}, adjusted ${print.coefficient(adjustedR2)}; standard deviation of what is left ${figure(residualSd)}.${crossValidated.length === 0 ? '' : ` Of rows held out, a ${folds}th at a time, R² with 1, 2 and more dimensions by descending variance: ${crossValidated.map(print.coefficient).join(', ')} (Stone 1974).`}`,
  question: 5,
});
