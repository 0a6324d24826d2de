import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { readCodebook } from '@wold/core/table/codebook';
import { problemData, type ProblemData } from '@wold/core/problem';
import { count } from '@wold/core/writeup/format';
import { Word } from '../../controls/Word';
import { withCodebook } from '@wold/core/recipe/edit/codebook';
import { useEdit, useRecipe } from '../../store/useStudy';
import form from '../../theme/form.module.css';
import { readTable } from '../../workers/pool';
import { ProblemNote } from '../Problem';

/** What the columns mean: from a second file, or typed in place. */
export function CodebookWord() {
  const recipe = useRecipe();
  const known = recipe.columns.filter(({ wording, unit, scale }) => (wording ?? unit ?? scale) !== undefined);
  const reversed = recipe.columns.filter(column => column.reversed === true).length;
  return (
    <Word settles="The codebook: what columns mean" panel={close => <CodebookPanel close={close} />}>
      {known.length === 0 && reversed === 0
        ? 'no codebook'
        : `a codebook of ${count(known.length, 'column')}${reversed > 0 ? `, ${reversed} reversed` : ''}`}
    </Word>
  );
}

function CodebookPanel({ close }: { close: () => void }) {
  const recipe = useRecipe();
  const edit = useEdit();
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<ProblemData | null>(null);

  async function take(file: File): Promise<void> {
    setProblem(null);
    const end = await readTable(file, file.name, {}, false).end;
    if (end === 'stopped') return;
    if ('problem' in end) return setProblem(end.problem);
    try {
      const { recipe: told, known } = withCodebook(recipe, readCodebook(end.value.table));
      if (known === 0) {
        setProblem({
          what: 'none of the names in it is a column of this table',
          where: file.name,
          remedy: 'Its column “name” must hold the columns’ names as they stand in the table.',
        });
        return;
      }
      edit(told, 'codebook');
      close();
    } catch (thrown) {
      setProblem(problemData(thrown));
    }
  }

  return (
    <div className={form.form} style={{ width: 330, padding: 8 }}>
      <p className="small">
        A codebook is a table with a row for each column of this one: its <strong>name</strong>, and its{' '}
        <strong>wording</strong>, <strong>unit</strong>, the <strong>least</strong> and <strong>most</strong>{' '}
        of its scale, and whether it is <strong>reversed</strong>, as far as there are such.
      </p>
      <Button autoFocus variant="outlined" onClick={() => input.current?.click()}>
        Pick a codebook
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label="Codebook file"
        onChange={event => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file !== undefined) void take(file);
        }}
      />
      {problem !== null && <ProblemNote problem={problem} />}
      <p className="soft small">Or select a column and type it into the lens.</p>
    </div>
  );
}
