import { preparationInputRenamed, type Rename } from '../../preparation/renamed';
import { profileRenamed } from '../names';
import type { FactorRotation, FactorsSettings } from './settings';
import type { FactorsAsk } from './stages';

const rotationRenamed = (rotation: FactorRotation, to: Rename): FactorRotation => ({
  ...rotation,
  target: rotation.target.map(({ measure, factor }) => ({ measure: to(measure), factor })),
});

const turnedRenamed = (turned: FactorsSettings['turned'], to: Rename): FactorsSettings['turned'] =>
  turned.map(({ profile }) => ({ profile: profileRenamed(profile, to) }));

/** Settings where columns are called otherwise. */
export const settingsRenamed = (settings: FactorsSettings, to: Rename): FactorsSettings => ({
  ...settings,
  rotation: rotationRenamed(settings.rotation, to),
  turned: turnedRenamed(settings.turned, to),
  trail: settings.trail.map(({ measures, reason }) => ({ measures: measures.map(to), reason })),
  placed: settings.placed.map(to),
  outcome: settings.outcome === null ? null : to(settings.outcome),
});

/** The question for factors where columns are called otherwise. */
export const askRenamed = (ask: FactorsAsk, to: Rename): FactorsAsk => ({
  ...ask,
  preparation: preparationInputRenamed(ask.preparation, to),
  without: ask.without.map(to),
  rotation: rotationRenamed(ask.rotation, to),
  turned: turnedRenamed(ask.turned, to),
});
