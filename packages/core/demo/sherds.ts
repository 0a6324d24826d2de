import Papa from 'papaparse';
import { seededRandom, type Random } from '../algebra/random';

interface Element {
  readonly name: string;
  readonly unit: '%' | 'ppm';
  readonly mean: number;
  /** Spread over the mean. */
  readonly variation: number;
  readonly decimals: number;
  /** Loadings on lime–strontium clay, heavy-mineral temper and mafic clay. */
  readonly loadings: readonly [number, number, number];
}

const element = (
  name: string,
  unit: Element['unit'],
  mean: number,
  variation: number,
  decimals: number,
  ...loadings: [number, number, number]
): Element => ({ name, unit, mean, variation, decimals, loadings });

const ELEMENTS: readonly Element[] = [
  element('SiO2', '%', 57.4, 0.06, 2, -0.7, 0.22, -0.5),
  element('Al2O3', '%', 16.2, 0.1, 2, -0.45, -0.4, 0.55),
  element('Fe2O3', '%', 6.3, 0.16, 2, -0.12, 0.05, 0.82),
  element('CaO', '%', 9.1, 0.3, 2, 0.93, -0.05, -0.12),
  element('MgO', '%', 3.2, 0.2, 2, 0.8, 0.02, 0.2),
  element('Na2O', '%', 1.1, 0.22, 2, -0.8, 0.06, -0.16),
  element('K2O', '%', 2.7, 0.16, 2, -0.7, 0.3, -0.2),
  element('TiO2', '%', 0.78, 0.16, 3, -0.02, 0.86, 0.2),
  element('MnO', '%', 0.092, 0.26, 3, 0.05, 0.12, 0.74),
  element('P2O5', '%', 0.31, 0.4, 3, 0.4, 0.1, -0.1),
  element('Sr', 'ppm', 342, 0.28, 0, 0.88, 0.04, 0.06),
  element('Ba', 'ppm', 428, 0.2, 0, 0.66, 0.16, -0.26),
  element('Rb', 'ppm', 104, 0.18, 0, -0.74, -0.16, 0.12),
  element('Zr', 'ppm', 196, 0.24, 0, -0.06, 0.93, -0.08),
  element('Y', 'ppm', 27, 0.2, 0, 0.38, 0.76, 0.06),
  element('Nb', 'ppm', 15.5, 0.2, 1, -0.1, 0.81, 0.16),
  element('Ce', 'ppm', 71, 0.22, 0, -0.05, 0.8, 0.1),
  element('Cr', 'ppm', 118, 0.26, 0, 0.06, -0.06, 0.93),
  element('Ni', 'ppm', 64, 0.26, 0, -0.04, -0.05, 0.88),
  element('V', 'ppm', 109, 0.18, 0, 0.02, 0.08, 0.8),
];
const OXIDES = 10;

interface Kiln {
  readonly name: string;
  readonly sherds: number;
  /** Where its clay and temper sit on the three dimensions. */
  readonly centre: readonly [number, number, number];
}

const KILNS: readonly Kiln[] = [
  { name: 'Fennick', sherds: 58, centre: [-1.0, 1.15, -0.1] },
  { name: 'Orrindale', sherds: 55, centre: [1.1, 0.85, -0.75] },
  { name: 'Tallow Hill', sherds: 53, centre: [1.05, -0.9, 0.85] },
  { name: 'Sedgeby', sherds: 52, centre: [-0.25, -1.15, -1.05] },
  { name: 'Marram', sherds: 43, centre: [-1.05, -0.1, 1.3] },
];
const WITHIN_KILN = 0.45;
const READING_ERROR = 0.07;
const UNKNOWN = 9;
const REPEATED = 4;
const TILE_READINGS = 12;
const UNTRACED = 10;
const SINGLE_GAPS = 24;

/** What the table was made from. Rows are indices into the table, columns are names of measures. */
export interface SherdsTruth {
  readonly dimensions: readonly string[];
  readonly loadings: Readonly<Record<string, readonly [number, number, number]>>;
  /** Scores of each row on the three dimensions. */
  readonly scores: readonly (readonly [number, number, number])[];
  /** The kiln that each row without one came from. */
  readonly unknown: readonly { readonly row: number; readonly kiln: string }[];
  readonly referenceRows: readonly number[];
  /** Rows that carry the sherd number of an earlier row. */
  readonly repeats: readonly { readonly row: number; readonly of: number }[];
  readonly contaminated: readonly {
    readonly row: number;
    readonly columns: readonly string[];
    readonly by: string;
  }[];
  readonly missing: readonly { readonly row: number; readonly column: string }[];
}

