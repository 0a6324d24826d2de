import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { z } from 'zod';
import { LONGEST_NAME } from '../limits';
import { Problem } from '../problem';
import { csv } from '../writeup/csv';
import { parseRecipe, type Recipe } from './schema';

/** The version of study files that this Wold writes; docs/study-file.md tells of them. */
export const STUDY_FILE_VERSION = 1;

/** A study as it is taken out whole. */
export interface WholeStudy {
  readonly name: string;
  readonly recipe: Recipe;
  /** The id of the reduction in hand. */
  readonly hand: string;
  /** The file that its table was read from. */
  readonly table: { readonly name: string; readonly bytes: Uint8Array };
}

/** More files that a study is taken out with, for who reads it without Wold: a page of its report, say. */
export type AlsoInside = readonly { readonly name: string; readonly text: string }[];

/** What could be had from a study file. */
export interface ReadStudy {
  readonly name: string;
  readonly hand: string;
  /** Null where it is damaged, or of a newer Wold. */
  readonly recipe: Recipe | null;
  readonly table: WholeStudy['table'] | null;
  /** What is wrong with it, as sentences; none where it is whole. */
  readonly wrong: readonly string[];
}

const MANIFEST = 'study.json';
const RECIPE = 'recipe.json';
/** What a study file may unpack to, in bytes. */
const LARGEST = 2.2e9;

const manifestSchema = z.object({
  format: z.literal('wold study'),
  version: z.int().min(1),
  name: z.string().max(LONGEST_NAME),
  hand: z.string(),
  table: z.object({ name: z.string(), file: z.string() }),
  parts: z.array(z.object({ file: z.string(), sha256: z.string() })),
});

const hashOf = (bytes: Uint8Array): string => bytesToHex(sha256(bytes));

/** A study as one file: a zip of its recipe, its table's file, its codebook and what else is given, with their checksums. */
export function writeStudyFile({ name, recipe, hand, table }: WholeStudy, also: AlsoInside = []): Uint8Array {
  const tableFile = `table/${table.name.replace(/[\\/]/g, '-')}`;
  const codebook = csv([
    ['column', 'role', 'wording', 'unit'],
    ...recipe.columns.map(column => [column.name, column.role, column.wording ?? '', column.unit ?? '']),
  ]);
  const parts = new Map<string, Uint8Array>([
    [RECIPE, strToU8(`${JSON.stringify(recipe, null, 2)}\n`)],
    [tableFile, table.bytes],
    ['codebook.csv', strToU8(codebook)],
    ...also.map(file => [file.name, strToU8(file.text)] as const),
  ]);
  const manifest: z.infer<typeof manifestSchema> = {
    format: 'wold study',
    version: STUDY_FILE_VERSION,
    name,
    hand,
    table: { name: table.name, file: tableFile },
    parts: [...parts].map(([file, bytes]) => ({ file, sha256: hashOf(bytes) })),
  };
  // What is packed already is not packed again; times are fixed, so that the same study makes the same file.
  const packed = /\.(parquet|xlsx|png|jpe?g|tiff?)$/i;
  const files: Zippable = {
    [MANIFEST]: strToU8(`${JSON.stringify(manifest, null, 2)}\n`),
  };
  for (const [file, bytes] of parts) files[file] = [bytes, { level: packed.test(file) ? 0 : 6 }];
  return zipSync(files, { mtime: '1980-01-02T00:00:00' });
}

/** Whether bytes start as a zip does. */
export const isZip = (start: Uint8Array): boolean => start[0] === 0x50 && start[1] === 0x4b;

/**
 * What can be had from a study file, or from a backup of several: each part is held against its checksum.
 *
 * @param where the file's name, for errors
 * @throws Problem where it is no study file, or nothing can be had from it
 */
export function readStudyFile(bytes: Uint8Array, where: string): ReadStudy[] {
  const files = unpacked(bytes, where);
  const inside = Object.keys(files).filter(name => name.endsWith('.wold'));
  if (files[MANIFEST] === undefined && inside.length > 0) {
    // One level: an archive may hold itself.
    return inside.map(name => readOne(unpacked(files[name]!, `${where}, ${name}`), `${where}, ${name}`));
  }
  return [readOne(files, where)];
}

function unpacked(bytes: Uint8Array, where: string): Readonly<ReturnType<typeof unzipSync>> {
  let all = 0;
  try {
    return unzipSync(bytes, {
      filter: ({ originalSize }) => {
        all += originalSize;
        if (all > LARGEST)
          throw new Problem(
            'it unpacks to more than 2.2 GB, which is what is read of such a file',
            'Open its table by itself.',
            where,
          );
        return true;
      },
    });
  } catch (thrown) {
    if (thrown instanceof Problem) throw thrown;
    throw new Problem(
      'it is cut off or damaged, so that nothing in it can be read',
      'Take the study out again, or open another copy of the file.',
      where,
    );
  }
}

function readOne(files: ReturnType<typeof unpacked>, where: string): ReadStudy {
  const text = files[MANIFEST];
  const manifest = text === undefined ? null : manifestSchema.safeParse(json(strFromU8(text)));
  if (manifest?.success !== true) {
    throw new Problem('it is a zip, but not of a study that Wold wrote', 'Open the table itself.', where);
  }
  const { name, hand, version, table, parts } = manifest.data;
  const wrong: string[] = [];
  if (version > STUDY_FILE_VERSION) {
    wrong.push(
      `It was written by a newer Wold (study file version ${version}; this one reads up to ${STUDY_FILE_VERSION}).`,
    );
  }
  const whole = (file: string): Uint8Array | null => {
    const bytes = files[file];
    const hash = parts.find(part => part.file === file)?.sha256;
    if (bytes !== undefined && hash !== undefined && hashOf(bytes) === hash) return bytes;
    wrong.push(`${file} is ${bytes === undefined ? 'not in it' : 'damaged'}.`);
    return null;
  };
  const recipeBytes = whole(RECIPE);
  const tableBytes = whole(table.file);
  let recipe: Recipe | null = null;
  try {
    recipe = recipeBytes && parseRecipe(strFromU8(recipeBytes), `${where}, ${RECIPE}`);
  } catch (thrown) {
    if (!(thrown instanceof Problem)) throw thrown;
    wrong.push(thrown.message);
  }
  for (const { file } of parts) if (file !== RECIPE && file !== table.file) whole(file);
  if (recipe === null && tableBytes === null) {
    throw new Problem(
      `nothing of it can be had: ${wrong.join(' ')}`,
      'Open another copy of the file.',
      where,
    );
  }
  return { name, hand, recipe, table: tableBytes && { name: table.name, bytes: tableBytes }, wrong };
}

function json(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/** Several studies as one file. */
export function writeBackup(
  studies: readonly { readonly stem: string; readonly bytes: Uint8Array }[],
): Uint8Array {
  const files: Zippable = {};
  for (const { stem, bytes } of studies) files[`${stem}.wold`] = [bytes, { level: 0 }];
  return zipSync(files, { mtime: '1980-01-02T00:00:00' });
}
