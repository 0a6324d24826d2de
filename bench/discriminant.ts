import { seededRandom } from '@wold/core/algebra/random';
import { quietHost } from '@wold/core/host';
import { decompose } from '@wold/core/methods/components/decompose';
import { keepComponents } from '@wold/core/methods/components/keepComponents';
import { discriminate, labelled } from '@wold/core/methods/discriminant/discriminate';
import { tell } from '@wold/core/methods/discriminant/tell';
import { PLAIN_PREPARATION, rowsOf } from '@wold/core/preparation/prepared';
import { prepare } from '@wold/core/preparation/prepare';
import type { Table } from '@wold/core/table/table';
import type { Helper } from '@wold/kernels/team';

/** Discriminant axes of bytes in groups, beside their components: from the prepared rows to scores. */
export function axesOf(n: number, p: number, groups: number, helpers: readonly Helper[]) {
  const { uniform } = seededRandom(1);
  const centres = Array.from({ length: groups * p }, () => 100 * uniform());
  const columns = Array.from({ length: p }, (_, j) => ({
    kind: 'number' as const,
    name: `x${j}`,
    missing: null,
    exceptions: null,
    values: Uint8Array.from({ length: n }, (__, i) => centres[(i % groups) * p + j]! + 100 * uniform()),
  }));
  const table: Table = {
    key: 'made',
    fileKey: 'made',
    name: 'made',
    rows: n,
    columns,
    source: { format: 'JSON' },
    notes: [],
    matrix: null,
    arranged: null,
  };
  const preparation = {
    ...PLAIN_PREPARATION,
    measures: columns.map(({ name }) => name),
    weight: null,
    scale: 'centre' as const,
  };
  const rows = rowsOf(prepare(table, preparation));
  const host = { ...quietHost, helpers };
  const label = {
    levels: Array.from({ length: groups }, (_, g) => `g${g}`),
    group: Int32Array.from({ length: n }, (_, i) => i % groups),
  };
  const asked = { label: 'group', keep: 'all', shrinkage: 'where-singular' } as const;
  const of = labelled(rows, [], label, host);
  const axes = () => discriminate(of, label, asked, host);
  const telling = { ...asked, priors: 'sizes', folds: 10, seed: 1, preparation } as const;
  return {
    components: () => keepComponents(rows, decompose(rows, [], host), groups - 1),
    axes,
    heldOut: (made: ReturnType<typeof axes>) => tell(table, of, label, made, telling, host),
  };
}
