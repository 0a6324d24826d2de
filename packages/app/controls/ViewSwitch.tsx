import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import styles from './ViewSwitch.module.css';

interface ViewSwitchProps<V extends string> {
  /** Each view with its name. */
  readonly views: readonly (readonly [V, string])[];
  readonly view: V;
  readonly onView: (view: V) => void;
}

/** Chooses between the views of a reading. */
export function ViewSwitch<V extends string>({ views, view, onView }: ViewSwitchProps<V>) {
  return (
    <ToggleButtonGroup
      exclusive
      aria-label="View"
      className={styles.views}
      value={view}
      onChange={(_, chosen: V | null) => chosen !== null && onView(chosen)}
    >
      {views.map(([value, name]) => (
        <ToggleButton key={value} value={value}>
          {name}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
