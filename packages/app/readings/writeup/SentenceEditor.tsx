import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useMemo, useRef, useState } from 'react';
import { LONGEST_SENTENCE } from '@wold/core/limits';
import { figureKey, type ReadReport } from '@wold/core/report/edited';
import styles from './Writeup.module.css';

interface SentenceEditorProps {
  readonly label: string;
  readonly text: string;
  readonly read: ReadReport;
  /** The key of the sentence, whose figures are called by their ids alone. */
  readonly own: string;
  readonly onText: (text: string) => void;
  /** Brings back the sentence as it grew, where it is in other words. */
  readonly onGrown: (() => void) | null;
  readonly onCancel: () => void;
}

/** A sentence in words of one's own, in which {names} stand for live figures. */
export function SentenceEditor({ label, text, read, own, onText, onGrown, onCancel }: SentenceEditorProps) {
  const [now, setNow] = useState(text);
  const field = useRef<HTMLTextAreaElement>(null);
  const figures = useMemo(() => figuresOf(read, own), [read, own]);
  function insert(name: string): void {
    const at = field.current?.selectionStart ?? now.length;
    setNow(`${now.slice(0, at)}{${name}}${now.slice(at)}`);
    field.current?.focus();
  }
  return (
    <form
      className={styles.editor}
      onSubmit={event => {
        event.preventDefault();
        onText(now);
      }}
    >
      <TextField
        multiline
        fullWidth
        autoFocus
        size="small"
        label={label}
        value={now}
        inputRef={field}
        helperText="Names in braces are live numbers."
        slotProps={{ htmlInput: { maxLength: LONGEST_SENTENCE } }}
        onChange={event => setNow(event.target.value)}
        onKeyDown={event => {
          if (event.key === 'Escape') onCancel();
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) onText(now);
        }}
      />
      <div className={styles.buttons}>
        <Autocomplete
          size="small"
          className={styles.insert}
          options={figures}
          value={null}
          blurOnSelect
          getOptionKey={({ name }) => name}
          getOptionLabel={({ words }) => words}
          onChange={(_, chosen) => chosen !== null && insert(chosen.name)}
          renderInput={props => <TextField {...props} label="Put a live number in" />}
        />
        {onGrown !== null && <Button onClick={onGrown}>As it grew</Button>}
        <Button onClick={onCancel}>Cancel</Button>
        <Button type="submit" variant="outlined">
          Keep these words
        </Button>
      </div>
    </form>
  );
}

/** Every figure of the report, by the name that stands for it in a sentence. */
function figuresOf(
  { sections }: ReadReport,
  own: string,
): { readonly name: string; readonly words: string }[] {
  const met = new Map<string, string>();
  for (const { title, methods, results } of sections) {
    for (const { parts } of [...methods, ...results]) {
      for (const part of parts) {
        if (typeof part === 'string' || 'lost' in part) continue;
        const name = part.from === own ? part.id : figureKey(part.from, part.id);
        met.set(name, `${part.text} · ${part.id} · ${title}`);
      }
    }
  }
  return [...met].map(([name, words]) => ({ name, words }));
}
