import type { ComponentType } from 'react';
import type { Reduction } from '@wold/core/recipe/schema';
import type { Answer } from './answer';
import { DimensionsBrief } from '../methods/components/dimensions/DimensionsBrief';
import { DimensionsReading } from '../methods/components/dimensions/DimensionsReading';
import { useDimensionsAnswer } from '../methods/components/dimensions/answer';
import { MapBrief } from './map/MapBrief';
import { MapLegend } from './map/MapLegend';
import { MapReading } from './map/MapReading';
import { useMapAnswer } from './map/answer';
import { MeaningAside } from '../methods/components/meaning/MeaningAside';
import { MeaningBrief } from '../methods/components/meaning/MeaningBrief';
import { MeaningReading } from '../methods/components/meaning/MeaningReading';
import { useMeaningAnswer } from '../methods/components/meaning/answer';
import { PreparationBrief } from './preparation/PreparationBrief';
import { PreparationReading } from './preparation/PreparationReading';
import { usePreparationAnswer } from './preparation/answer';
import { SuitabilityBrief } from './suitability/SuitabilityBrief';
import { SuitabilityReading } from './suitability/SuitabilityReading';
import { useSuitabilityAnswer } from './suitability/answer';
import type { QuestionRoute } from './questions';
import { TableBrief } from './table/TableBrief';
import { TableReading } from './table/TableReading';
import { useTableAnswer } from './table/answer';

import { TrustBrief } from '../methods/components/trust/TrustBrief';
import { TrustReading } from '../methods/components/trust/TrustReading';
import { useTrustAnswer } from '../methods/components/trust/answer';

/** What a question puts on the screen. Questions of the study do not look at the reduction they are given. */
export interface ReadingParts {
  readonly Brief: ComponentType<{ reduction: Reduction }>;
  readonly Reading: ComponentType<{ reduction: Reduction }>;
  /** What stands in the lens above the selection. */
  readonly Aside: ComponentType<{ reduction: Reduction }> | null;
  readonly useAnswer: (reduction: Reduction) => Answer;
}

/** Each question's folder, by route. */
export const READINGS: Readonly<Record<QuestionRoute, ReadingParts>> = {
  table: { Brief: TableBrief, Reading: TableReading, Aside: null, useAnswer: useTableAnswer },
  preparation: {
    Brief: PreparationBrief,
    Reading: PreparationReading,
    Aside: null,
    useAnswer: usePreparationAnswer,
  },
  suitability: {
    Brief: SuitabilityBrief,
    Reading: SuitabilityReading,
    Aside: null,
    useAnswer: useSuitabilityAnswer,
  },
  dimensions: {
    Brief: DimensionsBrief,
    Reading: DimensionsReading,
    Aside: null,
    useAnswer: useDimensionsAnswer,
  },
  meaning: { Brief: MeaningBrief, Reading: MeaningReading, Aside: MeaningAside, useAnswer: useMeaningAnswer },
  trust: { Brief: TrustBrief, Reading: TrustReading, Aside: null, useAnswer: useTrustAnswer },
  map: { Brief: MapBrief, Reading: MapReading, Aside: MapLegend, useAnswer: useMapAnswer },
};
