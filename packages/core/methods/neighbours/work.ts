import { prepared, type OfPreparation } from '../../preparation/stages';
import { stretch, type Host } from '../../host';
import { Problem } from '../../problem';
import { sizesJudged, truenessOver } from '../../nearest/truenessOver';
import { hasCases } from '../../table/table';
import type { Bench } from '../../stages/bench';
import type { Course } from '../../stages/course';
import { worked, type Worked } from '../../stages/worked';
import type { MethodWork } from '../work';
import { graphOf, searchedOf } from './ask';
import { neighboursFigures } from './figures';
import { neighbourGraph } from './graph';
import { neighboursMethod } from './method';
import type { NeighbourMap } from './neighbourMap';
import { mapAgreement, mapQuality, sampleFor } from './quality';
import { agreementOfNothing } from './judged/ofNothing';
import { distanceDensity } from './judged/distanceDensity';
import { gapsOf } from './judged/gaps';
import { otherSeeds, othersOf } from './judged/otherSeeds';
import { shuffledPrepared } from './judged/shuffledPrepared';
import { levelsOf } from './levelsOf';
import { mapPoints } from './mapPoints';
import { setApart } from './setApart';
import { neighboursReport } from './report';
import * as stages from './stages';
import type { NeighboursAsk, OfGraph } from './question';
import { placeOnMap } from './placing/placeOnMap';
import { searchedRows } from './searchedRows';
import { NEIGHBOURS_FILES } from './tables';
import { tsneSteps } from './tsne/steps';
import { umapSteps } from './umap/steps';

const rowsFor = ({ preparation }: OfPreparation, { need }: Bench, host?: Host) =>
  need(prepared, { preparation }, host);

const searchedFor = (ask: OfGraph, { need }: Bench, host?: Host) =>
  need(stages.searchedRows, searchedOf(ask), host);

const graphFor = (ask: NeighboursAsk, { need, host }: Bench) =>
  need(stages.neighbourGraph, graphOf(ask), stretch(host, 0, 0.3));

const mapFor = (ask: NeighboursAsk, { need, host }: Bench): Promise<NeighbourMap> =>
  need(stages.neighbourMap, ask, stretch(host, 0, 0.6));

// Where t-SNE stands and where UMAP does are their own affair.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
const course: Course<NeighboursAsk, NeighbourMap, any> = {
  begin: async (ask, bench) => {
    if (!hasCases(bench.table)) {
      throw new Problem(
        'a table of relations has no rows to be laid out.',
        'Open the table that it was made from.',
      );
    }
    const graph = await graphFor(ask, bench);
    const stepsOf = ask.layout.by === 't-sne' ? tsneSteps : umapSteps;
    return stepsOf(graph, ask, bench.host);
  },
};

/** The same layout of measures that were dealt out anew. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any
const nothing: Course<NeighboursAsk & { readonly dealt: number }, NeighbourMap, any> = {
  begin: async ({ dealt, ...ask }, bench) => {
    const { host } = bench;
    const made = shuffledPrepared(await rowsFor(ask, bench), dealt);
    const searched = searchedRows(made, searchedOf(ask), stretch(host, 0, 0.1));
    const graph = neighbourGraph(searched, ask.neighbours, stretch(host, 0.1, 0.3));
    return (ask.layout.by === 't-sne' ? tsneSteps : umapSteps)(graph, ask, host);
  },
};

const works: readonly Worked[] = [
  worked(stages.searchedRows, async (ask, bench) =>
    searchedRows(await rowsFor(ask, bench, stretch(bench.host, 0, 0.4)), ask, stretch(bench.host, 0.4, 1)),
  ),
  worked(stages.neighbourGraph, async (ask, bench) => {
    const searched = await searchedFor(ask, bench, stretch(bench.host, 0, 0.3));
    return neighbourGraph(searched, ask.neighbours, stretch(bench.host, 0.3, 1));
  }),
  worked(stages.neighbourMap, course),
  worked(stages.mapQuality, async ({ judgedAt, ...ask }, bench) => {
    const map = await mapFor(ask, bench);
    const graph = await graphFor(ask, bench);
    const searched = await searchedFor(ask, bench);
    return mapQuality(searched, graph, map, judgedAt, stretch(bench.host, 0.6, 1));
  }),
  worked(stages.mapAgreement, async ({ judgedAt, label, ...ask }, bench) =>
    mapAgreement(bench.table, await graphFor(ask, bench), await mapFor(ask, bench), label, judgedAt),
  ),
  worked(stages.truenessOverSizes, async (ask, bench) => {
    const map = await mapFor(ask, bench);
    const { points, flat, by, ...searched } = await searchedFor(ask, bench);
    const at = mapPoints(map, { points, ...searched });
    const host = stretch(bench.host, 0.6, 1);
    return truenessOver(flat, at, sizesJudged(points), by, sampleFor(points), host);
  }),
  worked(stages.distanceDensity, async (ask, bench) => {
    const map = await mapFor(ask, bench);
    return distanceDensity(await searchedFor(ask, bench), map, stretch(bench.host, 0.6, 1));
  }),
  worked(stages.otherSeeds, async ({ judgedAt, label, starts, ...ask }, bench) => {
    const { need, host, table } = bench;
    const map = await mapFor(ask, { ...bench, host: stretch(host, 0, 0.1) });
    const graph = await graphFor(ask, bench);
    const asked = othersOf(ask, { starts });
    const others = [];
    for (const [index, other] of asked.entries()) {
      const part = stretch(
        host,
        0.1 + (0.9 * index) / asked.length,
        0.1 + (0.9 * (index + 1)) / asked.length,
      );
      others.push({ seed: other.seed, map: await need(stages.neighbourMap, other, part) });
    }
    return otherSeeds(graph, map, others, judgedAt, label === null ? null : levelsOf(table, map.rows, label));
  }),
  worked(stages.mapGaps, async ({ judgedAt, gapped, ...ask }, bench) =>
    gapsOf(bench.table, await graphFor(ask, bench), await mapFor(ask, bench), gapped, judgedAt),
  ),
  worked(stages.mapOfNothing, nothing),
  worked(stages.agreementOfNothing, async ({ judgedAt, label, ...ask }, { need, table }) =>
    agreementOfNothing(table, await need(stages.mapOfNothing, ask), label, judgedAt),
  ),
  worked(stages.placedOnMap, async ({ placing, ...ask }, bench) => {
    const map = await mapFor(ask, bench);
    const graph = await graphFor(ask, bench);
    const searched = await searchedFor(ask, bench);
    return placeOnMap(searched, graph, map, ask, placing, stretch(bench.host, 0.6, 1));
  }),
  worked(stages.setApart, async ({ region, ...ask }, bench) =>
    setApart(bench.table, await rowsFor(ask, bench), region, bench.host),
  ),
];

/** What neighbour maps do. */
export const NEIGHBOURS: MethodWork = {
  method: neighboursMethod,
  works,
  files: NEIGHBOURS_FILES,
  figures: neighboursFigures,
  report: neighboursReport,
  line: ({ by, graph, done }: NeighbourMap) =>
    `${by === 't-sne' ? 't-SNE' : 'UMAP'} of ${graph.points} rows, ${done} ${by === 't-sne' ? 'iterations' : 'epochs'}`,
};
