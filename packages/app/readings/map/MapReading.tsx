import { hasCases } from '@wold/core/table/table';
import type { Placement } from '@wold/core/methods/placement';
import type { Reduction } from '@wold/core/recipe/schema';
import { groupLabel } from '@wold/core/table/groupLabel';
import { screensOf } from '../../methods/screens';
import { usePlacement } from '../../results/stages';
import { useTable } from '../../store/TableContext';
import { useStudy } from '../../store/useStudy';
import { ProblemNote, Resulting } from '../Problem';
import { BesideNote } from './BesideNote';
import { ViewSwitch } from '../../controls/ViewSwitch';
import { useView } from '../../store/useView';
import { SceneMap } from '../../scenes/SceneMap';
import { useScene } from '../../scenes/useScene';
import { useSplit } from '../texts/useSplit';
import { GroupLedger } from './GroupLedger';
import { Planes } from './Planes';
import { PictureLine } from './PictureLine';
import { useBeside } from './useBeside';
import styles from './MapReading.module.css';
import { PlacedMap } from './PlacedMap';

/** Where does each row sit? The rows on two dimensions. */
export function MapReading({ reduction }: { reduction: Reduction }) {
  const placement = usePlacement(reduction);
  const table = useTable();
  if (!hasCases(table)) {
    return (
      <p className={`${styles.none} soft`}>
        The table holds the {table.matrix?.kind}s of its columns, and no rows that could be placed.
      </p>
    );
  }
  return (
    <Resulting reading={placement}>
      {value => <MarkedMap key={reduction.settings.method} reduction={reduction} placement={value} />}
    </Resulting>
  );
}

interface MarkedMapProps {
  readonly reduction: Reduction;
  readonly placement: Placement;
}

/** The map with what the method knows of it, once that is there. */
function MarkedMap({ reduction, placement }: MarkedMapProps) {
  const marks = screensOf(reduction.settings.method).map.useMarks(reduction);
  const { placement: shown, beside } = useBeside(reduction, placement);
  const several = useStudy().beside.length > 0;
  const groups = useGroupsLabel(reduction);
  const open = useScene();
  const planes = placement.at.columns > 2 && placement.structure !== null;
  const views = MAP_VIEWS.filter(([name]) =>
    name === 'planes'
      ? planes
      : name === 'groups'
        ? groups !== null
        : name === 'picture'
          ? open !== null
          : true,
  );
  const [view, setView] = useView(
    'map',
    MAP_VIEWS.map(([name]) => name).filter(name => name !== 'picture' || open !== null),
    'map',
  );
  if (marks === null) return null;
  const shownView = several ? 'map' : (views.find(([name]) => name === view)?.[0] ?? 'map');
  return (
    <>
      {!several && views.length > 1 && (
        <div className={styles.views}>
          <ViewSwitch views={views} view={shownView} onView={setView} />
        </div>
      )}
      {shownView === 'groups' && groups !== null ? (
        <GroupLedger reduction={reduction} label={groups} />
      ) : shownView === 'planes' ? (
        <Planes reduction={reduction} placement={placement} onLarge={() => setView('map')} />
      ) : (
        <>
          {marks.problem !== null && <ProblemNote problem={marks.problem} />}
          {shownView === 'picture' && open !== null ? (
            <SceneMap open={open} reduction={reduction} placement={placement}>
              <PlacedMap reduction={reduction} placement={shown} marks={marks} />
            </SceneMap>
          ) : (
            <PlacedMap reduction={reduction} placement={shown} marks={marks} />
          )}
          {several && <PictureLine reduction={reduction} placement={placement} />}
          {beside !== null && <BesideNote beside={beside} />}
        </>
      )}
    </>
  );
}

const MAP_VIEWS = [
  ['picture', 'Picture and map'],
  ['map', 'Map'],
  ['planes', 'All planes'],
  ['groups', 'What sets groups apart'],
] as const;

/** The label whose groups can be described by their measures; null where none colours the map. */
function useGroupsLabel({ map }: Reduction): string | null {
  const table = useTable();
  const split = useSplit();
  if (split !== null || table.matrix !== null || map.colour === null || map.figure !== null) return null;
  return groupLabel(table, map.colour);
}
