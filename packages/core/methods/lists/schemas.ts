import { componentsSettings, keptSchema } from '../components/schema';
import { discriminantAskSchema, discriminantSettings } from '../discriminant/schema';
import { factorsAskSchema, factorsSettings } from '../factors/schema';
import { neighboursAskSchema, neighboursSettings } from '../neighbours/schema';

/** How every method's settings, and what it was asked when scores were frozen, are checked. */
export const METHOD_SCHEMAS = [
  { method: 'components', settings: componentsSettings, ask: keptSchema },
  { method: 'factors', settings: factorsSettings, ask: factorsAskSchema },
  { method: 'neighbours', settings: neighboursSettings, ask: neighboursAskSchema },
  { method: 'discriminant', settings: discriminantSettings, ask: discriminantAskSchema },
] as const;