interface Sherd {
  id: string;
  kiln: string;
  shownKiln: string;
  fabric: string;
  phase: string;
  scores: [number, number, number];
  /** The sherd's own deviations, one per element, in standard deviations. */
  own: number[];
  values: number[];
}

/**
 * Element contents of 286 sherds of the Tavering valley, as a CSV with the truth it was made from. Three dimensions of
 * clay and temper part five kilns; 12 rows are readings of one reference tile, 9 are of unknown kiln, 4 carry a sherd
 * number twice, 5 are contaminated, and about 2 % of the contents are missing.
 *
 * @param seed another seed gives another valley
 */
export function sherds(seed = 1847): { csv: string; truth: SherdsTruth } {
  const random = seededRandom(seed);
  const fromKilns = KILNS.flatMap(kiln => Array.from({ length: kiln.sherds }, () => newSherd(kiln, random)));
  const strangers = Array.from({ length: UNKNOWN }, () => {
    const kiln = KILNS[random.whole(KILNS.length)]!;
    return { ...newSherd(kiln, random), shownKiln: 'unknown' };
  });
  const unique = shuffled([...fromKilns, ...strangers], random);
  unique.forEach((sherd, index) => (sherd.id = `TV-${String(index + 1).padStart(3, '0')}`));

  const again = shuffled(unique.slice(), random)
    .slice(0, REPEATED)
    .map(sherd => reading({ ...sherd }, random));
  const tile = newSherd({ name: 'reference tile', sherds: 0, centre: [0.3, 0.2, 0.1] }, random);
  const tiles = Array.from({ length: TILE_READINGS }, () =>
    reading({ ...tile, id: 'TILE', fabric: 'tile', phase: '' }, random),
  );
  const rows = unique.slice();
  for (const sherd of again)
    rows.splice(rows.findIndex(row => row.id === sherd.id) + 1 + random.whole(40), 0, sherd);
  tiles.forEach((sherd, index) => rows.splice(Math.min(rows.length, 12 + index * 25), 0, sherd));

  const special = new Set<number>();
  rows.forEach((sherd, row) => {
    if (sherd.id === 'TILE' || sherd.shownKiln === 'unknown' || again.some(other => other.id === sherd.id))
      special.add(row);
  });
  const contaminated = contaminate(rows, special, random);
  const missing = gaps(rows, special, random);

  return {
    csv: csvOf(rows, missing),
    truth: {
      dimensions: ['lime–strontium clay', 'heavy-mineral temper', 'mafic clay'],
      loadings: Object.fromEntries(ELEMENTS.map(e => [columnName(e), e.loadings])),
      scores: rows.map(sherd => sherd.scores),
      unknown: rowsWhere(rows, sherd => sherd.shownKiln === 'unknown').map(row => ({
        row,
        kiln: rows[row]!.kiln,
      })),
      referenceRows: rowsWhere(rows, sherd => sherd.id === 'TILE'),
      repeats: rowsWhere(rows, sherd => again.includes(sherd)).map(row => ({
        row,
        of: rows.findIndex(other => other.id === rows[row]!.id),
      })),
      contaminated,
      missing,
    },
  };
}

function csvOf(rows: readonly Sherd[], missing: SherdsTruth['missing']): string {
  const absent = new Set(missing.map(({ row, column }) => `${row} ${column}`));
  const header = ['sherd', 'kiln', 'fabric', 'phase', ...ELEMENTS.map(columnName)];
  const body = rows.map((sherd, row) => [
    sherd.id,
    sherd.shownKiln,
    sherd.fabric,
    sherd.phase,
    ...ELEMENTS.map((e, j) =>
      absent.has(`${row} ${columnName(e)}`) ? '' : sherd.values[j]!.toFixed(e.decimals),
    ),
  ]);
  return `${Papa.unparse([header, ...body], { newline: '\n' })}\n`;
}

