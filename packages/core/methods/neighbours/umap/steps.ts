import { startTeam } from '@wold/kernels/team';
import { mostOf } from '../../../algebra/extremes';
import type { Host } from '../../../host';
import { Problem } from '../../../problem';
import type { Steps } from '../../../stages/steps';
import { partsOf } from '../connected';
import type { NeighbourGraph } from '../graph';
import { laidOut } from '../laidOut';
import type { NeighbourMap } from '../neighbourMap';
import type { Pairs } from '../pairs';
import type { NeighboursAsk } from '../question';
import { startPlaces } from '../startPlaces';
import { crossEntropy } from './crossEntropy';
import { fittedCurve } from './curve';
import { compiledLayout, plainLayout } from './layout';
import { memberships } from './memberships';

/** Where a UMAP map stands. */
export interface UmapState {
  readonly epoch: number;
  /** Points × 4: up to three places, the others 0. */
  readonly places: Float32Array;
  /** Cross-entropy a pair every few epochs. */
  readonly loss: readonly { readonly after: number; readonly value: number }[];
}

/** The spread that rows start with. */
const START = 5;
const LOSS_EVERY = 10;
/** Rows up to which more epochs are run, and how many. */
const FEW_ROWS = 10_000;
const EPOCHS = { few: 500, many: 200 };

/** The epochs of UMAP on a graph of neighbours. @throws Problem where there are fewer points than neighbours asked for */
export function umapSteps(
  graph: NeighbourGraph,
  ask: NeighboursAsk,
  host: Host,
): Steps<NeighbourMap, UmapState> {
  const { layout, dimensions, start, seed } = ask;
  if (layout.by !== 'umap') throw new RangeError('expected the settings of UMAP');
  const n = graph.points;
  if (layout.neighbours > n - 1) {
    throw new Problem(
      `${layout.neighbours} neighbours of each row are asked for, and there are ${n} ${graph.copies > 0 ? 'different rows' : 'rows'}.`,
      `Choose ${n - 1} neighbours or fewer.`,
    );
  }
  const epochs = layout.epochs === 'auto' ? (n <= FEW_ROWS ? EPOCHS.few : EPOCHS.many) : layout.epochs;
  const until = Math.min(epochs, layout.stop ?? epochs);
  const pairs = memberships(graph.neighbours, layout.neighbours);
  const parts = partsOf(pairs);
  const first = startPlaces(graph, pairs, start, dimensions, seed);
  const curve = fittedCurve(layout.nearest, layout.spread);
  const way = { ...curve, drawn: layout.drawn, seed };
  const draws = drawsOf(pairs, epochs);
  const team = startTeam(host.helpers);
  const moves = team === null ? plainLayout(draws, way) : compiledLayout(team, draws, way);
  return {
    start: () => {
      const places = new Float32Array(4 * n);
      for (let d = 0; d < dimensions; d++) {
        for (let i = 0; i < n; i++) places[4 * i + d] = START * first.at.values[d * n + i]!;
      }
      return { epoch: 0, places, loss: [] };
    },
    step: ({ epoch, places, loss }) => {
      moves.move(places, epoch, 1 - epoch / epochs);
      const withLoss = epoch % LOSS_EVERY === 0 || epoch === until - 1;
      const value = withLoss ? crossEntropy(pairs, places, way) : 0;
      // A map that was kept on the way, and goes on, forgets where that was.
      const before = loss.filter(({ after }) => (after - 1) % LOSS_EVERY === 0);
      const next = withLoss ? [...before, { after: epoch + 1, value }] : before;
      return { epoch: epoch + 1, places, loss: next };
    },
    done: ({ epoch }) => epoch / until,
    goesOn: until < epochs,
    show: ({ epoch, places, loss }) =>
      laidOut(graph, places, 4, dimensions, {
        by: 'umap',
        done: epoch,
        of: epochs,
        loss,
        parts,
        note: first.note,
      }),
    end: moves.end,
  };
}

/** How often each pair is drawn in an epoch: the most certain once, and those that would never be drawn not at all. */
function drawsOf({ starts, ends, shares }: Pairs, epochs: number): Pairs {
  const most = mostOf(shares);
  return { starts, ends, shares: shares.map(share => (share * epochs < most ? 0 : share / most)) };
}
