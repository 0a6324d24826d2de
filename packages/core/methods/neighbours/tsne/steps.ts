import { startTeam } from '@wold/kernels/team';
import type { Host } from '../../../host';
import { Problem } from '../../../problem';
import type { Steps } from '../../../stages/steps';
import { partsOf } from '../connected';
import type { NeighbourGraph } from '../graph';
import { laidOut } from '../laidOut';
import type { NeighbourMap } from '../neighbourMap';
import { largestPerplexity } from '../settings';
import type { NeighboursAsk } from '../question';
import { startPlaces } from '../startPlaces';
import { compiledForces } from './compiledForces';
import { isExact } from './exactness';
import type { Forces } from './forces';
import { plainForces } from './plainForces';
import { pairProbabilities } from './probabilities';

/** Where a t-SNE map stands. */
export interface TsneState {
  readonly iteration: number;
  /** Points × 2 in two dimensions, by way of a grid; × 4 in one and three, by way of a tree. What is over is 0. */
  readonly places: Float32Array;
  readonly speed: Float32Array;
  readonly gains: Float32Array;
  /** KL divergence every few iterations: after how many, and how much. */
  readonly loss: readonly { readonly after: number; readonly value: number }[];
}

/** The spread that rows start with. */
const START = 1e-4;
const LOSS_EVERY = 10;
const LEAST_GAIN = 0.01;

export const widthOf = (dimensions: number): 2 | 4 => (dimensions === 2 ? 2 : 4);

/** The iterations of t-SNE on a graph of neighbours. @throws Problem where there are too few points for the perplexity */
export function tsneSteps(
  graph: NeighbourGraph,
  ask: NeighboursAsk,
  host: Host,
): Steps<NeighbourMap, TsneState> {
  const { layout, dimensions, start, seed } = ask;
  if (layout.by !== 't-sne') throw new RangeError('expected the settings of t-SNE');
  const { perplexity, iterations, exaggeration, early, rate } = layout;
  const n = graph.points;
  if (perplexity > largestPerplexity(n)) throw tooLarge(perplexity, graph);
  const width = widthOf(dimensions);
  const pairs = pairProbabilities(graph.neighbours, perplexity);
  const parts = partsOf(pairs);
  const entropy = pairs.shares.reduce((sum, p) => (p > 0 ? sum + p * Math.log(p) : sum), 0);
  const first = startPlaces(graph, pairs, start, dimensions, seed);
  const forces = forcesOn(pairs, width, n, host);
  const step = rate === 'auto' ? Math.max(200, n / 12) : rate;
  const gradient = new Float32Array(n * width);
  const divergence = (places: Float32Array): number => {
    const { z, spread } = forces.at(places, 1, gradient, true);
    return entropy + spread + Math.log(z);
  };
  return {
    goesOn: true,
    start: () => {
      const places = new Float32Array(n * width);
      for (let d = 0; d < dimensions; d++) {
        for (let i = 0; i < n; i++) places[i * width + d] = START * first.at.values[d * n + i]!;
      }
      const speed = new Float32Array(n * width);
      return { iteration: 0, places, speed, gains: new Float32Array(n * width).fill(1), loss: [] };
    },
    step: ({ iteration, places, speed, gains, loss }) => {
      const isEarly = iteration < early;
      const after = iteration + 1;
      const withLoss = iteration % LOSS_EVERY === 0;
      const { z, spread } = forces.at(places, isEarly ? exaggeration : 1, gradient, withLoss);
      if (!Number.isFinite(z)) throw ranAway(iteration);
      move(places, speed, gains, gradient, step, isEarly ? 0.5 : 0.8);
      centre(places, width, dimensions);
      const value = entropy + spread + Math.log(z);
      return {
        iteration: after,
        places,
        speed,
        gains,
        loss: withLoss ? [...loss, { after: iteration, value }] : loss,
      };
    },
    done: ({ iteration }) => iteration / iterations,
    show: ({ iteration, places, loss }) => {
      const isDone = iteration >= iterations;
      return laidOut(graph, places, width, dimensions, {
        by: 't-sne',
        done: iteration,
        of: iterations,
        // The map that is told of has its own.
        loss: isDone ? [...loss, { after: iteration, value: divergence(places) }] : loss,
        parts,
        note: first.note,
      });
    },
    end: forces.end,
  };
}

function forcesOn(pairs: ReturnType<typeof pairProbabilities>, width: 2 | 4, n: number, host: Host): Forces {
  const team = startTeam(host.helpers);
  return team === null ? plainForces(pairs, width) : compiledForces(team, pairs, width, isExact(n));
}

/** Gradient descent with momentum and gains (Jacobs 1988; van der Maaten and Hinton 2008), in place. */
function move(
  places: Float32Array,
  speed: Float32Array,
  gains: Float32Array,
  gradient: Float32Array,
  step: number,
  momentum: number,
): void {
  for (let k = 0; k < places.length; k++) {
    const g = gradient[k]!;
    const v = speed[k]!;
    const grown = g > 0 === v > 0 ? gains[k]! * 0.8 : gains[k]! + 0.2;
    const gain = grown < LEAST_GAIN ? LEAST_GAIN : grown;
    gains[k] = gain;
    speed[k] = momentum * v - step * gain * g;
    places[k] = places[k]! + speed[k]!;
  }
}

function centre(places: Float32Array, width: number, dimensions: number): void {
  const n = places.length / width;
  for (let d = 0; d < dimensions; d++) {
    let sum = 0;
    for (let k = d; k < places.length; k += width) sum += places[k]!;
    const mean = sum / n;
    for (let k = d; k < places.length; k += width) places[k]! -= mean;
  }
}

function tooLarge(perplexity: number, { points, copies }: NeighbourGraph): Problem {
  const most = largestPerplexity(points);
  return new Problem(
    `a perplexity of ${perplexity} needs ${Math.ceil(3 * perplexity)} neighbours of each row, and there are ${points} ${copies > 0 ? 'different rows' : 'rows'}.`,
    most >= 2 ? `Choose a perplexity of ${most} or less.` : 'Use a table of at least 7 different rows.',
  );
}

function ranAway(iteration: number): Problem {
  return new Problem(
    `the rows ran away from each other in iteration ${iteration}.`,
    'Choose a smaller rate, or let it be found.',
  );
}
