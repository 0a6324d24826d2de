import { isBy, type Recipe } from './recipe/schema';
import type { Components } from './methods/components/components';
import { arrangementOf } from './recipe/arrangementOf';
import { compute } from './recipe/compute';
import { preparationFor, reductionRequest } from './recipe/requests';
import { arrange } from './table/arrange';
import { bytesSource, type FileSource } from './table/fileSource';
import type { Table } from './table/table';

/** Pieces of a file as one source. */
export function sourceOf(pieces: readonly Uint8Array[]): FileSource {
  const bytes = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
  let at = 0;
  for (const piece of pieces) {
    bytes.set(piece, at);
    at += piece.length;
  }
  return bytesSource(bytes);
}

/** The first reduction of a recipe, which is by components, done on a table as it was read. */
export async function reduced(table: Table, recipe: Recipe) {
  const [reduction] = recipe.reductions;
  if (reduction === undefined || !isBy(reduction, 'components')) throw new Error('no components');
  const arranged = arrange(table, arrangementOf(recipe));
  const account = await compute(arranged, {
    stage: 'account',
    preparation: preparationFor(recipe, reduction),
  });
  const components = (await compute(arranged, reductionRequest(recipe, reduction))) as unknown as Components;
  return { reduction, arranged, account, components };
}
