import Link from '@mui/material/Link';
import OutlinedInput from '@mui/material/OutlinedInput';
import { useState } from 'react';
import { LONGEST_NAME } from '@wold/core/limits';
import { useDraft } from './drafts';
import styles from './EditableName.module.css';

interface EditableNameProps {
  readonly name: string;
  /** What is named. */
  readonly label: string;
  /** Shown where there is no name yet. */
  readonly invitation?: string;
  readonly className?: string;
  readonly onName: (name: string) => void;
}

/** A name that is edited where it stands: Enter or leaving it keeps it, Escape does not. */
export function EditableName({ name, label, invitation, className = '', onName }: EditableNameProps) {
  const [draft, setDraft] = useState<string | null>(null);
  const [typed, setTyped] = useState(false);
  useDraft(draft !== null && draft.trim() !== name);
  if (draft === null) {
    return (
      <Link
        component="button"
        type="button"
        // Who named it with the keyboard goes on from there.
        autoFocus={typed}
        className={`${styles.shown} ${className} ${name === '' ? styles.empty : ''}`}
        aria-label={`${label}: ${name || 'none yet'}. Edit`}
        title={name}
        onClick={() => {
          setTyped(false);
          setDraft(name);
        }}
      >
        {name || invitation}
      </Link>
    );
  }
  const finish = (keep: boolean) => {
    if (keep && draft.trim() !== name) onName(draft.trim());
    setDraft(null);
  };
  return (
    <OutlinedInput
      className={`${styles.input} ${className}`}
      value={draft}
      autoFocus
      onFocus={event => event.target.select()}
      onChange={event => setDraft(event.target.value)}
      onBlur={() => finish(true)}
      onKeyDown={event => {
        event.stopPropagation();
        if (event.key !== 'Enter' && event.key !== 'Escape') return;
        // The button that comes next is not to be pressed by the same key.
        event.preventDefault();
        setTyped(true);
        finish(event.key === 'Enter');
        event.stopPropagation();
      }}
      slotProps={{ input: { 'aria-label': label, maxLength: LONGEST_NAME } }}
    />
  );
}
