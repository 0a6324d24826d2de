import { checkRecipe, parseRecipe } from '../recipe/schema';
import { writeRecipe } from '../recipe/writeRecipe';
import { isDrawing } from '../writeup/drawing';
import { PLAIN_WRITEUP, type Writeup } from '../writeup/writeup';
import { editableText, editedReport, figuresIn, readText } from './edited';
import { reportOf } from './gather';
import type { Report } from './report';
import { sherdsStudy, figureIn, withEdits } from '../testReport';

let report: Report;
beforeAll(async () => {
  report = await reportOf(sherdsStudy.table, sherdsStudy.recipe);
}, 60_000);

describe('what is made of it', () => {
  test('a sentence in other words keeps its figures live, and says which it lost', () => {
    const key = 'components-1 held';
    const own = editableText(
      editedReport(report, PLAIN_WRITEUP)
        .sections.flatMap(({ results }) => results)
        .find(one => one.key === key)!,
    );
    expect(own).toContain('{held}');
    const edited = editedReport(
      report,
      withEdits({ edited: [{ key, text: 'We hold {held}, KMO {kmo/kmo}; {gone} and {not a figure.' }] }),
    );
    const read = edited.sections.flatMap(({ results }) => results).find(one => one.key === key)!;
    expect(read.by).toBe('edited');
    expect(readText(read)).toBe(
      `We hold ${figureIn(report, key, 'held')}, KMO ${figureIn(report, 'kmo', 'kmo')}; {gone} and {not a figure.`,
    );
    expect(read.parts).toContainEqual({ lost: 'gone' });
    expect(editableText(read)).toBe('We hold {held}, KMO {kmo/kmo}; {gone} and {not a figure.');
  });

  test('sentences are left out, added and moved; new ones stand behind the one they followed', () => {
    const { results } = report.sections.find(({ key }) => key === 'suitability')!;
    const keys = results.map(({ key }) => key);
    const writeup = withEdits({
      out: [keys[1]!],
      added: [
        { key: 'own 1', section: 'suitability', place: 'results', after: keys[0]!, text: 'Mine: {kmo/kmo}.' },
      ],
      // As it was ordered before the last one grew.
      order: [{ section: 'suitability', place: 'results', keys: [keys[2]!, keys[0]!, 'own 1'] }],
    });
    const section = editedReport(report, writeup).sections.find(({ key }) => key === 'suitability')!;
    expect(section.results.map(({ key }) => key)).toEqual([
      keys[2],
      ...(keys[3] === undefined ? [] : [keys[3]]),
      keys[0],
      'own 1',
    ]);
    expect(section.out.map(({ key }) => key)).toEqual([keys[1]]);
    expect(readText(section.results.at(-1)!)).toBe(`Mine: ${figureIn(report, 'kmo', 'kmo')}.`);
  });

  test('figures that changed since it was taken as read are told with what they were', () => {
    const seen = figuresIn(report).map(one => (one.figure === 'kmo/kmo' ? { ...one, text: '.11' } : one));
    const read = editedReport(report, withEdits({ seen }));
    expect(read.changed).toBe(1);
    const kmo = read.sections.flatMap(({ results }) => results).find(({ key }) => key === 'kmo')!;
    expect(kmo.parts).toContainEqual(expect.objectContaining({ id: 'kmo', was: '.11' }));
    expect(editedReport(report, withEdits({ seen: figuresIn(report) })).changed).toBe(0);
  });

  test('checks are met by what stands in the report, not by what is left out', () => {
    const met = (writeup: Writeup) =>
      editedReport(report, writeup).checks.find(({ at }) => at === 'kmo')!.met;
    expect(met(PLAIN_WRITEUP)).toBe(true);
    expect(met(withEdits({ out: ['kmo'] }))).toBe(false);
  });

  test('it is kept in the recipe, checked, and a drawing with a script in it is refused', () => {
    const figure = {
      key: 'f',
      section: 'data',
      title: 'Scree',
      caption: 'c',
      width: 80,
      height: 60,
      svg: '<svg><path d="M0 0"/></svg>',
      of: 'x',
    };
    const recipe = { ...sherdsStudy.recipe, writeup: { ...PLAIN_WRITEUP, figures: [figure] } };
    expect(parseRecipe(writeRecipe(checkRecipe(recipe, 'x')), 'x').writeup.figures).toEqual([figure]);
    for (const svg of [
      '<svg><script>alert(1)</script></svg>',
      '<svg onload="x()"></svg>',
      '<svg><image href="http://a"/></svg>',
      '<svg><foreignObject/></svg>',
      '<svg><rect fill="url(http://a)"/></svg>',
      '<p></p>',
    ]) {
      expect(isDrawing(svg)).toBe(false);
      expect(() =>
        checkRecipe({ ...recipe, writeup: { ...recipe.writeup, figures: [{ ...figure, svg }] } }, 'x'),
      ).toThrow('drawing');
    }
  });
});
