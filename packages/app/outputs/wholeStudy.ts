import { Problem } from '@wold/core/problem';
import type { Recipe } from '@wold/core/recipe/schema';
import type { AlsoInside } from '@wold/core/recipe/studyFile';
import { fileStem, fileStems } from '@wold/core/writeup/fileStem';
import { loadFile, loadStudy } from '../storage/studies';
import type { StudyRecord } from '../storage/database';
import { saveBytes } from './save';

const ZIP = 'application/zip';

/** A study as one file, as bytes. @throws Problem where the file of its table is not kept */
async function wholeStudy(
  study: Pick<StudyRecord, 'name' | 'recipe' | 'hand' | 'fileKey'>,
  also: AlsoInside = [],
): Promise<Uint8Array> {
  const file = await loadFile(study.fileKey);
  if (file === undefined) {
    throw new Problem(
      'the file that its table was read from is not kept in this browser',
      'Open that file again, and take the recipe out in its place.',
      `study “${study.name}”`,
    );
  }
  const { writeStudyFile } = await import('@wold/core/recipe/studyFile');
  const bytes = new Uint8Array(await file.content.arrayBuffer());
  const { name, recipe, hand } = study;
  return writeStudyFile({ name, recipe, hand, table: { name: file.name, bytes } }, also);
}

/** Takes a study out whole, and with it what else is given. @throws Problem as above */
export async function takeOutStudy(
  study: Pick<StudyRecord, 'name' | 'recipe' | 'hand' | 'fileKey'>,
  also: AlsoInside = [],
): Promise<void> {
  const bytes = await wholeStudy(study, also);
  saveBytes(`${fileStem(study.name)}.wold`, [new Uint8Array(bytes)], ZIP);
}

/** Takes several studies out as one file. @returns those that could not be, and why */
export async function takeOutStudies(ids: readonly string[]): Promise<string[]> {
  const failed: string[] = [];
  const taken: { name: string; bytes: Uint8Array }[] = [];
  for (const id of ids) {
    try {
      const study = await loadStudy(id);
      if (study !== null) taken.push({ name: study.name, bytes: await wholeStudy(study) });
    } catch (thrown) {
      failed.push(thrown instanceof Error ? thrown.message : String(thrown));
    }
  }
  if (taken.length > 0) {
    const { writeBackup } = await import('@wold/core/recipe/studyFile');
    const stems = fileStems(taken.map(({ name }) => name));
    const bytes = writeBackup(taken.map((one, at) => ({ stem: stems[at]!, bytes: one.bytes })));
    saveBytes('wold-studies.zip', [new Uint8Array(bytes)], ZIP);
  }
  return failed;
}

/** A recipe as a text that can be pasted. */
export async function recipeText(recipe: Recipe): Promise<string> {
  const { writeRecipe } = await import('@wold/core/recipe/writeRecipe');
  return JSON.stringify(JSON.parse(writeRecipe(recipe)));
}
