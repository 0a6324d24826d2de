import { later } from '../../readings/later';
import type { MethodScreens } from '../method';
import { NeighboursBrief } from './dimensions/NeighboursBrief';
import { AxisLens } from './lens/AxisLens';
import { RowNeighbours } from './lens/RowNeighbours';
import { PlacedNote } from './map/PlacedNote';
import { UnderMap } from './map/UnderMap';
import { useNeighbourMarks } from './map/useNeighbourMarks';
import { useRowFigures } from './map/useRowFigures';
import { ApartBrief } from './meaning/ApartBrief';
import { TruenessBrief } from './trust/TruenessBrief';

const NeighbourhoodReading = later(
  async () => (await import('./dimensions/NeighbourhoodReading')).NeighbourhoodReading,
);
const ApartReading = later(async () => (await import('./meaning/ApartReading')).ApartReading);
const TruenessReading = later(async () => (await import('./trust/TruenessReading')).TruenessReading);

const Nothing = (): null => null;

export const neighboursScreens: MethodScreens<'neighbours'> = {
  questions: {
    dimensions: {
      words: [
        'How the map is laid out',
        'How many dimensions the map has',
        'Which measures are reduced',
        'How distances are taken',
        'Where rows start from',
        'The seed of random numbers',
      ],
      Brief: NeighboursBrief,
      Reading: NeighbourhoodReading,
      Aside: null,
    },
    meaning: {
      words: ['Which rows are held against the others'],
      Brief: ApartBrief,
      Reading: ApartReading,
      Aside: null,
    },
    trust: {
      words: ['How many of the nearest of each row are looked at'],
      Brief: TruenessBrief,
      Reading: TruenessReading,
      Aside: null,
    },
  },
  lens: { Row: RowNeighbours, Column: Nothing, Dimension: AxisLens },
  map: {
    Looks: Nothing,
    useMarks: useNeighbourMarks,
    Under: UnderMap,
    Placed: PlacedNote,
    figures: [
      { name: 'neighbours kept', when: 'Pale rows are not where the table has them.' },
      { name: 'trustworthiness', when: 'Pale rows have neighbours on the map alone.' },
      { name: 'continuity', when: 'Pale rows were torn from their neighbours.' },
      { name: 'label agreement', when: 'Of the nearest on the map, those with the row’s own label.' },
      {
        name: 'moves by seed',
        when: 'Dark rows lie elsewhere by five other seeds, which takes as long as five maps.',
      },
    ],
    useRowFigures,
  },
};
