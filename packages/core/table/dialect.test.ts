import { decodeText } from './decode';
import { detectDialect, lineEnd } from './dialect';

const table = (rows: readonly (readonly string[])[], delimiter: string) =>
  rows.map(row => row.join(delimiter)).join('\n');

describe('delimiters', () => {
  const rows = [
    ['sherd', 'kiln', 'note'],
    ['TV-1', 'Fennick', 'red'],
    ['TV-2', 'Marram', 'grey'],
  ];
  test.each([',', ';', '\t', '|'])('%j parts entries', delimiter => {
    expect(detectDialect(table(rows, delimiter)).delimiter).toBe(delimiter);
  });

  test.each([
    ['decimal commas between semicolons', 'a;b;c\n1,5;2,5;3,5\n2,5;1,5;4,5', ';', ','],
    ['decimal commas between tabs', 'a\tb\n1,5\t2,5\n2,5\t3,5', '\t', ','],
    ['commas within quotes', 'a,b\n"x, y",1.5\n"z, w",2.5', ',', '.'],
    ['semicolons within quotes', 'a,b\n"x; y",1\n"z; w",2', ',', '.'],
    ['thousands and decimal points', 'a;b\n1,234.5;x\n2,345.5;y', ';', '.'],
    ['thousands points and decimal commas', 'a;b\n1.234,5;x\n2.345,5;y', ';', ','],
    ['thousands commas in quotes, no decimals', 'a,b\n"1,234",x\n"2,345",y', ',', '.'],
    ['three decimals after a comma, semicolons', 'a;b\n1,234;x\n0,345;y', ';', ','],
    ['one column', 'a\n1.5\n2', ',', '.'],
    ['texts with commas in one column of two', 'a;b\n"one, two";3\nfour, five;6\nseven;8', ';', '.'],
  ])('%s', (_, text, delimiter, decimal) => {
    expect(detectDialect(text)).toMatchObject({ delimiter, decimal });
  });

  test('a long text is judged by its first rows, a broken last one left out', () => {
    const long = `a,b,c\n${'1,2,3\n'.repeat(60_000)}`;
    expect(detectDialect(long)).toMatchObject({ delimiter: ',', decimal: '.', header: true });
  });
});

describe('headers', () => {
  test.each([
    ['names', 'a,b\n1,2', true],
    ['a name among numbers', 'id,2019,2020\nx,1,2', true],
    ['numbers only', '1,2\n3,4', false],
    ['numbers and a gap', '1,,2\n3,4,5', false],
    ['nothing but words', 'kiln,fabric\nFennick,gritty', true],
  ])('%s', (_, text, header) => expect(detectDialect(text).header).toBe(header));
});

test('lines end in a feed, or in a return where there is none', () => {
  expect(lineEnd('a\r\nb')).toBe('\n');
  expect(lineEnd('a\rb\r')).toBe('\r');
  expect(detectDialect('a,b\r1,2\r3,4\r')).toMatchObject({ delimiter: ',', header: true });
});

describe('files that are not text say what they are', () => {
  test.each([
    ['an old office document', [0xd0, 0xcf, 0x11, 0xe0, 1], /old office document/],
    ['a gzip archive', [0x1f, 0x8b, 8, 0], /packed \(gzip\)/],
    ['a PDF', [0x25, 0x50, 0x44, 0x46, 0x2d], /PDF/],
    ['a JPEG', [0xff, 0xd8, 0xff, 0xe0], /JPEG/],
    ['control characters', Array.from({ length: 100 }, (_, i) => (i % 3 === 0 ? 1 : 65)), /not text/],
  ])('%s', (_, bytes, message) => {
    expect(() => decodeText(Uint8Array.from(bytes), 'file.csv')).toThrow(message);
  });

  test('the line of a NUL is named', () => {
    expect(() => decodeText(new TextEncoder().encode('a,b\n1,2\n3,\0'), 'file.csv')).toThrow(
      /file\.csv, line 3/,
    );
  });
});
