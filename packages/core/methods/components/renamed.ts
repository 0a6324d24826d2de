import { preparationInputRenamed, type Rename } from '../../preparation/renamed';
import type { ComponentsSettings } from './settings';
import type { Kept } from './stages';

const orNull = (name: string | null, to: Rename) => (name === null ? null : to(name));

/** Settings where columns are called otherwise. */
export const settingsRenamed = (settings: ComponentsSettings, to: Rename): ComponentsSettings => ({
  ...settings,
  placed: settings.placed.map(to),
  groupsBy: orNull(settings.groupsBy, to),
  outcome: orNull(settings.outcome, to),
});

/** The question for kept dimensions where columns are called otherwise. */
export const keptRenamed = (kept: Kept, to: Rename): Kept => ({
  ...kept,
  preparation: preparationInputRenamed(kept.preparation, to),
  without: kept.without.map(to),
});
