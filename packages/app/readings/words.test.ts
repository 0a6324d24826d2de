import { MISSING_RULES } from '@wold/core/preparation/missing';
import { OUTLIER_RULES } from '@wold/core/preparation/outliers';
import { PLAIN_PREPARATION, SCALES } from '@wold/core/preparation/prepared';
import { WEIGHTINGS } from '@wold/core/preparation/rowWeights';
import { ROW_TRANSFORMS } from '@wold/core/preparation/rowTransform';
import { COLUMN_TRANSFORMS } from '@wold/core/preparation/transform';
import {
  GAP_WORDS,
  MISSING_WORDS,
  OUTLIER_WORDS,
  ROW_TRANSFORM_WORDS,
  SCALE_WORDS,
  TRANSFORM_WORDS,
  WEIGHTING_WORDS,
} from './preparation/words';
import { QUESTIONS, questionAt } from './questions';

describe('every rule of preparation has its words in the brief', () => {
  test.each([
    ['missing', MISSING_RULES, MISSING_WORDS],
    ['outliers', OUTLIER_RULES, OUTLIER_WORDS],
    ['transforms', COLUMN_TRANSFORMS, TRANSFORM_WORDS],
    ['row transforms', ROW_TRANSFORMS.filter(rule => rule !== 'none'), ROW_TRANSFORM_WORDS],
    ['scales', SCALES, SCALE_WORDS],
    ['weightings', WEIGHTINGS, WEIGHTING_WORDS],
  ] as const)('%s', (_, rules, words) => {
    expect(words.map(({ value }) => value).toSorted()).toEqual([...rules].toSorted());
    const names = words.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    for (const { when } of words) expect(when).toMatch(/\.$/);
  });

  test('what a study starts with is among the words', () => {
    expect(GAP_WORDS.map(({ value }) => value)).toContain(PLAIN_PREPARATION.gapsAllowed);
    expect(OUTLIER_WORDS.find(({ value }) => value === 'none')!.reach).toBe(PLAIN_PREPARATION.reach);
  });

  test('a reach that a rule brings along is one that a recipe allows', () => {
    for (const { reach } of OUTLIER_WORDS) {
      expect(reach).toBeGreaterThanOrEqual(0.1);
      expect(reach).toBeLessThanOrEqual(20);
    }
  });
});

describe('the questions', () => {
  test('stand in their order, each with a number and a route of its own', () => {
    const numbers = QUESTIONS.map(({ number }) => number);
    expect([...numbers].sort((a, b) => a - b)).toEqual(numbers);
    expect(new Set(numbers).size).toBe(numbers.length);
    expect(new Set(QUESTIONS.map(({ route }) => route)).size).toBe(QUESTIONS.length);
    for (const { question } of QUESTIONS) expect(question).toMatch(/\?$/);
  });

  test('are found by their route', () => {
    for (const question of QUESTIONS) expect(questionAt(question.route)).toBe(question);
    expect(questionAt('elsewhere')).toBeUndefined();
    expect(questionAt(undefined)).toBeUndefined();
  });
});
