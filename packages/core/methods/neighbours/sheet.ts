import type { PreparationInput } from '../../preparation/prepared';
import { neighboursAsk } from './ask';
import type { NeighboursAsk } from './question';
import {
  largestPerplexity,
  LEAST_NEIGHBOURS,
  LEAST_PERPLEXITY,
  type NeighboursSettings,
  type SheetSettings,
} from './settings';

/** One of the small maps of a sheet. */
export interface SheetMap {
  /** Its line: perplexity or neighbours; and its column: the seed or the least distance. */
  readonly size: number;
  readonly across: number;
  readonly settings: NeighboursSettings;
}

/** A sheet of small maps, line by line. */
export interface Sheet {
  readonly sizes: readonly number[];
  readonly across: readonly number[];
  readonly maps: readonly SheetMap[];
}

const PERPLEXITIES = [5, 15, 30, 50, 100];
const NEIGHBOURS = [5, 15, 30, 60];
const LEAST_DISTANCES = [0, 0.1, 0.3, 0.6];
/** Lines of a sheet that is not settled by hand. */
const LINES = 4;

/**
 * The maps of a sheet: over perplexities or numbers of neighbours, as far as so many rows allow, and over seeds or, of
 * UMAP, how near rows may come.
 */
export function sheetOf(settings: NeighboursSettings, rows: number): Sheet {
  const { embedding, sheet, tsne, umap, seed } = settings;
  const own = embedding === 't-sne' ? tsne.perplexity : umap.neighbours;
  const [least, most] =
    embedding === 't-sne' ? [LEAST_PERPLEXITY, largestPerplexity(rows)] : [LEAST_NEIGHBOURS, rows - 1];
  const usual = embedding === 't-sne' ? PERPLEXITIES : NEIGHBOURS;
  const allowed = (size: number) => size >= least && size <= most;
  const asked = sheet.sizes.length > 0 ? sheet.sizes : nearestTo(own, usual.filter(allowed));
  const sizes = distinct(asked.filter(allowed));
  const across =
    acrossOf(settings) === 'seed'
      ? Array.from({ length: sheet.columns }, (_, k) => seed + k)
      : distinct([umap.nearest, ...LEAST_DISTANCES].slice(0, sheet.columns));
  const maps = sizes.flatMap(size =>
    across.map(value => ({ size, across: value, settings: settingsAt(settings, size, value) })),
  );
  return { sizes, across, maps };
}

/** What the columns of a sheet differ in: t-SNE has no least distance. */
export const acrossOf = ({
  embedding,
  sheet,
}: Pick<NeighboursSettings, 'embedding' | 'sheet'>): SheetSettings['across'] =>
  embedding === 't-sne' ? 'seed' : sheet.across;

function settingsAt(settings: NeighboursSettings, size: number, across: number): NeighboursSettings {
  const { embedding, tsne, umap } = settings;
  const sized =
    embedding === 't-sne'
      ? { ...settings, tsne: { ...tsne, perplexity: size } }
      : { ...settings, umap: { ...umap, neighbours: size } };
  return acrossOf(settings) === 'seed'
    ? { ...sized, seed: across }
    : { ...sized, umap: { ...sized.umap, nearest: across } };
}

/** The usual sizes about one's own, and this. */
function nearestTo(own: number, usual: readonly number[]): number[] {
  return [own, ...usual]
    .toSorted((a, b) => Math.abs(Math.log(a / own)) - Math.abs(Math.log(b / own)))
    .filter((size, index, all) => all.indexOf(size) === index)
    .slice(0, LINES);
}

const distinct = (values: readonly number[]): number[] => [...new Set(values)].sort((a, b) => a - b);

/** The questions for the maps of a sheet, which all rest on one graph. */
export function sheetAsks(
  preparation: PreparationInput,
  without: readonly string[],
  { maps }: Sheet,
): NeighboursAsk[] {
  const asks = maps.map(({ settings }) => neighboursAsk(preparation, without, settings));
  const neighbours = asks.reduce((most, ask) => Math.max(most, ask.neighbours), 1);
  return asks.map(ask => ({ ...ask, neighbours }));
}
