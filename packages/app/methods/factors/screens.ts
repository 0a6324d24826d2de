import { later } from '../../readings/later';
import type { MethodScreens } from '../method';
import { FactorsBrief } from './dimensions/FactorsBrief';
import { FactorLens } from './lens/FactorLens';
import { MeasureOnFactors } from './lens/MeasureOnFactors';
import { RowOnFactors } from './lens/RowOnFactors';
import { FactorMapLooks } from './map/FactorMapLooks';
import { useFactorMarks } from './map/useFactorMarks';
import { FactorMeaningBrief } from './meaning/FactorMeaningBrief';
import { FitBrief } from './trust/FitBrief';

const FactorNumberReading = later(
  async () => (await import('./dimensions/FactorNumberReading')).FactorNumberReading,
);
const FactorMeaningReading = later(
  async () => (await import('./meaning/FactorMeaningReading')).FactorMeaningReading,
);
const FactorMeaningAside = later(
  async () => (await import('./meaning/FactorMeaningAside')).FactorMeaningAside,
);
const FitReading = later(async () => (await import('./trust/FitReading')).FitReading);

/** The words that settle factors, in every brief of theirs. */
const WORDS = [
  'Which measures are reduced',
  'How factors are extracted',
  'How many factors to keep',
  'How factors are rotated',
];

export const factorsScreens: MethodScreens<'factors'> = {
  questions: {
    dimensions: { words: WORDS, Brief: FactorsBrief, Reading: FactorNumberReading, Aside: null },
    meaning: {
      words: ['What becomes of small loadings', 'The size under which loadings fade'],
      Brief: FactorMeaningBrief,
      Reading: FactorMeaningReading,
      Aside: FactorMeaningAside,
    },
    trust: { words: [], Brief: FitBrief, Reading: FitReading, Aside: null },
  },
  lens: { Row: RowOnFactors, Column: MeasureOnFactors, Dimension: FactorLens },
  map: { Looks: FactorMapLooks, useMarks: useFactorMarks },
};
