import Link from '@mui/material/Link';
import { useMemo } from 'react';
import { entry, type Matrix } from '@wold/core/algebra/matrix';
import { leadingDimensions, ledgerOrder } from '@wold/core/methods/leading';
import type { Reduction } from '@wold/core/recipe/schema';
import type { LevelCentres } from '@wold/core/use/levelCentres';
import { cellText } from '@wold/core/writeup/cellText';
import { fileStem } from '@wold/core/writeup/fileStem';
import { figure, shortName } from '@wold/core/writeup/format';
import { LedgerCells } from '../../methods/parts/meaning/LedgerCells';
import { LedgerHeads } from '../../methods/parts/meaning/LedgerHeads';
import { LedgerTable } from '../../methods/parts/meaning/LedgerTable';
import { MeasureName } from '../../methods/parts/meaning/MeasureName';
import { useMeasures } from '../../methods/parts/meaning/useMeasures';
import { useWordings } from '../../methods/parts/meaning/useWordings';
import { TakeOutMenu } from '../../outputs/TakeOutMenu';
import { useLevelCentres, usePlacement } from '../../results/stages';
import { isolatedLevel } from '../../store/studySlice';
import { useAppDispatch } from '../../store/store';
import { useShortName } from '../../store/useShortName';
import { Resulting } from '../Problem';
import { useColumnColouring } from './useColumnColouring';
import ledger from '../../methods/parts/meaning/Ledger.module.css';
import styles from './GroupLedger.module.css';

/** Differences below this are small (Cohen 1988), and fade. */
const SMALL = 0.5;
const NO_TAIL: readonly number[] = [];

/** The centres of the colouring label's levels in the measures' own units, and what sets each apart. */
export function GroupLedger({ reduction, label }: { reduction: Reduction; label: string }) {
  const found = useLevelCentres(reduction, label);
  return <Resulting reading={found}>{value => <Centres reduction={reduction} centres={value} />}</Resulting>;
}

/** What cannot be told is as if it were nothing. */
const withoutGaps = (matrix: Matrix): Matrix => ({
  ...matrix,
  values: matrix.values.map(value => (Number.isNaN(value) ? 0 : value)),
});

function Centres({ reduction, centres }: { reduction: Reduction; centres: LevelCentres }) {
  const shortOf = useShortName();
  const wordingOf = useWordings();
  const dispatch = useAppDispatch();
  const { chosen, select } = useMeasures();
  const { label, levels, sizes, measures, means } = centres;
  const apart = useMemo(() => withoutGaps(centres.apart), [centres]);
  const order = useMemo(() => ledgerOrder(apart), [apart]);
  const leads = useMemo(() => leadingDimensions(apart), [apart]);
  const lined = useMemo(() => order.map(j => measures[j]!), [order, measures]);
  const full = apart.values.reduce((most, value) => Math.max(most, Math.abs(value)), 0) || 1;
  const code = useLevelCodes(reduction);
  return (
    <div className={styles.centres}>
      <div className={styles.head}>
        <h2>What sets the groups of {label} apart</h2>
        <TakeOutMenu
          label={`Centres of ${label}`}
          fileStem={`${fileStem(label)}-centres`}
          numbers={() => [
            ['measure', ...levels.map(level => `mean, ${level}`), ...levels.map(level => `d, ${level}`)],
            ...order.map(j => [
              measures[j]!,
              ...levels.map((_, g) => cellText(entry(means, j, g))),
              ...levels.map((_, g) => cellText(entry(centres.apart, j, g))),
            ]),
          ]}
        />
      </div>
      <LedgerTable
        label={`Centres of ${label}`}
        measures={lined}
        kept={levels.length}
        tail={NO_TAIL}
        wordingOf={wordingOf}
        head={across => (
          <LedgerHeads
            across={across}
            about={g => ({ title: levels[g]! })}
            head={g => (
              <>
                <Link
                  component="button"
                  type="button"
                  className={styles.level}
                  onClick={() => dispatch(isolatedLevel(code(levels[g]!)))}
                >
                  {shortName(levels[g]!, 18)}
                </Link>
                <span className="soft small">{sizes[g]!.toLocaleString('en')} rows</span>
              </>
            )}
          />
        )}
        line={({ place, across, letters }) => {
          const j = order[place]!;
          const measure = measures[j]!;
          const next = order[place + 1];
          return (
            <tr
              key={measure}
              aria-rowindex={place + 2}
              data-chosen={chosen.includes(measure)}
              data-last={next !== undefined && leads[next] !== leads[j]}
              onClick={event => select(measure, event)}
            >
              <MeasureName
                measure={measure}
                short={shortOf(measure, letters)}
                wording={wordingOf(measure)}
                crossing={0}
              />
              <LedgerCells
                across={across}
                cell={g => {
                  const mean = entry(means, j, g);
                  const d = entry(apart, j, g);
                  return {
                    text: Number.isNaN(mean) ? '–' : figure(mean, 3),
                    bar: d / full,
                    faded: Math.abs(d) < SMALL,
                  };
                }}
              />
            </tr>
          );
        }}
        foot={() => null}
        words={
          <p className={`${ledger.words} soft small`}>
            Numbers are means in each measure’s own unit. Bars are differences from the mean of all other rows
            over the standard deviation within both (d, Cohen 1988), pale under {SMALL}; a measure stands with
            the group that it sets apart most.
          </p>
        }
      />
    </div>
  );
}

/** The code of a level of the colouring label. */
function useLevelCodes(reduction: Reduction): (level: string) => number {
  const { value } = usePlacement(reduction);
  const by = useColumnColouring(reduction, value ?? NOWHERE);
  return level => (by.kind === 'levels' ? (by.groups.find(({ name }) => name === level)?.code ?? -1) : -1);
}

const NOWHERE = {
  rows: new Uint32Array(0),
  at: { rows: 0, columns: 0, values: new Float64Array(0) },
  placedRows: new Uint32Array(0),
  placedAt: { rows: 0, columns: 0, values: new Float64Array(0) },
  weights: null,
  counts: false,
  shares: null,
  structure: null,
};
