import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import type { NeighbourMap } from '@wold/core/methods/neighbours/neighbourMap';
import type { NeighboursAsk } from '@wold/core/methods/neighbours/question';
import { acrossOf, sheetAsks, sheetOf, type SheetMap } from '@wold/core/methods/neighbours/sheet';
import { preparationFor, withoutOf } from '@wold/core/recipe/requests';
import { coefficient, fixed, percent } from '@wold/core/writeup/format';
import { SmallMap } from '../../../readings/map/SmallMap';
import { useResult } from '../../../results/useResult';
import { useRecipe } from '../../../store/useStudy';
import { useRowsUsed, useSet } from '../dimensions/useNeighboursSettings';
import { useLabelInHand, useNeighbourMap, type NeighboursReduction } from '../results';
import { alignedMap } from './alignedMap';
import { GroupsThatHold, type LevelShares } from './GroupsThatHold';
import { SheetWords } from './SheetWords';
import { useTold } from './useTold';
import styles from './SheetReading.module.css';

/** As large as a few columns have room for. */
const sideFor = (columns: number) =>
  columns <= 3 ? { width: 232, height: 184 } : { width: 172, height: 146 };

/** Small maps over a range of settings, found one after the other, each laid over the one in hand. */
export function SheetReading({ reduction }: { reduction: NeighboursReduction }) {
  const recipe = useRecipe();
  const rows = useRowsUsed(reduction);
  const { settings } = reduction;
  const sheet = useMemo(() => sheetOf(settings, rows), [settings, rows]);
  const asks = sheetAsks(preparationFor(recipe, reduction), withoutOf(recipe, reduction), sheet);
  const { value: hand, stale } = useNeighbourMap(reduction);
  /** How many of the first are there: the next one is found then. */
  const [found, setFound] = useState(0);
  const [shares, setShares] = useState<ReadonlyMap<string, LevelShares>>(new Map());
  const label = useLabelInHand(reduction);
  const key = (map: SheetMap) => `${label} ${map.size} ${map.across}`;
  const seeds = acrossOf(settings) === 'seed';
  const side = sideFor(sheet.across.length);
  const sizeName = settings.embedding === 't-sne' ? 'perplexity' : 'neighbours';
  return (
    <div className={styles.sheet}>
      <p>
        <SheetWords reduction={reduction} sheet={sheet} />
      </p>
      {sheet.maps.length === 0 ? (
        <p className="soft">None of these sizes is one that {rows.toLocaleString('en')} rows allow.</p>
      ) : (
        <>
          <div
            className={styles.grid}
            style={{ gridTemplateColumns: `repeat(${sheet.across.length}, ${side.width + 2}px)` }}
          >
            {sheet.maps.map((map, index) => (
              <Cell
                key={`${map.size} ${map.across}`}
                {...{ reduction, map, side }}
                ask={asks[index]!}
                hand={stale ? null : hand}
                name={`${sizeName} ${map.size}, ${seeds ? 'seed' : 'nearest'} ${map.across}`}
                label={label}
                wanted={index <= found}
                onFound={() => setFound(now => Math.max(now, index + 1))}
                onShares={own => setShares(now => new Map([...now, [key(map), own]]))}
              />
            ))}
          </div>
          {label !== null && (
            <GroupsThatHold
              label={label}
              shares={sheet.maps.map(map => shares.get(key(map))).filter(own => own !== undefined)}
              of={sheet.maps.length}
            />
          )}
        </>
      )}
    </div>
  );
}

interface CellProps {
  readonly reduction: NeighboursReduction;
  readonly map: SheetMap;
  readonly side: { readonly width: number; readonly height: number };
  readonly ask: NeighboursAsk;
  /** The map in hand, over which it is laid. */
  readonly hand: NeighbourMap | null;
  readonly name: string;
  readonly label: string | null;
  readonly wanted: boolean;
  readonly onFound: () => void;
  readonly onShares: (shares: LevelShares) => void;
}

/** A small map with its figures; it can be taken in hand. */
function Cell({ reduction, map, side, ask, hand, name, label, wanted, onFound, onShares }: CellProps) {
  const set = useSet(reduction);
  const { settings } = reduction;
  const place = `sheet ${reduction.id} ${map.size} ${map.across}`;
  const laid = useResult({ ...ask, stage: 'neighbourMap' }, place, `laying out ${name}`, wanted);
  const done = laid.value !== null && !laid.stale;
  const quality = useResult(
    { ...ask, judgedAt: settings.judgedAt, stage: 'mapQuality' },
    `${place} quality`,
    `judging ${name}`,
    wanted && done,
  );
  const agreement = useResult(
    { ...ask, judgedAt: settings.judgedAt, label: label ?? '', stage: 'mapAgreement' },
    `${place} agreement`,
    `looking at the neighbours’ ${label ?? 'labels'}`,
    wanted && done && label !== null,
  );
  const judged = quality.value !== null && !quality.stale;
  const agreed = agreement.value !== null && !agreement.stale ? agreement.value : null;
  useTold(judged || quality.problem !== null || laid.problem !== null, onFound);
  useTold(agreed !== null, () => onShares(agreed!.onMap.levels));
  const own = laid.value;
  const placement = useMemo(() => (own === null ? null : alignedMap(own, hand)), [own, hand]);
  const inHand = own !== null && hand !== null && sameSettings(settings, map);
  return (
    <section className={styles.cell} aria-label={name} data-hand={inHand}>
      <div className={styles.picture} style={side}>
        {placement !== null && <SmallMap reduction={reduction} placement={placement} x={1} y={2} {...side} />}
        {placement === null && (
          <p className="soft small">{laid.problem?.what ?? (wanted ? 'laying out …' : 'in line')}</p>
        )}
        {laid.stopped && (
          <Button className="small" onClick={laid.resume}>
            Go on
          </Button>
        )}
      </div>
      <div className={styles.words}>
        <strong className="small">{name}</strong>
        <span className="small">
          {judged && (
            <>
              trustworthy {coefficient(quality.value!.trustworthiness)} · kept {percent(quality.value!.kept)}
            </>
          )}
          {own !== null && !judged && `${own.done} of ${own.of}`}
          {own !== null &&
            own.loss.length > 0 &&
            own.by === 't-sne' &&
            ` · KL ${fixed(own.loss.at(-1)!.value, 2)}`}
        </span>
        {inHand ? (
          <span className="soft small">in hand</span>
        ) : (
          <Button
            className="small"
            onClick={() =>
              set(
                { tsne: map.settings.tsne, umap: map.settings.umap, seed: map.settings.seed },
                'taken from the sheet',
              )
            }
          >
            Take in hand
          </Button>
        )}
      </div>
    </section>
  );
}

const sameSettings = (settings: NeighboursReduction['settings'], { settings: other }: SheetMap): boolean =>
  settings.seed === other.seed &&
  settings.tsne.perplexity === other.tsne.perplexity &&
  settings.umap.neighbours === other.umap.neighbours &&
  settings.umap.nearest === other.umap.nearest;
