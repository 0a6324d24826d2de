import { pairedCongruence } from '../algebra/congruence';
import { columnOf, zeros, type Matrix } from '../algebra/matrix';
import { methodNamed } from '../methods/all';
import { namesOn } from '../methods/names';
import type { Placement } from '../methods/placement';
import type { AskFigures } from '../methods/work';
import { adequacyBand, doubtful } from '../suitability/doubt';
import { cellText } from '../writeup/cellText';
import { dimensionName } from '../writeup/dimensionName';
import { askOf, preparationOf } from './requests';
import type { Recipe } from './schema';
import { STAGES } from './stages';

/** A table that a recipe was run on: what is held side by side with others. */
export interface DoneTable {
  readonly name: string;
  /** Why it could not be run, with what to do; null where it was. */
  readonly problem: string | null;
  readonly rows: number;
  readonly measures: readonly string[];
  /** Measures of the recipe that were set aside here, and why. */
  readonly setAside: readonly string[];
  /** Sampling adequacy; NaN where it cannot be had. */
  readonly kmo: number;
  readonly doubtful: readonly string[];
  readonly reductions: readonly DoneReduction[];
}

/** A reduction of it. */
export interface DoneReduction {
  readonly name: string;
  readonly problem: string | null;
  readonly dimensions: readonly string[];
  /** What the kept dimensions hold of all variance together; null where that has no meaning. */
  readonly share: number | null;
  readonly structure: Placement['structure'];
}

/** A table that could not be run. */
export const notDone = (name: string, problem: string): DoneTable => ({
  name,
  problem,
  ...{ rows: 0, measures: [], setAside: [], kmo: NaN, doubtful: [], reductions: [] },
});

/**
 * Runs what is compared of a recipe that fits a table.
 *
 * @param find a result of the table, or why there is none
 */
export async function doneTable(name: string, recipe: Recipe, find: AskFigures): Promise<DoneTable> {
  const preparation = preparationOf(recipe);
  const account = await find(STAGES.account, { preparation });
  if ('problem' in account) return notDone(name, said(account.problem));
  const { correlations: kind } = recipe.suitability;
  const suitability =
    preparation.words === null ? await find(STAGES.suitability, { preparation, kind }) : null;
  const suitable = suitability === null || 'problem' in suitability ? null : suitability;
  const common = recipe.reductions.some(({ settings }) => methodNamed(settings.method).ofCommonFactors);
  const reductions: DoneReduction[] = [];
  for (const reduction of recipe.reductions) {
    const method = methodNamed(reduction.settings.method);
    const found = (await find(method.stage, askOf(recipe, reduction))) as object;
    if ('problem' in found) {
      const problem = said(found.problem as { what: string; remedy: string });
      reductions.push({ name: reduction.name, problem, dimensions: [], share: null, structure: null });
      continue;
    }
    const { at, shares, structure } = method.placement(found);
    const { names } = namesOn(reduction.names, structure);
    reductions.push({
      name: reduction.name,
      problem: null,
      dimensions: Array.from({ length: at.columns }, (_, d) => dimensionName(names, d + 1)),
      share: shares && shares.slice(0, at.columns).reduce((sum, share) => sum + share, 0),
      structure,
    });
  }
  return {
    name,
    problem: null,
    rows: account.rows.length,
    measures: account.measures,
    setAside: account.measuresSetAside.map(({ name: measure, because }) => `${measure} (${because})`),
    kmo: suitable?.kmo ?? NaN,
    doubtful:
      suitable === null ? [] : doubtful(suitable, recipe.suitability, common).map(({ measure }) => measure),
    reductions,
  };
}

const said = ({ what, remedy }: { readonly what: string; readonly remedy: string }): string =>
  `${what} ${remedy}`;

/** The tables side by side, a line for each reduction of each, held against the first that could be run. */
export function sideBySide(tables: readonly DoneTable[]): string[][] {
  const first = tables.find(({ problem }) => problem === null);
  return [
    [
      ...['table', 'problem', 'rows', 'measures', 'set aside', 'KMO', 'doubtful', 'changed verdicts'],
      ...['reduction', 'dimensions', 'share', 'congruence with the first', 'least congruence'],
    ],
    ...tables.flatMap(table => {
      const own = [
        table.name,
        table.problem ?? '',
        ...(table.problem === null
          ? [
              String(table.rows),
              String(table.measures.length),
              table.setAside.join('; '),
              cellText(table.kmo),
              table.doubtful.join('; '),
              first === undefined || first === table ? '' : changedVerdicts(first, table).join('; '),
            ]
          : ['', '', '', '', '', '']),
      ];
      if (table.reductions.length === 0) return [[...own, '', '', '', '', '']];
      return table.reductions.map((reduction, at) => {
        const before = first?.reductions[at];
        const alike =
          before === undefined || first === table ? [] : congruences(before.structure, reduction.structure);
        return [
          ...own.slice(0, 1),
          reduction.problem ?? own[1]!,
          ...own.slice(2),
          reduction.name,
          String(reduction.dimensions.length),
          cellText(reduction.share),
          alike
            .map(({ with: other, value }) => `${reduction.dimensions[other] ?? '–'} ${value.toFixed(3)}`)
            .join('; '),
          alike.length === 0 ? '' : cellText(alike.reduce((low, { value }) => Math.min(low, value), 1)),
        ];
      });
    }),
  ];
}

/** What is judged otherwise than of the first table. */
export function changedVerdicts(first: DoneTable, table: DoneTable): string[] {
  const band = (kmo: number): string => (Number.isNaN(kmo) ? 'none' : adequacyBand(kmo));
  const [before, now] = [new Set(first.doubtful), new Set(table.doubtful)];
  return [
    ...(band(first.kmo) === band(table.kmo)
      ? []
      : [`adequacy ${band(first.kmo)} there, ${band(table.kmo)} here`]),
    ...[...now].filter(name => !before.has(name)).map(name => `${name} doubtful here`),
    ...[...before].filter(name => !now.has(name)).map(name => `${name} doubtful there`),
    ...first.reductions.flatMap((one, at) => {
      const other = table.reductions[at];
      return other === undefined ||
        other.problem !== null ||
        other.dimensions.length === one.dimensions.length
        ? []
        : [`${one.name}: ${one.dimensions.length} dimensions there, ${other.dimensions.length} here`];
    }),
  ];
}

/**
 * For each dimension of the first the one of another table that is most like it, by Tucker's congruence over the measures
 * that both have, the most alike first.
 */
export function congruences(
  first: Placement['structure'],
  other: Placement['structure'],
): { readonly with: number; readonly value: number }[] {
  if (first === null || other === null) return [];
  const both = first.measures.filter(name => other.measures.includes(name));
  if (both.length === 0) return [];
  const pairs = pairedCongruence(some(first, both), some(other, both));
  return pairs.map(pair =>
    pair.with < 0 ? { with: -1, value: 0 } : { with: pair.with, value: Math.abs(pair.value) },
  );
}

function some(
  { measures, correlations }: NonNullable<Placement['structure']>,
  names: readonly string[],
): Matrix {
  const result = zeros(names.length, correlations.columns);
  const places = names.map(name => measures.indexOf(name));
  for (let d = 0; d < correlations.columns; d++) {
    const from = columnOf(correlations, d);
    columnOf(result, d).set(places.map(place => from[place]! || 0));
  }
  return result;
}
