import type { MethodName } from '@wold/core/methods/all';
import { METHOD_SCREENS } from '../methods/screens';
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

const MapReading = later(async () => (await import('./map/MapReading')).MapReading);

/** Of the questions that look alike whatever the method. */
const READINGS: Readonly<Record<Exclude<QuestionRoute, MethodQuestion>, ReadingParts>> = {
  table: { Brief: TableBrief, Reading: TableReading, Aside: null },
  preparation: { Brief: PreparationBrief, Reading: PreparationReading, Aside: null },
  suitability: { Brief: SuitabilityBrief, Reading: SuitabilityReading, Aside: null },
  map: { Brief: MapBrief, Reading: MapReading, Aside: MapLegend },
};

/** What a question puts on the screen for a reduction by that method. */
export function readingOf(route: QuestionRoute, method: MethodName): ReadingParts {
  const { questions } = METHOD_SCREENS[method];
  return route in questions ? questions[route as MethodQuestion] : READINGS[route as keyof typeof READINGS];
}
