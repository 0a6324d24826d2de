import type { Team } from '@wold/kernels/team';
import type { Pairs } from '../pairs';
import type { Forces } from './forces';
import { gridSize, type GridSize } from './gridSize';
import { octree } from './octree';

/** Parts of every work, whatever the number of threads. */
const PARTS = 48;
/** Rows a part of all against all. */
const ROWS = 32;
/** The same of a tree. */
const ROWS_BY_TREE = 256;
/** Further than any map reaches, so that what fills up a line of rows pushes nothing. */
const FAR_AWAY = 1e15;

/** Forces by the compiled loops. @param width entries a place has: 2 on a plane, 4 along a line or in space */
export function compiledForces(team: Team, pairs: Pairs, width: 2 | 4, exact: boolean): Forces {
  const n = pairs.starts.length - 1;
  const [starts, ends, shares] = [team.put(pairs.starts), team.put(pairs.ends), team.put(pairs.shares)];
  const bounds = team.put(evenBounds(pairs.starts));
  const places = team.room(n * width * 4);
  const pulls = team.room(n * width * 4);
  const pushes = team.room(n * width * 4);
  const sums = team.room(8 * Math.max(PARTS, Math.ceil(n / ROWS)));
  const total = (parts: number): number => team.f64(sums, parts).reduce((sum, part) => sum + part, 0);
  const repel = exact
    ? repelAll(team, n, width, pushes, sums)
    : width === 4
      ? repelByTree(team, n, places, pushes, sums)
      : repelByGrid(team, n, places, pushes, sums);
  return {
    at: (where, exaggeration, gradient, withSpread) => {
      team.f32(places, where.length).set(where);
      team.run('attract', PARTS, [
        ...[places, starts, ends, shares, pulls, bounds, sums],
        ...[withSpread ? 1 : 0, width],
      ]);
      const spread = withSpread ? total(PARTS) : 0;
      const parts = repel(where);
      const z = total(parts) - (exact ? 0 : n);
      const [pull, push] = [team.f32(pulls, n * width), team.f32(pushes, n * width)];
      const by = 1 / z;
      for (let i = 0; i < gradient.length; i++) gradient[i] = exaggeration * pull[i]! - by * push[i]!;
      return { z, spread };
    },
    end: team.end,
  };
}

/** Bounds of parts with about as many pairs each. */
function evenBounds(starts: Uint32Array): Uint32Array {
  const n = starts.length - 1;
  const bounds = new Uint32Array(PARTS + 1);
  let row = 0;
  for (let part = 1; part < PARTS; part++) {
    while (row < n && starts[row]! < (part * starts[n]!) / PARTS) row++;
    bounds[part] = row;
  }
  bounds[PARTS] = n;
  return bounds;
}

type Repel = (where: Float32Array) => number;

/** All against all. */
function repelAll(team: Team, n: number, width: 2 | 4, pushes: number, sums: number): Repel {
  const filled = 4 * Math.ceil(n / 4);
  const axes = [0, 1, 2].map(() => team.room(4 * filled));
  return where => {
    axes.forEach((axis, d) => {
      const to = team.f32(axis, filled).fill(FAR_AWAY);
      if (d >= width) return;
      for (let i = 0; i < n; i++) to[i] = where[i * width + d]!;
    });
    const parts = Math.ceil(n / ROWS);
    team.run('repelAll', parts, [...axes, n, filled, ROWS, pushes, sums, width]);
    return parts;
  };
}

/** A cell is near enough to be looked into where it is wider than so much of its distance. */
const NEAR = 0.5;
/** The same along a line, where less evens out, and looking closer costs little. */
const NEAR_ON_A_LINE = 0.15;
const isLine = (where: Float32Array): boolean => where.every((value, k) => k % 4 === 0 || value === 0);

