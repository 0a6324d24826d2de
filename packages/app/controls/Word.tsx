import Link from '@mui/material/Link';
import Popover from '@mui/material/Popover';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { useLocation } from 'react-router';
import styles from './Word.module.css';

interface WordProps {
  /** What the word settles, for those who hear it. */
  readonly settles: string;
  /** The word as it stands in the sentence. */
  readonly children: ReactNode;
  /** What opens under it; gets a function that closes it. */
  readonly panel: (close: () => void) => ReactNode;
}

/** An editable word of a brief. */
export function Word({ settles, children, panel }: WordProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const button = useRef<HTMLButtonElement>(null);
  const asked = useAsked(settles);
  useEffect(() => {
    if (asked !== null) setAnchor(button.current);
  }, [asked]);
  const close = () => {
    setAnchor(null);
    // Moving the focus lays the page out: once it is drawn, that costs nothing.
    requestAnimationFrame(() => setTimeout(() => focusAgain(anchor)));
  };
  return (
    <>
      <Link
        ref={button}
        component="button"
        type="button"
        className={styles.word}
        aria-haspopup="dialog"
        aria-expanded={anchor !== null}
        aria-description={settles}
        onClick={event => setAnchor(event.currentTarget)}
      >
        {children}
      </Link>
      {anchor !== null && (
        <Popover
          open
          anchorEl={anchor}
          onClose={close}
          disableRestoreFocus
          // What was chosen is to be seen at once.
          transitionDuration={0}
          anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
          slotProps={{ paper: { role: 'dialog', 'aria-label': settles, sx: { mt: 0.5 } } }}
        >
          <div className={styles.panel}>{panel(close)}</div>
        </Popover>
      )}
    </>
  );
}

/** What stands for the way here, where that asks for the word that settles this to open; null otherwise. */
function useAsked(settles: string): string | null {
  const { key, state } = useLocation();
  const opens = (state as { readonly opens?: string } | null)?.opens;
  return opens === settles ? key : null;
}

/** Gives the focus back to a word, unless something else has taken it meanwhile. */
function focusAgain(word: HTMLElement | null): void {
  if (document.activeElement === document.body) word?.focus({ preventScroll: true });
}

interface Choice<T> {
  readonly value: T;
  readonly name: string;
  /** One line on when to use it. */
  readonly when?: string;
}

interface ChoiceWordProps<T> {
  readonly settles: string;
  readonly value: T;
  readonly choices: readonly Choice<T>[];
  readonly onChoose: (value: T) => void;
  /** The word, where it is not the name of the choice. */
  readonly word?: string;
  readonly note?: ReactNode;
}

/** A word with a few choices. */
export function ChoiceWord<T>({ settles, value, choices, onChoose, word, note }: ChoiceWordProps<T>) {
  const chosen = choices.find(choice => choice.value === value);
  return (
    <Word
      settles={settles}
      panel={close => (
        <>
          <ul className={styles.choices}>
            {choices.map((choice, index) => (
              <li key={choice.name}>
                <Link
                  component="button"
                  type="button"
                  autoFocus={choice === chosen || (chosen === undefined && index === 0)}
                  aria-pressed={choice.value === value}
                  onKeyDown={moveWithArrows}
                  onClick={() => {
                    onChoose(choice.value);
                    close();
                  }}
                >
                  <strong>{choice.name}</strong>
                  {choice.when && <span className="soft small">{choice.when}</span>}
                </Link>
              </li>
            ))}
          </ul>
          {note && <p className={`${styles.note} soft small`}>{note}</p>}
        </>
      )}
    >
      {word ?? chosen?.name ?? 'choose'}
    </Word>
  );
}

interface NumberWordProps {
  readonly settles: string;
  /** Null where there is none yet. */
  readonly value: number | null;
  /** The word, where it is not the number. */
  readonly word?: string | undefined;
  readonly least: number;
  readonly most: number;
  /** Why one would choose a smaller or a larger number. */
  readonly why: string;
  readonly onNumber: (value: number) => void;
}

/** A word that is a number. */
export function NumberWord({ settles, value, word, least, most, why, onNumber }: NumberWordProps) {
  return (
    <Word
      settles={settles}
      panel={close => <NumberPanel {...{ settles, value, least, most, why, onNumber }} close={close} />}
    >
      {word ?? value}
    </Word>
  );
}

function NumberPanel(props: NumberWordProps & { readonly close: () => void }) {
  const { settles, value, least, most, why, onNumber, close } = props;
  const [text, setText] = useState(String(value ?? ''));
  const number = Number(text.replace(',', '.'));
  const fits = text.trim() !== '' && number >= least && number <= most;
  return (
    <form
      className={styles.number}
      onSubmit={event => {
        event.preventDefault();
        if (!fits) return;
        onNumber(number);
        close();
      }}
    >
      <TextField
        label={settles}
        autoFocus
        fullWidth
        value={text}
        error={!fits}
        helperText={`From ${least} to ${most}; Enter keeps it.`}
        onFocus={event => event.target.select()}
        onChange={event => setText(event.target.value)}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <p className="soft small">{why}</p>
    </form>
  );
}

function moveWithArrows(event: React.KeyboardEvent<HTMLButtonElement>): void {
  const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (by === 0) return;
  event.preventDefault();
  const buttons = [...event.currentTarget.closest('ul')!.querySelectorAll('button')];
  const next = buttons[(buttons.indexOf(event.currentTarget) + by + buttons.length) % buttons.length];
  next?.focus();
}