function newSherd(kiln: Kiln, random: Random): Sherd {
  const scores = kiln.centre.map(centre => centre + WITHIN_KILN * random.normal()) as [
    number,
    number,
    number,
  ];
  const own = ELEMENTS.map(() => random.normal());
  const gritty = scores[1] + 0.5 * random.normal();
  const shelly = scores[0] + 0.5 * random.normal();
  const fabric = gritty > 0.6 ? 'gritty' : shelly > 0.5 ? 'shelly' : gritty < -0.8 ? 'fine' : 'sandy';
  const lateness = random.uniform() + 0.25 * scores[2];
  const phase = lateness < 0.3 ? 'early' : lateness < 0.75 ? 'middle' : 'late';
  const sherd = { id: '', kiln: kiln.name, shownKiln: kiln.name, fabric, phase, scores, own, values: [] };
  return reading(sherd, random);
}

/** A new reading of a sherd: its contents with the error of one measurement. */
function reading(sherd: Sherd, random: Random): Sherd {
  sherd.values = ELEMENTS.map((e, j) => {
    const common = e.loadings.reduce((sum, loading, d) => sum + loading * sherd.scores[d]!, 0);
    const held = e.loadings.reduce((sum, loading) => sum + loading * loading, 0);
    const deviation =
      common + Math.sqrt(Math.max(0.04, 1 - held)) * sherd.own[j]! + READING_ERROR * random.normal();
    // Contents are positive: beyond two standard deviations below the mean they level off.
    return Math.max(e.mean * (1 + e.variation * deviation), e.mean * 0.08);
  });
  return sherd;
}

const CONTAMINATIONS: readonly { by: string; factors: Readonly<Record<string, number>> }[] = [
  { by: 'burial phosphate', factors: { P2O5: 4.2, Ba: 1.9 } },
  { by: 'lime mortar', factors: { CaO: 3.1, Sr: 2.4 } },
  { by: 'drill steel', factors: { Cr: 3.6, Ni: 3.9, Fe2O3: 1.9 } },
  { by: 'glaze', factors: { Na2O: 3.4, K2O: 2.3 } },
  { by: 'zircon grain', factors: { Zr: 4.4, Y: 2.2 } },
];

function contaminate(rows: Sherd[], special: Set<number>, random: Random): SherdsTruth['contaminated'] {
  return CONTAMINATIONS.map(({ by, factors }) => {
    const row = unusedRow(rows, special, random);
    rows[row]!.values = ELEMENTS.map((e, j) => rows[row]!.values[j]! * (factors[e.name] ?? 1));
    return { row, by, columns: ELEMENTS.filter(e => e.name in factors).map(columnName) };
  }).sort((a, b) => a.row - b.row);
}

/** Some sherds were too small for the trace elements; elsewhere a single reading failed. */
function gaps(rows: Sherd[], special: Set<number>, random: Random): SherdsTruth['missing'] {
  const missing: { row: number; column: string }[] = [];
  for (let count = 0; count < UNTRACED; count++) {
    const row = unusedRow(rows, special, random);
    for (const e of ELEMENTS.slice(OXIDES + 1)) missing.push({ row, column: columnName(e) });
  }
  for (let count = 0; count < SINGLE_GAPS; count++) {
    const row = unusedRow(rows, special, random);
    missing.push({ row, column: columnName(ELEMENTS[random.whole(ELEMENTS.length)]!) });
  }
  return missing.sort((a, b) => a.row - b.row);
}

function unusedRow(rows: Sherd[], used: Set<number>, random: Random): number {
  for (;;) {
    const row = random.whole(rows.length);
    if (used.has(row)) continue;
    used.add(row);
    return row;
  }
}

function rowsWhere(rows: readonly Sherd[], test: (sherd: Sherd) => boolean): number[] {
  return rows.flatMap((sherd, row) => (test(sherd) ? [row] : []));
}

function columnName(e: Element): string {
  return `${e.name} ${e.unit}`;
}

/** Fisher and Yates's shuffle. */
function shuffled<T>(items: T[], random: Random): T[] {
  for (let last = items.length - 1; last > 0; last--) {
    const other = random.whole(last + 1);
    [items[last], items[other]] = [items[other]!, items[last]!];
  }
  return items;
}
