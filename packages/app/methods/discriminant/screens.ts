import { later } from '../../readings/later';
import type { MethodScreens } from '../method';
import { AxesBrief } from './dimensions/AxesBrief';
import { AxisOfGroups } from './lens/AxisOfGroups';
import { MeasureOnAxes } from './lens/MeasureOnAxes';
import { RowTold } from './lens/RowTold';
import { AxesMapLooks } from './map/AxesMapLooks';
import { UnderAxes } from './map/UnderAxes';
import { useAxesMarks } from './map/useAxesMarks';
import { AxesMeaningBrief } from './meaning/AxesMeaningBrief';
import { AGAIN_WORDS } from '../parts/trust/AgainWords';
import { ToldBrief } from './trust/ToldBrief';

const AxesReading = later(async () => (await import('./dimensions/AxesReading')).AxesReading);
const AxesMeaningReading = later(
  async () => (await import('./meaning/AxesMeaningReading')).AxesMeaningReading,
);
const ToldReading = later(async () => (await import('./trust/ToldReading')).ToldReading);

/** The words that settle axes, in every brief of theirs. */
const WORDS = [
  'The label whose levels are parted',
  'Which levels are placed and not used',
  'Which measures are reduced',
  'How many axes to keep',
  'When the covariance within groups is shrunk',
];

export const discriminantScreens: MethodScreens<'discriminant'> = {
  questions: {
    dimensions: { words: WORDS, Brief: AxesBrief, Reading: AxesReading, Aside: null },
    meaning: {
      words: ['The size under which entries fade'],
      Brief: AxesMeaningBrief,
      Reading: AxesMeaningReading,
      Aside: null,
    },
    trust: {
      words: [
        'How likely groups are beforehand',
        'In how many parts rows are held out',
        'The seed of the parts',
        ...AGAIN_WORDS,
      ],
      Brief: ToldBrief,
      Reading: ToldReading,
      Aside: null,
    },
  },
  lens: { Row: RowTold, Column: MeasureOnAxes, Dimension: AxisOfGroups },
  map: { Looks: AxesMapLooks, useMarks: useAxesMarks, Under: UnderAxes },
};
