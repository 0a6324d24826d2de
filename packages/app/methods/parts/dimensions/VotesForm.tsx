import Button from '@mui/material/Button';
import OutlinedInput from '@mui/material/OutlinedInput';
import { useState } from 'react';
import { RANDOM_DATA, type RandomData } from '@wold/core/dimensions/retentionSettings';
import type { RetentionSettings } from '@wold/core/dimensions/retentionSettings';
import { Choice } from '../../../controls/Choice';
import form from '../../../theme/form.module.css';

const DATA_NAMES: Readonly<Record<RandomData, string>> = {
  normal: 'normal random numbers (Horn 1965)',
  permuted: 'the columns, each shuffled: keeps their shapes',
};

const FIELDS = [
  { key: 'simulations', name: 'Tables made', least: 20, most: 5000, whole: true },
  { key: 'percentile', name: 'Percentile of the random eigenvalues', least: 50, most: 99.9, whole: false },
  { key: 'seed', name: 'Seed', least: 0, most: 1e9, whole: true },
  { key: 'share', name: 'Share of the variance to hold', least: 0.1, most: 1, whole: false },
] as const;

interface VotesFormProps {
  readonly settings: RetentionSettings;
  readonly onSettings: (settings: RetentionSettings) => void;
  readonly onPlain: () => void;
}

type FieldKey = (typeof FIELDS)[number]['key'];

/** The settings of the rules that vote. */
export function VotesForm({ settings, onSettings, onPlain }: VotesFormProps) {
  const [data, setData] = useState(settings.data);
  const [texts, setTexts] = useState(
    () =>
      Object.fromEntries(FIELDS.map(({ key }) => [key, String(settings[key])])) as Record<FieldKey, string>,
  );
  const numbers = Object.fromEntries(
    FIELDS.map(({ key }) => [key, Number(texts[key].replace(',', '.'))]),
  ) as Record<FieldKey, number>;
  const fits = FIELDS.every(
    ({ key, least, most, whole }) =>
      numbers[key] >= least && numbers[key] <= most && (!whole || Number.isInteger(numbers[key])),
  );
  return (
    <form
      className={form.form}
      style={{ width: 320, padding: 8 }}
      onSubmit={event => {
        event.preventDefault();
        if (fits) onSettings({ data, ...numbers });
      }}
    >
      <Choice
        label="Random data"
        autoFocus
        value={data}
        options={RANDOM_DATA.map(value => [value, DATA_NAMES[value]])}
        onChoose={setData}
      />
      {FIELDS.map(({ key, name, least, most }) => (
        <label key={key} className={form.field}>
          <span className="soft">
            {name}, from {least} to {most.toLocaleString('en')}
          </span>
          <OutlinedInput
            value={texts[key]}
            onChange={event => setTexts({ ...texts, [key]: event.target.value })}
            slotProps={{ input: { inputMode: 'decimal' } }}
          />
        </label>
      ))}
      <div className={form.line}>
        <Button type="submit" variant="outlined" disabled={!fits}>
          Vote again
        </Button>
        <Button onClick={onPlain}>As usual</Button>
      </div>
      <p className="soft small">
        The 95th percentile guards better against keeping chance than the mean (Glorfeld 1995). The same seed
        gives the same votes.
      </p>
    </form>
  );
}
