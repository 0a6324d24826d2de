import Link from '@mui/material/Link';
import MoreIcon from '@mui/icons-material/MoreHoriz';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { csv } from '@wold/core/writeup/csv';
import { useState } from 'react';
import { noticed } from '../store/noticeSlice';
import { useAppDispatch } from '../store/store';
import { copyText, NOT_COPIED } from './copy';
import { saveText } from './save';
import styles from './TakeOutMenu.module.css';

/** A table of texts, header first. */
export type Numbers = readonly (readonly string[])[];

interface TakeOutMenuProps {
  /** What is taken out, for those who hear it. */
  readonly label: string;
  /** The name that its files start with. */
  readonly fileStem: string;
  readonly numbers: () => Numbers;
  /** Takes the picture, where there is one. */
  readonly onPicture?: (kind: 'png' | 'svg') => void;
  /** Asks what picture is to be taken, where that can be chosen. */
  readonly onChosenPicture?: () => void;
  /** Keeps the picture for the write-up, where it can be. */
  readonly onKeep?: (() => void) | undefined;
  readonly className?: string | undefined;
}

/** The numbers of a chart or table, and its picture. */
export function TakeOutMenu({
  label,
  fileStem,
  numbers,
  onPicture,
  onChosenPicture,
  onKeep,
  className,
}: TakeOutMenuProps) {
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  const dispatch = useAppDispatch();
  async function copy(): Promise<void> {
    if (!(await copyText(csv(numbers(), '\t')))) dispatch(noticed({ kind: 'problem', text: NOT_COPIED }));
  }
  function act(action: () => void): void {
    setMenu(null);
    action();
  }

  return (
    <>
      <Link
        component="button"
        type="button"
        className={`${styles.more} ${className ?? ''}`}
        aria-label={`Take out: ${label}`}
        aria-haspopup="menu"
        onClick={event => setMenu(event.currentTarget)}
      >
        <MoreIcon fontSize="small" />
      </Link>
      {menu !== null && (
        <Menu anchorEl={menu} open onClose={() => setMenu(null)}>
          <MenuItem onClick={() => act(() => void copy())}>Copy the numbers</MenuItem>
          <MenuItem onClick={() => act(() => saveText(`${fileStem}.csv`, csv(numbers()), 'text/csv'))}>
            Numbers as CSV
          </MenuItem>
          {onKeep !== undefined && <MenuItem onClick={() => act(onKeep)}>Keep for the write-up</MenuItem>}
          {onPicture !== undefined && [
            <MenuItem key="png" onClick={() => act(() => onPicture('png'))}>
              Picture as PNG
            </MenuItem>,
            <MenuItem key="svg" onClick={() => act(() => onPicture('svg'))}>
              Picture as SVG
            </MenuItem>,
            ...(onChosenPicture === undefined
              ? []
              : [
                  <MenuItem key="chosen" onClick={() => act(onChosenPicture)}>
                    Picture of another size …
                  </MenuItem>,
                ]),
          ]}
        </Menu>
      )}
    </>
  );
}
