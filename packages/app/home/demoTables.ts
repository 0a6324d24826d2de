import { makeStamps } from '../workers/pool';

async function madeStamps(): Promise<Blob> {
  const end = await makeStamps().end;
  if (end === 'stopped') throw new Error('stopped');
  if ('problem' in end) throw new Error(end.problem.what);
  return end.value;
}

/** Tables that Wold makes up, each with what it shows. */
export const demoTables: readonly {
  readonly name: string;
  readonly fileName: string;
  readonly what: string;
  readonly make: () => Promise<string | Blob>;
  /** What its columns mean. */
  readonly codebook?: () => Promise<string>;
}[] = [
  {
    name: 'Tavering sherds',
    fileName: 'sherds.csv',
    what: 'Pottery of an invented valley: 286 sherds, 20 element contents, five kilns, with gaps and faults to find.',
    make: async () => (await import('@wold/core/demo/sherds')).sherds().csv,
  },
  {
    name: 'Tavering motifs',
    fileName: 'motifs.csv',
    what: 'Counts of 38 decoration motifs in 140 pits, full of zeros: transform to Hellinger’s roots of shares first.',
    make: async () => (await import('@wold/core/demo/motifs')).motifs().csv,
  },
  {
    name: 'Tavering visitors',
    fileName: 'visitors.csv',
    what: 'Answers of 430 visitors to 24 statements, with their wordings: three opinions behind them, and some odd items.',
    make: async () => (await import('@wold/core/demo/visitors')).visitors().csv,
    codebook: async () => (await import('@wold/core/demo/visitors')).visitors().codebook,
  },
  {
    name: 'Tavering catalogue',
    fileName: 'catalogue.csv',
    what: 'Short descriptions of 2,400 vessels of four kinds and five centuries: split into words, which tell the kinds.',
    make: async () => (await import('@wold/core/demo/catalogue')).catalogue().csv,
  },
  {
    name: 'Tavering tile',
    fileName: 'tile.tif',
    what: 'A painted tile in 24 bands from violet to infrared, 192 by 192 pixels: a minor component shows what was drawn beneath.',
    make: async () => new Blob((await import('@wold/core/demo/tile')).tile().pieces),
  },
  {
    name: 'Tavering stamps',
    fileName: 'stamps.csv',
    what: 'Pictures of 12,000 stamp impressions, 20 by 20 pixels, of ten families: lay them out as a map of neighbours.',
    // Drawn in a worker, which takes a few seconds.
    make: madeStamps,
  },
];
