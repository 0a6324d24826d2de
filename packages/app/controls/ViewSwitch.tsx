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
    <div role="group" aria-label="View" className={styles.views}>
      {views.map(([value, name]) => (
        <button key={value} type="button" aria-pressed={view === value} onClick={() => onView(value)}>
          {name}
        </button>
      ))}
    </div>
  );
}
