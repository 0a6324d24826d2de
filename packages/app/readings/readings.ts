import type { MethodName } from '@wold/core/methods/all';
import { screensOf } from '../methods/screens';
import type { MethodQuestion } from '../methods/method';
import { MapBrief } from './map/MapBrief';
import { MapLegend } from './map/MapLegend';
import { later } from './later';
import type { ReadingParts } from './parts';
import { PreparationBrief } from './preparation/PreparationBrief';
import { PreparationReading } from './preparation/PreparationReading';
import type { QuestionRoute } from './questions';
import { SuitabilityBrief } from './suitability/SuitabilityBrief';
import { SuitabilityReading } from './suitability/SuitabilityReading';
import { TableBrief } from './table/TableBrief';
import { TableReading } from './table/TableReading';
import { Checklist } from './writeup/Checklist';
import { WriteupBrief } from './writeup/WriteupBrief';

const WriteupReading: ReadingParts['Reading'] = later(
  async () => (await import('./writeup/WriteupReading')).WriteupReading as ReadingParts['Reading'],
);
const MapReading = later(async () => (await import('./map/MapReading')).MapReading);

/** Of the questions that look alike whatever the method. */
const READINGS: Readonly<Record<Exclude<QuestionRoute, MethodQuestion>, ReadingParts>> = {
  table: {
    words: ['The codebook: what columns mean', 'Which rows are used', 'Which rows are placed, and not used'],
    Brief: TableBrief,
    Reading: TableReading,
    Aside: null,
  },
  preparation: {
    words: [
      'How many gaps a measure may have',
      'What is done about missing entries',
      'What is done about outliers',
      'How all measures are transformed',
      'How measures are made comparable',
    ],
    Brief: PreparationBrief,
    Reading: PreparationReading,
    Aside: null,
  },
  suitability: {
    words: [
      'How measures are related',
      'Least sampling adequacy',
      'Least of its largest correlation',
      'From where two measures are nearly the same',
    ],
    Brief: SuitabilityBrief,
    Reading: SuitabilityReading,
    Aside: null,
  },
  map: {
    words: ['The dimension to the right', 'What colours the rows', 'Whether rows wear their names'],
    Brief: MapBrief,
    Reading: MapReading,
    Aside: MapLegend,
  },
  writeup: {
    words: ['Decimals of correlations', 'Whether there is a zero before the point', 'How p is printed'],
    Brief: WriteupBrief,
    Reading: WriteupReading,
    Aside: Checklist,
  },
};

/** What a question puts on the screen for a reduction by that method. */
export function readingOf(route: QuestionRoute, method: MethodName): ReadingParts {
  const { questions } = screensOf(method);
  return route in questions ? questions[route as MethodQuestion] : READINGS[route as keyof typeof READINGS];
}
