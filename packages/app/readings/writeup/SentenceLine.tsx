import AddIcon from '@mui/icons-material/Add';
import ArrowDownIcon from '@mui/icons-material/ArrowDownward';
import ArrowUpIcon from '@mui/icons-material/ArrowUpward';
import CloseIcon from '@mui/icons-material/Close';
import EditIcon from '@mui/icons-material/EditOutlined';
import IconButton from '@mui/material/IconButton';
import { useState, type ReactNode } from 'react';
import { withAddedSentence, withLeftOut, withSentence } from '@wold/core/recipe/edit/writeup';
import {
  editableText,
  readText,
  type ReadReport,
  type ReadSection,
  type ReadSentence,
} from '@wold/core/report/edited';
import { shortName } from '@wold/core/writeup/format';
import type { SentencePlace } from '@wold/core/writeup/writeup';
import { useEdit, useRecipe } from '../../store/useStudy';
import { FigureInSentence } from './FigureInSentence';
import { SentenceEditor } from './SentenceEditor';
import styles from './Writeup.module.css';

interface SentenceLineProps {
  readonly sentence: ReadSentence;
  readonly section: ReadSection;
  readonly place: SentencePlace;
  readonly read: ReadReport;
  /** Moves it; null where it is the first, or the last. */
  readonly onUp: (() => void) | null;
  readonly onDown: (() => void) | null;
}

/** A sentence with its live figures, and what can be done with it. */
export function SentenceLine({ sentence, section, place, read, onUp, onDown }: SentenceLineProps) {
  const recipe = useRecipe();
  const edit = useEdit();
  const [editing, setEditing] = useState<'it' | 'new' | null>(null);
  const { key, parts, by } = sentence;
  const start = shortName(readText(sentence), 40);
  const tool = (name: string, icon: ReactNode, act: (() => void) | null) => (
    <IconButton
      size="small"
      aria-label={`${name}: ${start}`}
      title={name}
      disabled={act === null}
      onClick={() => act?.()}
    >
      {icon}
    </IconButton>
  );
  return (
    <>
      {editing === 'it' ? (
        <SentenceEditor
          label={`Words of: ${start}`}
          text={editableText(sentence)}
          read={read}
          own={key}
          onText={text => {
            edit(withSentence(recipe, key, text), `sentence ${key}`);
            setEditing(null);
          }}
          onGrown={
            by === 'edited'
              ? () => {
                  edit(withSentence(recipe, key, null), `sentence ${key}`);
                  setEditing(null);
                }
              : null
          }
          onCancel={() => setEditing(null)}
        />
      ) : (
        <div className={styles.line} data-by={by}>
          <p>
            {parts.map((part, at) =>
              typeof part === 'string' ? (
                part
              ) : 'lost' in part ? (
                <mark key={at} className={styles.lost} title="the report no longer has this number">
                  {`{${part.lost}}`}
                </mark>
              ) : (
                <FigureInSentence key={at} figure={part} reduction={section.reduction} />
              ),
            )}
          </p>
          <span className={styles.tools} role="group" aria-label={`What to do with: ${start}`}>
            {tool('Edit', <EditIcon fontSize="inherit" />, () => setEditing('it'))}
            {tool('Move up', <ArrowUpIcon fontSize="inherit" />, onUp)}
            {tool('Move down', <ArrowDownIcon fontSize="inherit" />, onDown)}
            {tool('Add a sentence behind', <AddIcon fontSize="inherit" />, () => setEditing('new'))}
            {tool(by === 'added' ? 'Delete' : 'Leave out', <CloseIcon fontSize="inherit" />, () =>
              edit(
                by === 'added' ? withSentence(recipe, key, null) : withLeftOut(recipe, key, true),
                `sentence ${key}`,
              ),
            )}
          </span>
        </div>
      )}
      {editing === 'new' && (
        <SentenceEditor
          label="A sentence of your own"
          text=""
          read={read}
          own=""
          onText={text => {
            if (text.trim() !== '') {
              const added = { section: section.key, place, after: key, text };
              edit(withAddedSentence(recipe, added), 'own sentence');
            }
            setEditing(null);
          }}
          onGrown={null}
          onCancel={() => setEditing(null)}
        />
      )}
    </>
  );
}
