import { unzipSync, strFromU8 } from 'fflate';
import { sherds } from '../demo/sherds';
import { visitors } from '../demo/visitors';
import { compute } from '../recipe/compute';
import { freshRecipe, freshReduction } from '../recipe/fresh';
import { askOf, dimensionsAnewOf, preparationOf } from '../recipe/requests';
import { checkRecipe, isBy, parseRecipe, type Recipe } from '../recipe/schema';
import { writeRecipe } from '../recipe/writeRecipe';
import { arrange } from '../table/arrange';
import { arrangementOf } from '../recipe/arrangementOf';
import { readDelimited } from '../table/readDelimited';
import type { Table } from '../table/table';
import { tableOf } from '../testTables';
import { coefficient, figure, percent } from '../writeup/format';
import { isDrawing, keepable } from '../writeup/drawing';
import { PLAIN_PRINT, printed } from '../writeup/print';
import { plainText, told, live } from '../writeup/told';
import { PLAIN_WRITEUP, type Writeup } from '../writeup/writeup';
import { reportDocx } from './docx';
import { editableText, editedReport, figuresIn, readText } from './edited';
import { reportOf } from './gather';
import { reportHtml } from './html';
import { printTableRows, reportMarkdown } from './markdown';
import type { Report } from './report';

const read = (csv: string, name: string): Table => readDelimited(new TextEncoder().encode(csv), name);
const potsherds = read(sherds().csv, 'sherds.csv');
const survey = read(visitors().csv, 'visitors.csv');

/** A study of a demo table with one reduction of each of some methods. */
function studyOf(
  table: Table,
  methods: readonly ('components' | 'factors' | 'discriminant' | 'neighbours')[],
  label: string,
) {
  const fresh = freshRecipe(table);
  const size = { rows: table.rows, measures: 20, label };
  const recipe: Recipe = {
    ...fresh,
    reductions: methods.map((method, at) => {
      const made = freshReduction(method, String(at + 1), `${method} ${at + 1}`, label, size);
      return { ...made, resamples: { ...made.resamples, times: 20 } };
    }),
  };
  return { table: arrange(table, arrangementOf(recipe)), recipe };
}

const all = studyOf(potsherds, ['components', 'discriminant'], 'kiln');
let report: Report;
beforeAll(async () => {
  report = await reportOf(all.table, all.recipe);
}, 60_000);

const sentence = (of: Report, key: string) =>
  of.sections.flatMap(({ methods, results }) => [...methods, ...results]).find(one => one.key === key)!;

/** The figure of that id in a sentence. */
const figureIn = (of: Report, key: string, id: string): string => {
  const part = sentence(of, key).parts.find(one => typeof one !== 'string' && one.id === id);
  return (part as { text: string }).text;
};

describe('figures of sentences and tables are those of the results', () => {
  test('rows, suitability, eigenvalues, shares and stability', async () => {
    const { table, recipe } = all;
    const preparation = preparationOf(recipe);
    const account = await compute(table, { stage: 'account', preparation });
    expect(figureIn(report, 'rows', 'used')).toBe(`${account.rows.length}\u00a0rows`);
    const suitability = await compute(table, { stage: 'suitability', preparation, kind: 'pearson' });
    expect(figureIn(report, 'kmo', 'kmo')).toBe(coefficient(suitability.kmo));
    const [first, axes] = recipe.reductions;
    if (!isBy(first!, 'components') || !isBy(axes!, 'discriminant')) throw new Error('methods');
    const components = await compute(table, { ...askOf(recipe, first), stage: 'components' });
    const held = components.shares.slice(0, components.kept).reduce((sum, share) => sum + share, 0);
    expect(figureIn(report, 'components-1 held', 'held')).toBe(percent(held, 1));
    expect(figureIn(report, 'components-1 dimension 2', 'eigenvalue')).toBe(
      figure(components.eigenvalues[1]!),
    );
    const again = await compute(table, { ...dimensionsAnewOf(recipe, first), stage: 'resamples' });
    again.again.forEach((share, d) =>
      expect(figureIn(report, 'components-1 again', `again ${d + 1}`)).toBe(String(Math.round(100 * share))),
    );
    const told = await compute(table, {
      ...askOf(recipe, axes),
      priors: 'sizes',
      folds: 10,
      seed: 1,
      stage: 'told',
    });
    expect(figureIn(report, 'discriminant-2 right', 'held')).toBe(percent(told.heldOut!.right, 1));
    // Strongest: the largest correlations in size.
    const p = components.measures.length;
    const sizes = [...components.correlations.values.slice(0, p)].map(Math.abs).sort((a, b) => b - a);
    expect(
      Math.abs(Number(figureIn(report, 'components-1 dimension 1', 'strong 1').replace('−', '-'))),
    ).toBeCloseTo(sizes[0]!, 2);
  }, 60_000);

  test('loadings of the table, each in its line, and communalities', async () => {
    const { table, recipe } = all;
    const first = recipe.reductions[0]!;
    if (!isBy(first, 'components')) throw new Error('components');
    const { measures, correlations, communalities } = await compute(table, {
      ...askOf(recipe, first),
      stage: 'components',
    });
    const loadings = report.sections
      .flatMap(({ tables }) => tables)
      .find(({ key }) => key === 'components-1 loadings')!;
    expect(loadings.lines).toHaveLength(measures.length);
    for (const { name, cells } of loadings.lines) {
      const j = measures.indexOf(name);
      cells.slice(0, -1).forEach(({ text, small }, d) => {
        const value = correlations.values[d * measures.length + j]!;
        expect(text).toBe(coefficient(value));
        expect(small).toBe(Math.abs(value) < first.settings.fade);
      });
      expect(cells.at(-1)!.text).toBe(coefficient(communalities[j]!));
    }
  });

  test('a description has the means of the rows used', async () => {
    const { table, recipe } = all;
    const account = await compute(table, { stage: 'account', preparation: preparationOf(recipe) });
    const description = report.sections[0]!.tables[0]!;
    expect(description.lines.map(({ name }) => name)).toEqual([...account.measures]);
    const { values } = table.columns.find(({ name }) => name === 'SiO2 %') as unknown as {
      values: ArrayLike<number>;
    };
    const rows = [...account.rows];
    const mean = rows.reduce((sum, row) => sum + values[row]!, 0) / rows.length;
    const line = description.lines.find(({ name }) => name === 'SiO2 %')!;
    expect(line.cells[1]!.text).toBe(figure(mean));
  });
});

