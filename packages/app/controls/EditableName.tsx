import { useState } from 'react';
import { LONGEST_NAME } from '@wold/core/limits';
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
  if (draft === null) {
    return (
      <button
        type="button"
        className={`${styles.shown} ${className} ${name === '' ? styles.empty : ''}`}
        aria-label={`${label}: ${name || 'none yet'}. Edit`}
        title={name}
        onClick={() => setDraft(name)}
      >
        {name || invitation}
      </button>
    );
  }
  const finish = (keep: boolean) => {
    if (keep && draft.trim() !== name) onName(draft.trim());
    setDraft(null);
  };
  return (
    <input
      className={`${styles.input} ${className}`}
      aria-label={label}
      value={draft}
      maxLength={LONGEST_NAME}
      autoFocus
      onFocus={event => event.target.select()}
      onChange={event => setDraft(event.target.value)}
      onBlur={() => finish(true)}
      onKeyDown={event => {
        if (event.key === 'Enter') finish(true);
        if (event.key === 'Escape') finish(false);
        event.stopPropagation();
      }}
    />
  );
}
