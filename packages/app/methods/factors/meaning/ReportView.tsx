import { useMemo } from 'react';
import type { Factors } from '@wold/core/methods/factors/factors';
import { reportHtml, reportMarkdown, reportOf, reportRows } from '@wold/core/methods/factors/report';
import type { ReductionOutput } from '@wold/core/methods/work';
import { outputOf } from '@wold/core/recipe/outputOf';
import { csv } from '@wold/core/writeup/csv';
import { fileStem } from '@wold/core/writeup/fileStem';
import Button from '@mui/material/Button';
import { saveText } from '../../../outputs/save';
import { useAccountOf } from '../../../results/stages';
import { useTable } from '../../../store/TableContext';
import { useRecipe } from '../../../store/useStudy';
import type { FactorReduction } from '../results';
import styles from './ReportView.module.css';

interface ReportViewProps {
  readonly reduction: FactorReduction;
  readonly factors: Factors;
}

/** The pattern table as it goes to print, with a paragraph on the method and one on the results. */
export function ReportView({ reduction, factors }: ReportViewProps) {
  const recipe = useRecipe();
  const table = useTable();
  const { value: account } = useAccountOf(reduction);
  const output = useMemo(
    () =>
      account === null
        ? null
        : (outputOf(recipe, reduction, { table, account, result: factors }) as ReductionOutput<
            Factors,
            FactorReduction['settings']
          >),
    [recipe, reduction, table, account, factors],
  );
  if (output === null) return null;
  const { title, head, lines, foot, phi, note, methods, results } = reportOf(output);
  const stem = `${fileStem(reduction.name)}-report`;
  return (
    <div className={styles.view} tabIndex={0} role="region" aria-label="Report">
      <p className={styles.take}>
        <Button onClick={() => saveText(`${stem}.html`, reportHtml(output), 'text/html')}>
          Take out as a page
        </Button>
        <Button onClick={() => saveText(`${stem}.md`, reportMarkdown(output), 'text/markdown')}>
          as Markdown
        </Button>
        <Button onClick={() => saveText(`${stem}.csv`, csv(reportRows(output)), 'text/csv')}>as CSV</Button>
      </p>
      <table className={styles.table}>
        <caption>{title}</caption>
        <thead>
          <tr>
            <td />
            {head.map(name => (
              <th key={name} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map(({ measure, wording, cells }) => (
            <tr key={measure}>
              <th scope="row">
                {measure}
                {wording !== '' && <span className="soft"> {wording}</span>}
              </th>
              {cells.map(({ text, small }, index) => (
                <td key={head[index]} data-small={small}>
                  {text}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
        <tfoot>
          {foot.map(({ name, cells }) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              {cells.map((text, d) => (
                <td key={head[d]}>{text}</td>
              ))}
              <td />
              <td />
            </tr>
          ))}
        </tfoot>
      </table>
      {phi.length > 0 && (
        <table className={styles.table}>
          <caption>Correlations of the factors</caption>
          <thead>
            <tr>
              <td />
              {phi.map(({ name }) => (
                <th key={name} scope="col">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {phi.map(({ name, cells }) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                {cells.map((text, d) => (
                  <td key={phi[d]!.name}>{text}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="soft small">{note}</p>
      <h2 className={styles.section}>Method</h2>
      <p>{methods}</p>
      <h2 className={styles.section}>Results</h2>
      <p>{results}</p>
    </div>
  );
}
