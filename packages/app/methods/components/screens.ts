import { later } from '../../readings/later';
import type { MethodScreens } from '../method';
import { DimensionsBrief } from './dimensions/DimensionsBrief';
import { DimensionLens } from './lens/DimensionLens';
import { RebuiltColumn } from './lens/RebuiltColumn';
import { RowFit } from './lens/RowFit';
import { MapLooks } from './map/MapLooks';
import { useMapMarks } from './map/useMapMarks';
import { MeaningBrief } from './meaning/MeaningBrief';
import { TrustBrief } from './trust/TrustBrief';

const DimensionsReading = later(
  async () => (await import('./dimensions/DimensionsReading')).DimensionsReading,
);
const MeaningReading = later(async () => (await import('./meaning/MeaningReading')).MeaningReading);
const MeaningAside = later(async () => (await import('./meaning/MeaningAside')).MeaningAside);
const TrustReading = later(async () => (await import('./trust/TrustReading')).TrustReading);

export const componentsScreens: MethodScreens = {
  questions: {
    dimensions: { Brief: DimensionsBrief, Reading: DimensionsReading, Aside: null },
    meaning: { Brief: MeaningBrief, Reading: MeaningReading, Aside: MeaningAside },
    trust: { Brief: TrustBrief, Reading: TrustReading, Aside: null },
  },
  lens: { Row: RowFit, Column: RebuiltColumn, Dimension: DimensionLens },
  map: { Looks: MapLooks, useMarks: useMapMarks },
};
