import Papa from 'papaparse';
import { readDelimited } from '@wold/core/table/readDelimited';
import { seededRandom } from '@wold/core/algebra/random';
import type { Contest } from './components';

/** Reading a CSV of whole numbers 0–255, against the bare parse of the CSV package, which types nothing. */
export function readingContest(rows: number, columns: number): Contest {
  const random = seededRandom(3);
  const lines = [Array.from({ length: columns }, (_, j) => `p${j}`).join(',')];
  for (let i = 0; i < rows; i++) {
    lines.push(
      Array.from({ length: columns }, () => (random.uniform() < 0.7 ? 0 : random.whole(256))).join(','),
    );
  }
  const text = lines.join('\n');
  const bytes = new TextEncoder().encode(text);
  return {
    name: `reading a CSV of ${rows} × ${columns} whole numbers (plain: the package's bare parse)`,
    ours: () => readDelimited(bytes, 'bench.csv'),
    plain: () => Papa.parse(text),
  };
}
