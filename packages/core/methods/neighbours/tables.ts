import type { MethodFile } from '../work';
import { cellText } from '../../writeup/cellText';
import type { NeighbourMap } from './neighbourMap';
import type { MapQuality } from './quality';
import type { NeighboursSettings } from './settings';
import type { NeighboursAsk } from './question';
import { mapQuality } from './stages';

/** The tables of a neighbour map beside the places of its rows. */
export const NEIGHBOURS_FILES: readonly MethodFile<NeighboursSettings, NeighboursAsk, NeighbourMap>[] = [
  { kind: 'course', rows: ({ result }) => courseTable(result) },
  {
    kind: 'quality',
    also: ({ ask, settings }) => ({ stage: mapQuality, ask: { ...ask, judgedAt: settings.judgedAt } }),
    rows: ({ result }, quality: MapQuality | null) => qualityTable(result, quality),
  },
];

function courseTable({ by, loss }: NeighbourMap): string[][] {
  return [
    by === 't-sne' ? ['iterations', 'KL divergence'] : ['epochs', 'cross-entropy a pair'],
    ...loss.map(({ after, value }) => [String(after), cellText(value)]),
  ];
}

/** Each row's own figures, by its place in the table counted from 1. */
function qualityTable({ rows }: NeighbourMap, quality: MapQuality | null): string[][] {
  const head = ['row', 'neighbours kept', 'trustworthiness', 'continuity'];
  if (quality === null) return [head];
  const { keptEach, trustworthinessEach, continuityEach } = quality;
  return [
    head,
    ...Array.from(rows, (row, i) => [
      String(row + 1),
      ...[keptEach[i]!, trustworthinessEach[i]!, continuityEach[i]!].map(cellText),
    ]),
  ];
}
