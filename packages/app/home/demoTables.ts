import { motifs } from '@wold/core/demo/motifs';
import { visitors } from '@wold/core/demo/visitors';
import { sherds } from '@wold/core/demo/sherds';

/** Tables that Wold makes up, each with what it shows. */
export const demoTables: readonly {
  readonly name: string;
  readonly fileName: string;
  readonly what: string;
  readonly make: () => string;
  /** What its columns mean. */
  readonly codebook?: () => string;
}[] = [
  {
    name: 'Tavering sherds',
    fileName: 'sherds.csv',
    what: 'Pottery of an invented valley: 286 sherds, 20 element contents, five kilns, with gaps and faults to find.',
    make: () => sherds().csv,
  },
  {
    name: 'Tavering motifs',
    fileName: 'motifs.csv',
    what: 'Counts of 38 decoration motifs in 140 pits, full of zeros: transform to Hellinger’s roots of shares first.',
    make: () => motifs().csv,
  },
  {
    name: 'Tavering visitors',
    fileName: 'visitors.csv',
    what: 'Answers of 430 visitors to 24 statements, with their wordings: three opinions behind them, and some odd items.',
    make: () => visitors().csv,
    codebook: () => visitors().codebook,
  },
];
