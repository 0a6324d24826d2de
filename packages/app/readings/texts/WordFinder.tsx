import Autocomplete, { createFilterOptions } from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useVocabulary } from '../../results/stages';
import { useShowEntries } from './useShowEntries';

/** A list of thousands would take its time to open. */
const FOUND = createFilterOptions<string>({ limit: 60 });

/** Finds a word and selects the entries that hold it. */
export function WordFinder() {
  const { value } = useVocabulary();
  const show = useShowEntries();
  if (value === null) return null;
  return (
    <Autocomplete
      size="small"
      sx={{ my: 1 }}
      options={[...value.words]}
      filterOptions={FOUND}
      onChange={(_, word) => {
        if (word !== null) show(word);
      }}
      renderInput={params => <TextField {...params} label="Find entries with a word" />}
    />
  );
}
