import { sherds } from './demo/sherds';
import { visitors } from './demo/visitors';
import { freshRecipe, freshReduction } from './recipe/fresh';
import type { Recipe } from './recipe/schema';
import { arrange } from './table/arrange';
import { arrangementOf } from './recipe/arrangementOf';
import { readDelimited } from './table/readDelimited';
import type { Table } from './table/table';
import { PLAIN_WRITEUP, type Writeup } from './writeup/writeup';
import type { Report } from './report/report';

/** A table from its text. */
export const read = (csv: string, name: string): Table => readDelimited(new TextEncoder().encode(csv), name);
export const potsherds = read(sherds().csv, 'sherds.csv');
export const survey = read(visitors().csv, 'visitors.csv');

/** A study of a demo table with one reduction of each of some methods. */
export function studyOf(
  table: Table,
  methods: readonly ('components' | 'factors' | 'discriminant' | 'neighbours')[],
  label: string,
) {
  const fresh = freshRecipe(table);
  const size = { rows: table.rows, measures: 20, label };
  const recipe: Recipe = {
    ...fresh,
    reductions: methods.map((method, at) => {
      const made = freshReduction(method, String(at + 1), `${method} ${at + 1}`, label, size);
      return { ...made, resamples: { ...made.resamples, times: 20 } };
    }),
  };
  return { table: arrange(table, arrangementOf(recipe)), recipe };
}

/** The demo's sherds by components and by discriminant axes. */
export const sherdsStudy = studyOf(potsherds, ['components', 'discriminant'], 'kiln');

export const sentence = (of: Report, key: string) =>
  of.sections.flatMap(({ methods, results }) => [...methods, ...results]).find(one => one.key === key)!;

/** The figure of that id in a sentence. */
export const figureIn = (of: Report, key: string, id: string): string => {
  const part = sentence(of, key).parts.find(one => typeof one !== 'string' && one.id === id);
  return (part as { text: string }).text;
};

export const withEdits = (change: Partial<Writeup>): Writeup => ({ ...PLAIN_WRITEUP, ...change });
