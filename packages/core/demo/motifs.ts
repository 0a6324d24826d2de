import Papa from 'papaparse';
import { seededRandom, type Random } from '../algebra/random';

const PITS = 140;
const PHASES = ['early', 'middle', 'late', 'final'];
const TRENCHES = ['A', 'B', 'C'];
const TOOLS = ['comb', 'cord', 'ring', 'reed', 'nail', 'wheel', 'fine line', 'rope'];
const FIGURES = ['rows', 'chevrons', 'arcs', 'panels', 'lattice'];
const MOTIFS = FIGURES.flatMap(figure => TOOLS.map(tool => `${tool} ${figure}`)).slice(0, 38);
/** How many decorated sherds a pit holds on average. */
const SHERDS = 62;
/** How long a motif stays in fashion, in phases. */
const FASHION = 0.62;

/** What the table was made from. Rows are indices into the table. */
export interface MotifsTruth {
  /** Where each pit stands in time, from 0 to 4. */
  readonly times: readonly number[];
  /** When each motif was most in fashion. */
  readonly fashions: Readonly<Record<string, number>>;
  /** Motifs that one trench has more of, with the trench. */
  readonly local: readonly { readonly motif: string; readonly trench: string }[];
  readonly emptyRow: number;
}

/**
 * Counts of decoration motifs in pits of the Tavering valley, as a CSV with the truth it was made from. Motifs come in
 * and out of fashion over four phases, a few are favoured in one trench, some six in ten counts are zero, and one pit
 * is empty.
 *
 * @param seed another seed gives other pits
 */
export function motifs(seed = 1911): { csv: string; truth: MotifsTruth } {
  const random = seededRandom(seed);
  const fashions = MOTIFS.map(() => -0.3 + 4.6 * random.uniform());
  const common = MOTIFS.map(() => Math.exp(0.7 * random.normal()));
  const local = TRENCHES.flatMap((trench, index) =>
    [0, 1, 2].map(step => ({ motif: MOTIFS[(index * 13 + step * 5) % MOTIFS.length]!, trench })),
  );
  const emptyRow = random.whole(PITS);
  const times: number[] = [];
  const rows: string[][] = [];
  for (let pit = 0; pit < PITS; pit++) {
    const time = PHASES.length * random.uniform();
    const trench = TRENCHES[random.whole(TRENCHES.length)]!;
    const weights = MOTIFS.map((motif, m) => {
      const distance = (time - fashions[m]!) / FASHION;
      const favoured = local.some(other => other.motif === motif && other.trench === trench) ? 4 : 1;
      return common[m]! * favoured * Math.exp(-0.5 * distance * distance);
    });
    const total = weights.reduce((sum, weight) => sum + weight, 0);
    const size = pit === emptyRow ? 0 : SHERDS * (0.4 + 1.2 * random.uniform());
    const counts = weights.map(weight => poisson((size * weight) / total, random));
    times.push(time);
    rows.push([`pit ${pit + 1}`, PHASES[Math.floor(time)]!, trench, ...counts.map(String)]);
  }
  return {
    csv: `${Papa.unparse([['pit', 'phase', 'trench', ...MOTIFS], ...rows], { newline: '\n' })}\n`,
    truth: {
      times,
      fashions: Object.fromEntries(MOTIFS.map((motif, m) => [motif, fashions[m]!])),
      local,
      emptyRow,
    },
  };
}

/** A Poisson number by multiplication of uniform ones (Knuth 1969); for means up to some hundreds. */
function poisson(mean: number, random: Random): number {
  const bound = Math.exp(-mean);
  let product = random.uniform();
  let count = 0;
  while (product > bound) {
    product *= random.uniform();
    count++;
  }
  return count;
}