/** By cells of a tree, along a line or in space. */
function repelByTree(team: Team, n: number, places: number, pushes: number, sums: number): Repel {
  // Chains of cells that hold one another are short: a row has fewer than four cells of its own.
  const most = Math.max(64, 4 * n);
  const [centres, widths, follows] = [team.room(16 * most), team.room(4 * most), team.room(4 * most)];
  const [leaves, order] = [team.room(8 * most), team.room(4 * n)];
  return where => {
    const tree = octree(where);
    const near = isLine(where) ? NEAR_ON_A_LINE : NEAR;
    team.f32(centres, 4 * tree.cells).set(tree.centres.subarray(0, 4 * tree.cells));
    team.f32(widths, tree.cells).set(tree.squares.subarray(0, tree.cells).map(square => square / near ** 2));
    team.u32(follows, tree.cells).set(tree.follows.subarray(0, tree.cells));
    team.u32(leaves, 2 * tree.cells).set(tree.leaves.subarray(0, 2 * tree.cells));
    team.u32(order, n).set(tree.order);
    const parts = Math.ceil(n / ROWS_BY_TREE);
    team.run('repelByTree', parts, [
      ...[places, centres, widths, follows, tree.cells, leaves, order, n, ROWS_BY_TREE, pushes, sums],
    ]);
    return parts;
  };
}

/** By way of a grid, on the plane. */
function repelByGrid(team: Team, n: number, places: number, pushes: number, sums: number): Repel {
  const order = team.room(4 * n);
  let grid: CompiledGrid | null = null;
  return where => {
    const size = gridSize(where);
    if (grid === null || !isFor(grid, size)) grid = compiledGrid(team, grid, size);
    const args = [
      ...[grid.nodes, grid.line, size.across, size.down, size.lines, places, size.leastX, size.leastY],
      ...[size.nodesPerUnit, order, grid.starts, PARTS, grid.turnsAcross, grid.turnsDown],
      ...[grid.influence, grid.scratch, pushes, sums, n, size.centreX, size.centreY],
    ];
    team.run('orderRows', 1, args);
    team.run('spreadCharges', PARTS, args);
    team.run('linesForward', PARTS, args);
    team.run('convolveColumns', PARTS, args);
    team.run('linesBackward', PARTS, args);
    team.run('gatherForces', PARTS, args);
    return PARTS;
  };
}

/** Where a grid stands in the team's memory, and for which transform. */
interface CompiledGrid {
  readonly across: number;
  readonly down: number;
  readonly nodesPerUnit: number;
  /** Bytes from one line to the next. */
  readonly line: number;
  readonly nodes: number;
  readonly starts: number;
  readonly turnsAcross: number;
  readonly turnsDown: number;
  readonly influence: number;
  readonly scratch: number;
  /** What each of these has room for. */
  readonly room: { readonly nodes: number; readonly longest: number };
}

const isFor = (grid: CompiledGrid, { across, down, nodesPerUnit }: GridSize): boolean =>
  grid.across === across && grid.down === down && grid.nodesPerUnit === nodesPerUnit;

function compiledGrid(team: Team, before: CompiledGrid | null, size: GridSize): CompiledGrid {
  const { across, down, nodesPerUnit } = size;
  // A line's length is no power of two, so that a column's nodes do not fall into one place of the cache.
  const line = 16 * (across + 4);
  const [nodes, longest] = [(across + 4) * down, Math.max(across, down)];
  const fits = before !== null && nodes <= before.room.nodes && longest <= before.room.longest;
  const room = fits ? before.room : { nodes: Math.ceil(nodes * 1.3), longest: 2 * longest };
  const places = fits
    ? before
    : {
        nodes: team.room(16 * room.nodes),
        influence: team.room(4 * room.nodes),
        starts: team.room(4 * (room.longest + 2)),
        turnsAcross: team.room(8 * room.longest),
        turnsDown: team.room(8 * room.longest),
        scratch: team.room(PARTS * 4 * 16 * room.longest),
      };
  const grid: CompiledGrid = { ...places, across, down, nodesPerUnit, line, room };
  layTurns(team.f32(grid.turnsAcross, 2 * across));
  layTurns(team.f32(grid.turnsDown, 2 * down));
  const args = [
    ...[grid.nodes, line, across, down, down, 0, 0, 0, nodesPerUnit, 0, 0, PARTS],
    ...[grid.turnsAcross, grid.turnsDown, grid.influence, grid.scratch],
  ];
  team.run('layKernel', PARTS, args);
  team.run('linesForward', PARTS, args);
  team.run('findInfluence', PARTS, args);
  return grid;
}

/** cos and −sin of 2πk over the length. */
function layTurns(turns: Float32Array): void {
  const length = turns.length / 2;
  for (let k = 0; k < length; k++) {
    const angle = (2 * Math.PI * k) / length;
    turns[2 * k] = Math.cos(angle);
    turns[2 * k + 1] = -Math.sin(angle);
  }
}
