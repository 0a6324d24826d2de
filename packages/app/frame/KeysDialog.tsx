import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import { QUESTIONS } from '../readings/questions';
import styles from './KeysDialog.module.css';

const KEYS: readonly (readonly [string, string])[] = [
  ...QUESTIONS.map(({ number, question }) => [String(number), question] as const),
  ['[  ]', 'previous and next reduction'],
  ['/', 'find a column, a row or an action'],
  ['n', 'new reduction'],
  ['c', 'choose the colour of the map'],
  ['l', 'lens: open or fold away'],
  ['b', 'shelf: open or fold away'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['← → ↑ ↓', 'move within a table, or move the cut line'],
  ['Enter', 'in a column’s head: choose its role'],
  ['?', 'this list'],
];

/** All keys. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} aria-labelledby="keys-title">
      <div className={styles.keys}>
        <h2 id="keys-title">Keys</h2>
        <dl>
          {KEYS.map(([key, what]) => (
            <div key={key}>
              <dt>
                <kbd>{key}</kbd>
              </dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
        <Button onClick={onClose}>Close</Button>
      </div>
    </Dialog>
  );
}
