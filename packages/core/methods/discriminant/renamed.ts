import { preparationInputRenamed, type Rename } from '../../preparation/renamed';
import type { DiscriminantSettings } from './settings';
import type { DiscriminantAsk } from './stages';

const orNull = (name: string | null, to: Rename) => (name === null ? null : to(name));

/** Settings where columns are called otherwise. */
export const settingsRenamed = (settings: DiscriminantSettings, to: Rename): DiscriminantSettings => ({
  ...settings,
  label: orNull(settings.label, to),
});

/** The question for axes where columns are called otherwise. */
export const askRenamed = (ask: DiscriminantAsk, to: Rename): DiscriminantAsk => ({
  ...ask,
  preparation: preparationInputRenamed(ask.preparation, to),
  without: ask.without.map(to),
  label: orNull(ask.label, to),
});
