import Papa from 'papaparse';
import { seededRandom, type Random } from '../algebra/random';

const VISITORS = 430;
const LEAST = 1;
const MOST = 7;
/** What was entered where a question was not answered. */
const NO_ANSWER = 99;
const UNANSWERED = 22;
const SKIPPED = 40;

const FACTORS = ['interest in making', 'ease of the visit', 'sense of place'] as const;
/** Correlations of the factors. */
const PHI = [
  [1, 0.35, 0.45],
  [0.35, 1, 0.3],
  [0.45, 0.3, 1],
] as const;

interface Item {
  readonly factor: 0 | 1 | 2 | null;
  readonly loading: number;
  readonly reversed: boolean;
  readonly wording: string;
}

const item = (factor: Item['factor'], loading: number, wording: string, reversed = false): Item => ({
  factor,
  loading,
  reversed,
  wording,
});

const ITEMS: readonly Item[] = [
  item(0, 0.78, 'I wanted to know how the pots were made'),
  item(1, 0.74, 'It was easy to find my way around the museum'),
  item(2, 0.76, 'I could picture the valley as it was when the kilns burned'),
  item(0, 0.71, 'I would like to try the potter’s wheel myself'),
  item(1, 0.69, 'I often did not know where to go next', true),
  item(2, 0.7, 'The landscape outside belongs to what is shown inside'),
  item(0, 0.68, 'The traces of tools and fingers held my attention'),
  item(1, 0.72, 'There were enough places to sit and rest'),
  item(2, 0.66, 'It could have stood anywhere else just as well', true),
  item(0, 0.66, 'How clay becomes stone left me cold', true),
  item(1, 0.64, 'The labels could be read without effort'),
  item(2, 0.73, 'I felt close to the people who lived here'),
  item(0, 0.74, 'I could have watched the potter at work for hours'),
  item(1, 0.66, 'I tired sooner than I had seen what I wanted', true),
  item(2, 0.64, 'I went away with a place in mind, not only with objects'),
  item(0, 0.74, 'I could have watched the potter working for hours on end'),
  item(1, 0.68, 'The opening hours suited me'),
  item(2, 0.68, 'I would like to come back in another season'),
  item(0, 0.63, 'I compared how different kilns had done the same thing'),
  item(1, 0.7, 'Everything I needed was at hand'),
  item(2, 0.69, 'The names of the kilns meant nothing to me', true),
  item(0, 0.65, 'I read the panels on glazes to the end'),
  item(1, 0.63, 'The way from the station was no trouble'),
  item(null, 0, 'I had coffee before the visit'),
];
/** Two items that ask nearly the same, and how much of an answer they share. */
const TWINS = [12, 15] as const;
const SHARED = 0.96;

/** What the table was made from. Rows are indices into the table. */
export interface VisitorsTruth {
  readonly factors: readonly string[];
  readonly correlations: readonly (readonly number[])[];
  /** Each item's factor and loading before it was reversed and rounded; null for the one that belongs to nothing. */
  readonly items: Readonly<Record<string, { readonly factor: string | null; readonly loading: number }>>;
  readonly reversed: readonly string[];
  readonly twins: readonly [string, string];
  readonly stranger: string;
  /** Entries that hold the number 99, for no answer; and entries left empty. */
  readonly unanswered: readonly { readonly row: number; readonly column: string }[];
  readonly skipped: readonly { readonly row: number; readonly column: string }[];
}

/**
 * Answers of 430 visitors of the museum in the Tavering valley to 24 statements rated 1 to 7, as a CSV with its
 * codebook and the truth it was made from. Three correlated factors, two items that ask nearly the same, five reversed
 * items, one that belongs to nothing; some answers are missing, some of these as 99.
 *
 * @param seed another seed gives other visitors
 */
export function visitors(seed = 1923): { csv: string; codebook: string; truth: VisitorsTruth } {
  const random = seededRandom(seed);
  const names = ITEMS.map((_, j) => `q${String(j + 1).padStart(2, '0')}`);
  const answers = Array.from({ length: VISITORS }, () => answersOf(random));
  const cells = shuffledCells(random);
  const unanswered = cells.slice(0, UNANSWERED);
  const skipped = cells.slice(UNANSWERED, UNANSWERED + SKIPPED);
  const shown = answers.map(row => row.map(String));
  for (const { row, item: j } of unanswered) shown[row]![j] = String(NO_ANSWER);
  for (const { row, item: j } of skipped) shown[row]![j] = '';
  const body = shown.map((row, index) => [
    `V${String(index + 1).padStart(3, '0')}`,
    AGES[random.whole(AGES.length)]!,
    random.uniform() < 0.62 ? 'yes' : 'no',
    ...row,
  ]);
  const named = (cell: { row: number; item: number }) => ({ row: cell.row, column: names[cell.item]! });
  return {
    csv: csvOf([['visitor', 'age band', 'first visit', ...names], ...body]),
    codebook: csvOf([
      ['name', 'wording', 'least', 'most', 'reversed'],
      ...ITEMS.map(({ wording, reversed }, j) => [
        names[j]!,
        wording,
        String(LEAST),
        String(MOST),
        reversed ? 'yes' : 'no',
      ]),
    ]),
    truth: {
      factors: FACTORS,
      correlations: PHI,
      items: Object.fromEntries(
        ITEMS.map(({ factor, loading }, j) => [
          names[j]!,
          { factor: factor === null ? null : FACTORS[factor], loading },
        ]),
      ),
      reversed: names.filter((_, j) => ITEMS[j]!.reversed),
      twins: [names[TWINS[0]]!, names[TWINS[1]]!],
      stranger: names[ITEMS.findIndex(({ factor }) => factor === null)]!,
      unanswered: unanswered.map(named),
      skipped: skipped.map(named),
    },
  };
}

const AGES = ['under 18', '18–29', '30–44', '45–59', '60–74', 'over 74'];

function answersOf(random: Random): number[] {
  const factors = correlated(random);
  const own = ITEMS.map(() => random.normal());
  const [first, second] = TWINS;
  own[second] = SHARED * own[first]! + Math.sqrt(1 - SHARED * SHARED) * own[second]!;
  return ITEMS.map(({ factor, loading, reversed }, j) => {
    const common = factor === null ? 0 : loading * factors[factor]!;
    const opinion = common + Math.sqrt(1 - loading * loading) * own[j]!;
    const mark = Math.min(MOST, Math.max(LEAST, Math.round(4.4 + 1.45 * opinion)));
    return reversed ? LEAST + MOST - mark : mark;
  });
}

/** Standard normal numbers with the correlations of the factors, by the root of their matrix (Cholesky). */
function correlated(random: Random): number[] {
  const [a, b, c] = [random.normal(), random.normal(), random.normal()];
  const l21 = PHI[1][0];
  const l22 = Math.sqrt(1 - l21 * l21);
  const l31 = PHI[2][0];
  const l32 = (PHI[2][1] - l31 * l21) / l22;
  const l33 = Math.sqrt(1 - l31 * l31 - l32 * l32);
  return [a, l21 * a + l22 * b, l31 * a + l32 * b + l33 * c];
}

function shuffledCells(random: Random): { row: number; item: number }[] {
  const cells = new Map<string, { row: number; item: number }>();
  while (cells.size < UNANSWERED + SKIPPED) {
    const cell = { row: random.whole(VISITORS), item: random.whole(ITEMS.length) };
    cells.set(`${cell.row} ${cell.item}`, cell);
  }
  return [...cells.values()];
}

const csvOf = (rows: readonly string[][]): string => `${Papa.unparse([...rows], { newline: '\n' })}\n`;
