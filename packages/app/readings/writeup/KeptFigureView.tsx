import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { withFigure, withoutFigure } from '@wold/core/recipe/edit/writeup';
import { drawnFrom } from '@wold/core/report/drawnFrom';
import type { Numbered } from '@wold/core/report/edited';
import type { KeptFigure } from '@wold/core/writeup/writeup';
import { useTable } from '../../store/TableContext';
import { useEdit, useRecipe } from '../../store/useStudy';
import styles from './Writeup.module.css';

/** Millimetres that a picture may have, and pixels of one. */
const [LEAST, MOST] = [20, 400];
const PIXELS = 96 / 25.4;

/** A picture that was kept, with its caption and its size in print. */
export function KeptFigureView({ figure: { number, of } }: { figure: Numbered<KeptFigure> }) {
  const recipe = useRecipe();
  const table = useTable();
  const edit = useEdit();
  const [caption, setCaption] = useState(of.caption);
  const outOfDate = of.of !== drawnFrom(recipe, table.key, of.section);
  const set = (change: Partial<KeptFigure>) =>
    edit(withFigure(recipe, { ...of, ...change }), `figure ${of.key}`);
  return (
    <figure className={styles.kept}>
      <img
        alt={of.title}
        src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(of.svg)}`}
        style={{ width: of.width * PIXELS, maxWidth: '100%' }}
      />
      {outOfDate && (
        <p className={styles.outOfDate}>
          Drawn before the study changed: go to its chart and keep it again, and this one is replaced.
        </p>
      )}
      <figcaption>
        <strong>Figure {number}.</strong>{' '}
        <TextField
          multiline
          fullWidth
          size="small"
          label={`Caption of figure ${number}`}
          value={caption}
          onChange={event => setCaption(event.target.value)}
          onBlur={() => caption !== of.caption && set({ caption })}
        />
        <div className={styles.buttons}>
          <Millimetres
            label="Width in mm"
            value={of.width}
            onValue={width => set({ width, height: Math.round((of.height * width) / of.width) })}
          />
          <Button className="small" onClick={() => edit(withoutFigure(recipe, of.key), `figure ${of.key}`)}>
            Remove
          </Button>
        </div>
      </figcaption>
    </figure>
  );
}

interface MillimetresProps {
  readonly label: string;
  readonly value: number;
  readonly onValue: (value: number) => void;
}

function Millimetres({ label, value, onValue }: MillimetresProps) {
  const [text, setText] = useState(String(Math.round(value)));
  const number = Number(text);
  const good = text !== '' && number >= LEAST && number <= MOST;
  return (
    <TextField
      size="small"
      label={label}
      value={text}
      error={!good}
      helperText={good ? ' ' : `from ${LEAST} to ${MOST}`}
      onChange={event => setText(event.target.value)}
      onBlur={() => good && number !== value && onValue(number)}
    />
  );
}
