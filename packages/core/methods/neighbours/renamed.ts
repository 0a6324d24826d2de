import { preparationInputRenamed, type Rename } from '../../preparation/renamed';
import type { NeighboursSettings } from './settings';
import type { NeighboursAsk } from './question';

/** Settings where columns are called otherwise. */
export const settingsRenamed = (settings: NeighboursSettings, to: Rename): NeighboursSettings => {
  const { apart } = settings;
  if (apart === null || apart === 'selected') return settings;
  return { ...settings, apart: { ...apart, column: to(apart.column) } };
};

/** The question for a map where columns are called otherwise. */
export const askRenamed = (ask: NeighboursAsk, to: Rename): NeighboursAsk => ({
  ...ask,
  preparation: preparationInputRenamed(ask.preparation, to),
  without: ask.without.map(to),
});
