import fc from 'fast-check';
import { shortHeadings } from './headings';

test.each([
  ['Q08 How far do you agree that the kiln is hot?', 'Q08', 'How far do you agree that the kiln is hot?'],
  ['q8_1: How content are you with the glaze', 'q8_1', 'How content are you with the glaze'],
  ['[Q3] I would come here again soon', 'Q3', 'I would come here again soon'],
  ['Item 4. I like to work with clay', 'Item 4', 'I like to work with clay'],
  ['12) I like to work with fine clay', '12', 'I like to work with fine clay'],
  ['Q7b – Ich würde die Werkstatt empfehlen', 'Q7b', 'Ich würde die Werkstatt empfehlen'],
])('%s', (heading, name, wording) => {
  expect(shortHeadings(['kiln', heading])).toEqual([null, { name, wording }]);
});

test('what parts sentences of one start names them, or what stands in brackets', () => {
  const start = 'How content were you, all in all, with the state of';
  expect(
    shortHeadings([`${start} the kiln room`, `${start} the drying shelves`, `${start} the wheel`]).map(
      one => one!.name,
    ),
  ).toEqual(['kiln room', 'drying shelves', 'wheel']);
  expect(shortHeadings([`${start} the workshop [Price]`])[0]!.name).toBe('Price');
});

test('usual names stay, even with a unit or a figure', () => {
  const usual = [
    'SiO2 %',
    'total phosphorus (mg/l)',
    'x1',
    'wall thickness 2',
    'nm 400.5',
    'age band',
    '2019',
  ];
  expect(shortHeadings(usual)).toEqual(usual.map(() => null));
});

test('short names are distinct, not empty, and no other column’s', () => {
  fc.assert(
    fc.property(fc.array(fc.string({ maxLength: 120, unit: 'grapheme' }), { maxLength: 12 }), headings => {
      const distinct = [...new Set(headings)].filter(heading => heading.trim() !== '');
      const names = shortHeadings(distinct).map((one, j) => one?.name ?? distinct[j]!);
      expect(new Set(names).size).toBe(names.length);
      expect(names.every(name => name.trim() !== '')).toBe(true);
    }),
  );
});
