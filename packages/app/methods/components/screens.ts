import { later } from '../../readings/later';
import type { MethodScreens } from '../method';
import { DimensionsBrief } from './dimensions/DimensionsBrief';
import { DimensionLens } from './lens/DimensionLens';
import { RebuiltColumn } from './lens/RebuiltColumn';
import { RowFit } from './lens/RowFit';
import { MapLooks } from './map/MapLooks';
import { useMapMarks } from './map/useMapMarks';
import { MeaningBrief } from './meaning/MeaningBrief';
import { AGAIN_WORDS } from '../parts/trust/AgainWords';
import { TrustBrief } from './trust/TrustBrief';

const DimensionsReading = later(
  async () => (await import('./dimensions/DimensionsReading')).DimensionsReading,
);
const MeaningReading = later(async () => (await import('./meaning/MeaningReading')).MeaningReading);
const MeaningAside = later(async () => (await import('./meaning/MeaningAside')).MeaningAside);
const TrustReading = later(async () => (await import('./trust/TrustReading')).TrustReading);

export const componentsScreens: MethodScreens<'components'> = {
  questions: {
    dimensions: {
      words: [
        'What is decomposed',
        'Which measures are reduced',
        'How many dimensions to keep',
        'How the kept dimensions are rotated',
      ],
      Brief: DimensionsBrief,
      Reading: DimensionsReading,
      Aside: null,
    },
    meaning: {
      words: ['Which other columns are placed on the dimensions', 'What becomes of small loadings'],
      Brief: MeaningBrief,
      Reading: MeaningReading,
      Aside: MeaningAside,
    },
    trust: {
      words: [
        'Share of rows within each limit, in per cent',
        'The columns whose equal entries, all together, mark repeats',
        'The label whose levels are compared',
        ...AGAIN_WORDS,
      ],
      Brief: TrustBrief,
      Reading: TrustReading,
      Aside: null,
    },
  },
  lens: { Row: RowFit, Column: RebuiltColumn, Dimension: DimensionLens },
  map: { Looks: MapLooks, sizes: true, useMarks: useMapMarks },
};
