import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import { useState } from 'react';
import { LONGEST_REASON } from '@wold/core/limits';
import styles from './Lens.module.css';

interface ReasonFormProps {
  readonly action: string;
  readonly asks: string;
  readonly onReason: (reason: string) => void;
}

/** An action that asks for a reason first. */
export function ReasonForm({ action, asks, onReason }: ReasonFormProps) {
  const [reason, setReason] = useState<string | null>(null);
  if (reason === null) {
    return <Button onClick={() => setReason('')}>{action}</Button>;
  }
  return (
    <form
      className={styles.reason}
      onSubmit={event => {
        event.preventDefault();
        onReason(reason.trim() || 'by hand');
        setReason(null);
      }}
    >
      <label>
        <span className="soft small">{asks}</span>
        <OutlinedInput
          autoFocus
          fullWidth
          value={reason}
          onChange={event => setReason(event.target.value)}
          onKeyDown={event => event.key === 'Escape' && setReason(null)}
          slotProps={{ input: { maxLength: LONGEST_REASON } }}
        />
      </label>
    </form>
  );
}
