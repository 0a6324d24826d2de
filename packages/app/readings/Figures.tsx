import styles from './Figures.module.css';

export interface ReadingFigure {
  readonly value: string;
  readonly of: string;
}

/** A strip of large figures, each with what it is of. */
export function Figures({ figures }: { figures: readonly ReadingFigure[] }) {
  return (
    <dl className={styles.figures}>
      {figures.map(({ value, of }) => (
        <div key={of}>
          <dt className="soft small">{of}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}
