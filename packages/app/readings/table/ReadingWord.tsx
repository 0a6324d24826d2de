import Link from '@mui/material/Link';
import Dialog from '@mui/material/Dialog';
import { useState } from 'react';
import type { Dialect } from '@wold/core/table/readingChoices';
import type { Source } from '@wold/core/table/table';
import { ReadingForm } from './ReadingForm';
import wordStyles from '../../controls/Word.module.css';

const DELIMITERS: Readonly<Record<Dialect['delimiter'], string>> = {
  ',': 'commas',
  ';': 'semicolons',
  '\t': 'tabs',
  '|': 'bars',
  ' ': 'blanks',
};
const THOUSANDS: Readonly<Record<Dialect['thousands'], string>> = {
  any: '',
  none: '',
  ',': ', commas between thousands',
  '.': ', points between thousands',
  ' ': ', blanks between thousands',
  "'": ', apostrophes between thousands',
};

/** How the file was understood, which can be corrected. */
export function ReadingWord({ source }: { source: Source }) {
  const [open, setOpen] = useState(false);
  const words = sourceWords(source);
  if (source.format !== 'delimited text' && source.format !== 'workbook') return words;
  return (
    <>
      <Link
        component="button"
        type="button"
        className={wordStyles.word}
        aria-haspopup="dialog"
        aria-description="How the file is read"
        onClick={() => setOpen(true)}
      >
        {words}
      </Link>
      {open && (
        <Dialog open onClose={() => setOpen(false)} maxWidth="md" fullWidth aria-labelledby="reading-title">
          <ReadingForm onClose={() => setOpen(false)} />
        </Dialog>
      )}
    </>
  );
}

function sourceWords(source: Source): string {
  if (source.format === 'workbook') {
    const { sheet, sheets } = source;
    return `sheet “${sheet}” of a workbook${sheets.length > 1 ? ` of ${sheets.length}` : ''}`;
  }
  if (source.format !== 'delimited text') return source.format;
  const { encoding, delimiter, decimal, thousands, quote, header } = source;
  const marks = decimal === '.' ? 'points' : 'commas';
  return [
    `${encoding} with ${DELIMITERS[delimiter]} between entries, decimal ${marks}`,
    THOUSANDS[thousands],
    quote === "'" ? ', single quotation marks' : quote === 'none' ? ', no quotation marks' : '',
    header ? '' : ', no header',
  ].join('');
}
