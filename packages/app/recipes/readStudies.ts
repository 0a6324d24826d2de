import { problemData, type ProblemData } from '@wold/core/problem';
import type { ReadStudy } from '@wold/core/recipe/studyFile';

/** Larger files are no studies of this browser's. */
const LARGEST = 2e9;

/** What is in a study file, or a backup of several, or why it cannot be read; null where the file is something else. */
export async function readStudies(file: File): Promise<readonly ReadStudy[] | ProblemData | null> {
  if (file.size > LARGEST) return null;
  if (/\.xlsx$/i.test(file.name) || (await file.slice(0, 2).text()) !== 'PK') return null;
  const [{ unzipSync }, { readStudyFile }] = await Promise.all([
    import('fflate'),
    import('@wold/core/recipe/studyFile'),
  ]);
  const bytes = new Uint8Array(await file.arrayBuffer());
  const names: string[] = [];
  try {
    unzipSync(bytes, { filter: ({ name }) => (names.push(name), false) });
  } catch {
    // A damaged one says so below, where its name says that it was one.
  }
  const isStudy =
    /\.wold$/i.test(file.name) || names.some(name => name === 'study.json' || name.endsWith('.wold'));
  if (!isStudy) return null;
  try {
    return readStudyFile(bytes, file.name);
  } catch (thrown) {
    return problemData(thrown);
  }
}