test('factors, maps of neighbours and words have their parts, and no sentence has a hole', async () => {
  const factors = studyOf(survey, ['factors', 'neighbours'], 'age band');
  const quick = {
    ...factors.recipe,
    reductions: factors.recipe.reductions.map(reduction =>
      isBy(reduction, 'neighbours')
        ? {
            ...reduction,
            settings: { ...reduction.settings, tsne: { ...reduction.settings.tsne, iterations: 260 } },
          }
        : { ...reduction, resamples: { ...reduction.resamples, times: 10 } },
    ),
  } as Recipe;
  const made = await reportOf(factors.table, quick);
  const texts = tableOf(
    [
      [
        'red clay jar',
        'red clay bowl',
        'grey bowl with lid',
        'grey jar',
        'red jar with lid',
        'clay lid',
        'grey clay jar',
        'bowl',
      ],
    ],
    ['text'],
  );
  const ofWords = await reportOf(texts, freshRecipe(texts));
  for (const one of [made, ofWords, report]) {
    const keys = one.sections
      .flatMap(({ methods, results, tables }) => [...methods, ...results, ...tables])
      .map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
    for (const { methods, results } of one.sections) {
      for (const said of [...methods, ...results]) {
        const text = plainText(said);
        expect(text).not.toMatch(/undefined|NaN|\[object|null/);
        expect(text).toMatch(/[.]$/);
        const ids = said.parts.flatMap(part => (typeof part === 'string' ? [] : [part.id]));
        expect(new Set(ids).size).toBe(ids.length);
      }
    }
    // What a check points to is there.
    const there = new Set(keys);
    for (const { at, remedy } of one.checks)
      if (at === null) expect(remedy).not.toBe('');
      else expect(there).toContain(at);
  }
  expect(made.sections.map(({ title }) => title)).toEqual([
    'Data',
    'Suitability',
    'factors 1',
    'neighbours 2',
  ]);
}, 120_000);

const withEdits = (change: Partial<Writeup>): Writeup => ({ ...PLAIN_WRITEUP, ...change });

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
    const recipe = { ...all.recipe, writeup: { ...PLAIN_WRITEUP, figures: [figure] } };
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

describe('files hold every figure that the report shows', () => {
  const figure = {
    key: 'f',
    section: 'components-1',
    title: 'Scree & <plot>',
    caption: 'What each holds.',
    width: 80,
    height: 60,
    svg: '<svg xmlns="http://www.w3.org/2000/svg" width="10" height="8"><path d="M0 0"/></svg>',
    of: 'x',
  };
  const readNow = () => editedReport(report, withEdits({ figures: [figure] }));
  const pieces = () => {
    const { sections } = readNow();
    return {
      sentences: sections.flatMap(({ methods, results }) => [...methods, ...results]).map(readText),
      tables: sections.flatMap(({ tables }) => tables),
    };
  };
  const plain = (text: string) => text.replace(/\u00a0/g, ' ');

  test('HTML', () => {
    const html = reportHtml(readNow());
    const page = plain(html.replace(/&#(\d+);/g, (_, code: string) => String.fromCodePoint(Number(code))));
    const { sentences, tables } = pieces();
    for (const text of sentences) expect(page).toContain(plain(text));
    for (const { of, number } of tables) {
      expect(page).toContain(`Table ${number}`);
      for (const { cells } of of.lines) for (const { text } of cells) expect(page).toContain(plain(text));
    }
    expect(html).toContain('width="80mm" height="60mm" role="img" aria-label="Scree &#38; &#60;plot&#62;"');
    expect(html.match(/<caption>/g)).toHaveLength(tables.length);
    expect(html.match(/scope="row"/g)!.length).toBe(
      tables.reduce((sum, { of }) => sum + of.lines.length + (of.foot?.length ?? 0), 0),
    );
  });

  test('Markdown, and tables for spreadsheets', () => {
    const text = plain(reportMarkdown(readNow()).replace(/\\(.)/g, '$1'));
    const { sentences, tables } = pieces();
    for (const one of sentences) expect(text).toContain(plain(one).replace(/\s+/g, ' '));
    for (const { of } of tables) {
      const rows = printTableRows(of);
      for (const { name, cells } of of.lines) {
        expect(text).toContain(
          `| ${cells.map(({ text: t, small }) => plain(small === true && t !== '' ? `(${t})` : t)).join(' | ')} |`,
        );
        expect(rows.some(row => row[0] === name && row.at(-1) === cells.at(-1)!.text)).toBe(true);
      }
    }
    expect(text).toContain('(figure-1-scree-plot.svg)');
  });

  test('DOCX: real tables, heading and caption styles, the drawing with pixels beside it', async () => {
    const png = Uint8Array.of(137, 80, 78, 71, 13, 10, 26, 10);
    const bytes = await reportDocx(readNow(), () => Promise.resolve(png));
    const files = unzipSync(bytes);
    const xml = strFromU8(files['word/document.xml']!);
    const text = plain(
      xml
        .replace(/<\/w:p>/g, '\n')
        .replace(/<[^>]+>/g, '')
        .replace(/&amp;/g, '&')
        .replace(/&lt;/g, '<')
        .replace(/&gt;/g, '>')
        .replace(/&apos;/g, '’')
        .replace(/&quot;/g, '"'),
    );
    const { sentences, tables } = pieces();
    for (const one of sentences) expect(text).toContain(plain(one));
    for (const { of } of tables)
      for (const { cells } of of.lines) for (const { text: t } of cells) expect(text).toContain(plain(t));
    expect(xml.match(/<w:tbl>/g)).toHaveLength(tables.length);
    expect(xml.match(/<w:tblHeader\/>/g)).toHaveLength(tables.length);
    expect(xml).toContain('w:val="Heading1"');
    expect(xml.match(/w:val="Caption"/g)).toHaveLength(tables.length + 1);
    expect(
      Object.keys(files)
        .filter(name => name.startsWith('word/media/'))
        .map(name => name.split('.').at(-1))
        .sort(),
    ).toEqual(['png', 'svg']);
  });
});

test('a chart’s drawing is kept without what it does under a pointer, and with names of its own', () => {
  const drawn =
    '<svg xmlns="http://www.w3.org/2000/svg"><path class="zr3-cls-0" pointer-events="visible" clip-path="url(#zr3-c0)" d="M0 0"/><defs><clipPath id="zr3-c0"/></defs><style><![CDATA[ .zr3-cls-0:hover {} ]]></style></svg>';
  const kept = keepable(drawn, 'fab');
  expect(isDrawing(kept)).toBe(true);
  expect(kept).toContain('clip-path="url(#fab-c0)"');
  expect(kept).toContain('id="fab-c0"');
  expect(kept).not.toMatch(/style|class|pointer/);
});

test('figures are printed in one style', () => {
  const { coefficient: plain, finer, p } = printed(PLAIN_PRINT);
  expect([plain(0.456), plain(-0.004), plain(-0.996), plain(1), finer(0.0456)]).toEqual([
    '.46',
    '.00',
    '−1.00',
    '1.00',
    '.046',
  ]);
  expect([p(0.0321), p(0.00001)]).toEqual(['=\u00a0.032', '<\u00a0.001']);
  const other = printed({ decimals: 3, zero: true, p: 'levels' });
  expect([other.coefficient(-0.4567), other.p(0.03), other.p(0.0005), other.p(0.3)]).toEqual([
    '−0.457',
    '<\u00a00.05',
    '<\u00a00.001',
    '≥\u00a00.05',
  ]);
});

test('sentences join texts and keep figures apart', () => {
  const one = told('x')`a ${'b'} c ${live('f', '1', 2)}${live('g', '2', 2)}.`;
  expect(one.parts).toEqual(['a b c ', live('f', '1', 2), live('g', '2', 2), '.']);
  expect(plainText(one)).toBe('a b c 12.');
});
