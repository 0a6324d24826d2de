import Link from '@mui/material/Link';
import { PLAIN_RETENTION } from '@wold/core/dimensions/retentionSettings';
import type { Retention, Vote } from '@wold/core/dimensions/retention';
import type { LoadedReduction } from '../loadedReduction';
import { Word } from '../../../controls/Word';
import type { Finding } from '../../../results/useResult';
import { withSettings } from '@wold/core/recipe/edit/reductions';
import { useEdit, useRecipe } from '../../../store/useStudy';
import { VotesForm } from './VotesForm';
import styles from './Votes.module.css';

interface VotesProps {
  readonly reduction: LoadedReduction;
  readonly retention: Finding<Retention>;
  readonly kept: number;
  readonly most: number;
  readonly onCut: (to: number) => void;
  /** Whose rules stand first. */
  readonly first: Vote['of'];
}

/** Each rule's vote, a chip at its number of dimensions; a click takes the number. */
export function Votes({ reduction, retention, kept, most, onCut, first }: VotesProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  const { value, stale, problem } = retention;
  const { simulations, percentile, seed, data } = reduction.settings.retention;
  // What keeps the rules from voting keeps the dimensions from being found, and stands there.
  if (problem !== null) return null;
  return (
    <section className={styles.votes} aria-label="Votes" aria-busy={stale} data-stale={stale}>
      {value === null ? (
        <p className="soft small">The rules are voting …</p>
      ) : (
        <>
          {BALLOTS.toSorted((a, b) => Number(b === first) - Number(a === first)).map(name => (
            <Ballot key={name} name={name} votes={value.votes} kept={kept} most={most} onCut={onCut} />
          ))}
        </>
      )}
      <p className="soft small">
        {value?.note}{' '}
        <Word
          settles="How the rules are set"
          panel={close => (
            <VotesForm
              settings={reduction.settings.retention}
              onSettings={settings => {
                edit(withSettings(recipe, reduction, { retention: settings }), 'retention');
                close();
              }}
              onPlain={() => {
                edit(withSettings(recipe, reduction, { retention: { ...PLAIN_RETENTION } }), 'retention');
                close();
              }}
            />
          )}
        >
          {simulations} tables of {data === 'normal' ? 'random numbers' : 'shuffled columns'}, {percentile}th
          percentile, seed {seed}
        </Word>
      </p>
    </section>
  );
}

const BALLOTS: readonly Vote['of'][] = ['components', 'factors'];

interface BallotProps {
  readonly name: Vote['of'];
  readonly votes: readonly Vote[];
  readonly kept: number;
  readonly most: number;
  readonly onCut: (to: number) => void;
}

function Ballot({ name, votes, kept, most, onCut }: BallotProps) {
  const cast = votes.filter(({ of }) => of === name);
  if (cast.length === 0) return null;
  const counts = [...new Set(cast.map(({ count }) => count))].sort((a, b) => a - b);
  return (
    <div className={styles.ballot}>
      <span className="soft small">{name === 'components' ? 'components' : 'common factors'}</span>
      <div className={styles.counts}>
        {counts.map(count => (
          <span key={count} className={styles.group} data-kept={count === kept}>
            <Link
              component="button"
              type="button"
              disabled={count < 1 || count > most}
              aria-pressed={count === kept}
              aria-label={`Keep ${count}, as ${cast
                .filter(vote => vote.count === count)
                .map(({ rule }) => rule)
                .join('; ')} ${cast.filter(vote => vote.count === count).length === 1 ? 'votes' : 'vote'}`}
              onClick={() => onCut(count)}
            >
              {count}
            </Link>
            {cast
              .filter(vote => vote.count === count)
              .map(({ rule, source }) => (
                <span key={rule} className={styles.chip} title={source}>
                  {rule}
                </span>
              ))}
          </span>
        ))}
      </div>
    </div>
  );
}
