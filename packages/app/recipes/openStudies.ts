import type { ProblemData } from '@wold/core/problem';
import type { Recipe } from '@wold/core/recipe/schema';
import type { Open, Pending } from './opening';
import { readStudies } from './readStudies';

/** What came of files that may hold whole studies. */
interface Opened {
  readonly unfit: ProblemData | null;
  /** A recipe whose table could not be had. */
  readonly pending: Pending | null;
  readonly told: { readonly kind: 'done' | 'problem'; readonly text: string } | null;
}

/** Opens the studies that are in some files, one or a backup of several; null where none of these is such a file. */
export async function openStudies(files: readonly File[], open: Open): Promise<Opened | null> {
  const whole = (await Promise.all(files.map(readStudies))).filter(one => one !== null);
  if (whole.length === 0) return null;
  const unfit = whole.find(one => 'what' in one) ?? null;
  const studies = whole.flatMap(one => ('what' in one ? [] : one));
  const stay = studies.length > 1;
  let pending: Pending | null = null;
  for (const { name, hand, recipe, table } of studies) {
    const given = recipe === null ? undefined : withoutNewRows(recipe);
    if (table !== null) {
      const file = new Blob([new Uint8Array(table.bytes)]);
      await open(file, table.name, name, undefined, given, { hand, stay });
    } else if (given !== undefined) pending = { name, recipe: given };
  }
  const wrong = studies.flatMap(one => one.wrong);
  const text = wrong.length > 0 ? wrong.join(' ') : stay ? `${studies.length} studies were opened.` : null;
  const kind = wrong.length > 0 ? ('problem' as const) : ('done' as const);
  return { unfit, pending, told: text === null ? null : { kind, text } };
}

/** Rows that were brought to be placed are no part of a study file. */
const withoutNewRows = ({ reading: { newRows: _, ...reading }, ...recipe }: Recipe): Recipe => ({
  ...recipe,
  reading,
});
