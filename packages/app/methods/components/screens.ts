import type { MethodScreens } from '../method';
import { DimensionsBrief } from './dimensions/DimensionsBrief';
import { DimensionsReading } from './dimensions/DimensionsReading';
import { DimensionLens } from './lens/DimensionLens';
import { RebuiltColumn } from './lens/RebuiltColumn';
import { RowFit } from './lens/RowFit';
import { MapLooks } from './map/MapLooks';
import { useMapMarks } from './map/useMapMarks';
import { MeaningAside } from './meaning/MeaningAside';
import { MeaningBrief } from './meaning/MeaningBrief';
import { MeaningReading } from './meaning/MeaningReading';
import { TrustBrief } from './trust/TrustBrief';
import { TrustReading } from './trust/TrustReading';

export const componentsScreens: MethodScreens = {
  questions: {
    dimensions: { Brief: DimensionsBrief, Reading: DimensionsReading, Aside: null },
    meaning: { Brief: MeaningBrief, Reading: MeaningReading, Aside: MeaningAside },
    trust: { Brief: TrustBrief, Reading: TrustReading, Aside: null },
  },
  lens: { Row: RowFit, Column: RebuiltColumn, Dimension: DimensionLens },
  map: { Looks: MapLooks, useMarks: useMapMarks },
};
