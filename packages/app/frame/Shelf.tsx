import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import MoreIcon from '@mui/icons-material/MoreVert';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState, type MouseEvent } from 'react';
import type { Reduction } from '@wold/core/recipe/schema';
import { wordsOf } from '../methods/words';
import { usePlacement, useReduced } from '../results/stages';
import { setBeside, tookInHand } from '../store/studySlice';
import { withReduction, withoutReduction } from '@wold/core/recipe/edit/reductions';
import { useAppDispatch } from '../store/store';
import { useEdit, useStudy } from '../store/useStudy';
import { EditableName } from '../controls/EditableName';
import { AddMenu } from './AddMenu';
import { RunningWork } from './RunningWork';
import { Thumbnail } from './Thumbnail';
import styles from './Shelf.module.css';

interface ShelfProps {
  readonly open: boolean;
  readonly onToggle: () => void;
  /** Whether it is asked what is to be added. */
  readonly adding: boolean;
  readonly onAdding: (adding: boolean) => void;
}

/** The study's reductions as cards, and the work that runs. */
export function Shelf({ open, onToggle, adding, onAdding }: ShelfProps) {
  const { recipe } = useStudy();
  const [add, setAdd] = useState<HTMLElement | null>(null);
  return (
    <footer className={styles.shelf} data-open={open} aria-label="Shelf">
      <Link
        component="button"
        type="button"
        className={styles.fold}
        aria-expanded={open}
        aria-label={open ? 'Fold the shelf away' : 'Open the shelf'}
        onClick={onToggle}
      >
        {open ? '⌄' : '⌃'}
      </Link>
      {open && (
        <div className={styles.cards}>
          <ul>
            {recipe.reductions.map(reduction => (
              <Card key={reduction.id} reduction={reduction} alone={recipe.reductions.length === 1} />
            ))}
          </ul>
          <Button
            ref={setAdd}
            className={styles.add}
            aria-haspopup="menu"
            aria-keyshortcuts="n"
            onClick={() => onAdding(true)}
          >
            + Add
          </Button>
          {adding && add !== null && <AddMenu anchor={add} onClose={() => onAdding(false)} />}
        </div>
      )}
      <RunningWork />
    </footer>
  );
}

function Card({ reduction, alone }: { reduction: Reduction; alone: boolean }) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const { hand, beside, recipe } = useStudy();
  const { value, problem, waits } = useReduced(reduction);
  const { value: placement } = usePlacement(reduction);
  const isInHand = reduction.id === hand;
  const take = (event: MouseEvent) =>
    dispatch(event.shiftKey ? setBeside(reduction.id) : tookInHand(reduction.id));
  return (
    <li className={styles.card} data-hand={isInHand} data-beside={beside.includes(reduction.id)}>
      <Link
        component="button"
        type="button"
        className={styles.take}
        aria-pressed={isInHand}
        aria-label={`Take ${reduction.name} in hand`}
        title="Click takes it in hand; shift and click sets it beside"
        onClick={take}
      >
        <Thumbnail placement={placement} colour={reduction.map.colour} />
      </Link>
      <div className={styles.words}>
        <EditableName
          name={reduction.name}
          label="Name of the reduction"
          className={styles.name!}
          onName={name => name && edit(withReduction(recipe, reduction.id, { name }), 'reduction name')}
        />
        <span className="soft small">
          {problem
            ? 'cannot run'
            : value
              ? wordsOf(reduction.settings.method).line(value as never)
              : waits
                ? 'not looked at'
                : 'not there yet'}
        </span>
      </div>
      <CardMenu reduction={reduction} alone={alone} />
    </li>
  );
}

interface CardMenuProps {
  readonly reduction: Reduction;
  readonly alone: boolean;
}

function CardMenu({ reduction, alone }: CardMenuProps) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const { hand, beside, recipe } = useStudy();
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  const act = (action: () => void) => {
    setMenu(null);
    action();
  };
  return (
    <>
      <Link
        component="button"
        type="button"
        className={styles.menu}
        aria-haspopup="menu"
        aria-label={`Actions for ${reduction.name}`}
        onClick={event => setMenu(event.currentTarget)}
      >
        <MoreIcon fontSize="small" />
      </Link>
      {menu !== null && (
        <Menu anchorEl={menu} open onClose={() => setMenu(null)}>
          <MenuItem
            disabled={reduction.id === hand}
            onClick={() => act(() => dispatch(setBeside(reduction.id)))}
          >
            {beside.includes(reduction.id) ? 'Take away from beside' : 'Set beside the one in hand'}
          </MenuItem>
          <MenuItem
            disabled={alone}
            onClick={() => act(() => edit(withoutReduction(recipe, reduction.id), 'reductions'))}
          >
            Remove
          </MenuItem>
        </Menu>
      )}
    </>
  );
}
