import { ledgerSizes } from './ledgerSizes';

const names = (length: number) => [`x`.repeat(length), 'y'];
const none = () => '';

test('six dimensions fit into 740 pixels, whatever is beside them', () => {
  for (const wording of [none, () => 'w'.repeat(200)]) {
    const { name, cell } = ledgerSizes(740, 6, names(60), wording, 122);
    expect(name + 6 * cell + 110).toBeLessThanOrEqual(745);
    expect(cell).toBeGreaterThanOrEqual(78);
  }
});

test('long names take the room that the dimensions leave, and no more than they need', () => {
  const narrow = ledgerSizes(740, 3, names(60), none, 122);
  const wide = ledgerSizes(1500, 3, names(60), none, 122);
  expect(wide.letters).toBeGreaterThanOrEqual(60);
  expect(wide.name).toBeLessThan(1500 - 3 * wide.cell);
  expect(narrow.letters).toBeLessThan(wide.letters);
  expect(ledgerSizes(1500, 3, names(5), none, 122).name).toBe(150);
});

test('a wording has as many lines as it takes, three at most', () => {
  const row = (length: number) => ledgerSizes(740, 3, names(4), () => 'w'.repeat(length), 122).row;
  expect([row(0), row(20)]).toEqual([24, 39]);
  expect(row(120)).toBeGreaterThan(row(20));
  expect(row(1000)).toBe(24 + 45);
});
