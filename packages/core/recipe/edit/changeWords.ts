import type { Recipe, Reduction } from '../schema';

/** What an edit changed, in words, and the question that it belongs to. */
export interface Change {
  readonly what: string;
  readonly question:
    'table' | 'preparation' | 'suitability' | 'dimensions' | 'meaning' | 'map' | 'trust' | null;
}

/** What is different between two recipes, one edit apart. */
export function changeBetween(before: Recipe, after: Recipe): Change {
  const differs = (a: unknown, b: unknown) => JSON.stringify(a) !== JSON.stringify(b);
  if (differs(before.reading.newRows, after.reading.newRows)) {
    return { what: 'new rows that are only placed', question: 'map' };
  }
  if (differs(before.reading, after.reading)) return { what: 'how the file is read', question: 'table' };
  if (before.scores.length !== after.scores.length) return { what: 'columns of scores', question: 'table' };
  const reductions = reductionChange(before, after);
  if (reductions !== null) return reductions;
  if (differs(before.made, after.made)) return { what: 'a made column', question: 'table' };
  if (differs(before.columns, after.columns)) return columnChange(before, after);
  if (areWordsOfVocabulary(before.preparation.words, after.preparation.words)) {
    return { what: 'words set aside or joined', question: 'table' };
  }
  const changed = PREPARATION.find(([member]) =>
    differs(before.preparation[member], after.preparation[member]),
  );
  if (changed !== undefined) return { what: changed[1], question: changed[2] ?? 'preparation' };
  if (differs(before.suitability, after.suitability)) {
    return { what: 'how relations are judged', question: 'suitability' };
  }
  return { what: 'the last change', question: null };
}

type Words = Recipe['preparation']['words'];

/** Whether only words that were chosen one by one differ: they are chosen where the vocabulary stands. */
function areWordsOfVocabulary(before: Words, after: Words): boolean {
  if (before === null || after === null) return false;
  const rest = (words: object) => JSON.stringify({ ...words, aside: null, joined: null });
  return rest(before) === rest(after) && JSON.stringify(before) !== JSON.stringify(after);
}

const PREPARATION: readonly (readonly [keyof Recipe['preparation'], string, Change['question']?])[] = [
  ['rowsAside', 'rows set aside', null],
  ['only', 'which rows are used', 'table'],
  ['supplementary', 'which rows are only placed', 'table'],
  ['repeats', 'what is done about repeats', 'table'],
  ['repeatKeys', 'what marks repeats', 'table'],
  ['missing', 'what is done about gaps'],
  ['imputation', 'what fills gaps'],
  ['gapsAllowed', 'how many gaps are allowed'],
  ['outliers', 'what is done about outliers'],
  ['reach', 'how far outliers lie'],
  ['unfenced', 'whose outliers are left'],
  ['rowTransform', 'the transform of rows'],
  ['transform', 'the transform of measures'],
  ['transforms', 'the transform of a measure'],
  ['scale', 'the scale of measures'],
  ['weighting', 'what weights are'],
  ['words', 'how the text is split into words'],
  ['cases', 'the number of rows behind the matrix', 'table'],
  ['off', 'a step switched on or off'],
];

function columnChange(before: Recipe, after: Recipe): Change {
  const old = new Map(before.columns.map(column => [column.name, column]));
  const changed = after.columns.filter(column => {
    const was = old.get(column.name);
    return was === undefined || JSON.stringify(was) !== JSON.stringify(column);
  });
  const [first] = changed;
  if (changed.some(({ name }) => !old.has(name))) return { what: 'the names of columns', question: 'table' };
  if (first === undefined) return { what: 'the columns', question: 'table' };
  const role = old.get(first.name)!.role !== first.role;
  const what = role ? 'role' : 'description';
  return {
    what: changed.length === 1 ? `the ${what} of ${first.name}` : `the ${what}s of ${changed.length} columns`,
    // Roles are changed from several questions.
    question: role ? null : 'table',
  };
}

function reductionChange(before: Recipe, after: Recipe): Change | null {
  if (before.reductions.length !== after.reductions.length) {
    const longer = before.reductions.length < after.reductions.length ? after : before;
    const shorter = longer === after ? before : after;
    const ids = new Set(shorter.reductions.map(({ id }) => id));
    const one = longer.reductions.find(({ id }) => !ids.has(id));
    return { what: `the reduction ${one?.name ?? ''}`.trim(), question: null };
  }
  const pairs = after.reductions.map((reduction, index) => [before.reductions[index]!, reduction] as const);
  const pair = pairs.find(([a, b]) => JSON.stringify(a) !== JSON.stringify(b));
  return pair === undefined ? null : changeOf(...pair);
}

/** Settings that several methods share, by name. */
const SETTINGS: ReadonlyMap<string, readonly [string, Change['question']]> = new Map([
  ['rotation', ['the rotation', 'meaning']],
  ['keep', ['the number of dimensions', 'dimensions']],
  ['basis', ['what is decomposed', 'dimensions']],
  ['retention', ['how the rules are set', 'dimensions']],
  ['placed', ['the columns that are placed', 'meaning']],
  ['fade', ['how small loadings are shown', 'meaning']],
  ['small', ['how small loadings are shown', 'meaning']],
  ['limit', ['the limits of odd rows', 'trust']],
  ['groupsBy', ['the groups that are compared', 'trust']],
  ['outcome', ['the outcome', 'meaning']],
  ['extraction', ['the extraction', 'dimensions']],
  ['correlations', ['which correlations the factors are of', 'dimensions']],
  ['scoring', ['how factors are scored', 'dimensions']],
  ['turned', ['the sign of a factor', 'meaning']],
  ['trail', ['the measures set aside', 'meaning']],
  ['beside', ['what stands beside the factors', 'meaning']],
]);

function changeOf(before: Reduction, after: Reduction): Change {
  const of = ` of ${after.name}`;
  const differs = (a: unknown, b: unknown) => JSON.stringify(a) !== JSON.stringify(b);
  if (before.name !== after.name) return { what: `the name of ${before.name}`, question: null };
  if (differs(before.names, after.names)) return { what: `a name of a dimension${of}`, question: 'meaning' };
  if (differs(before.without, after.without)) return { what: `the measures${of}`, question: 'dimensions' };
  if (differs(before.only, after.only)) return { what: `the rows${of}`, question: 'dimensions' };
  if (differs(before.map, after.map)) return { what: `the looks of the map${of}`, question: 'map' };
  if (differs(before.repeatsBy, after.repeatsBy))
    return { what: `what marks repeats${of}`, question: 'trust' };
  if (differs(before.resamples, after.resamples))
    return { what: `how rows are drawn anew${of}`, question: 'trust' };
  const old = new Map(Object.entries(before.settings));
  const member = Object.entries(after.settings).find(([name, value]) => differs(old.get(name), value))?.[0];
  const [what, question] = SETTINGS.get(member ?? '') ?? ['the settings', 'dimensions'];
  return { what: `${what}${of}`, question };
}
