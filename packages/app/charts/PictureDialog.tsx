import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Choice } from '../controls/Choice';
import type { Size } from './size';
import styles from './PictureDialog.module.css';

/** A picture that is asked for. */
export interface AskedPicture extends Size {
  readonly kind: 'png' | 'svg';
  readonly forPrint: boolean;
}

interface PictureDialogProps {
  /** As it is on the screen. */
  readonly size: Size;
  /** Whether it can be drawn for print. */
  readonly print: boolean;
  readonly onTake: (picture: AskedPicture) => void;
  readonly onClose: () => void;
}

const LEAST = 120;
const MOST = 8000;

/** How large a picture is to be, in what format, and whether it is for the screen or for print. */
export function PictureDialog({ size, print, onTake, onClose }: PictureDialogProps) {
  const [width, setWidth] = useState(String(Math.round(size.width)));
  const [height, setHeight] = useState(String(Math.round(size.height)));
  const [kind, setKind] = useState<AskedPicture['kind']>('png');
  const [look, setLook] = useState<'screen' | 'print'>('screen');
  const fits = (text: string) =>
    Number.isInteger(Number(text)) && Number(text) >= LEAST && Number(text) <= MOST;
  const good = fits(width) && fits(height);
  const side = (label: string, value: string, change: (text: string) => void) => (
    <TextField
      size="small"
      label={label}
      value={value}
      error={!fits(value)}
      helperText={fits(value) ? ' ' : `a whole number from ${LEAST} to ${MOST}`}
      onChange={event => change(event.target.value)}
    />
  );
  return (
    <Dialog open onClose={onClose} aria-labelledby="picture-title">
      <DialogTitle id="picture-title">Picture</DialogTitle>
      <form
        className={styles.form}
        onSubmit={event => {
          event.preventDefault();
          if (!good) return;
          onTake({ width: Number(width), height: Number(height), kind, forPrint: look === 'print' });
          onClose();
        }}
      >
        <div className={styles.sides}>
          {side('Width, in pixels', width, setWidth)}
          {side('Height, in pixels', height, setHeight)}
        </div>
        <Choice
          label="Format"
          value={kind}
          options={[
            ['png', 'PNG, of pixels'],
            ['svg', 'SVG, of lines: sharp at any size'],
          ]}
          onChoose={setKind}
        />
        {print && (
          <Choice
            label="Look"
            value={look}
            options={[
              ['screen', 'As on the screen, with a legend'],
              ['print', 'For print: black on white, groups named where they are'],
            ]}
            onChoose={setLook}
          />
        )}
        <div className={styles.buttons}>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="outlined" disabled={!good}>
            Take it out
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
