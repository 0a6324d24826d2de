import { sherds } from '@wold/core/demo/sherds';

/** Tables that Wold makes up, each with what it shows. */
export const demoTables: readonly {
  readonly name: string;
  readonly fileName: string;
  readonly what: string;
  readonly make: () => string;
}[] = [
  {
    name: 'Tavering sherds',
    fileName: 'sherds.csv',
    what: 'Pottery of an invented valley: 286 sherds, 20 element contents, five kilns, with gaps and faults to find.',
    make: () => sherds().csv,
  },
];
