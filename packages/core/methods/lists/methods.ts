import { componentsMethod } from '../components/method';
import { discriminantMethod } from '../discriminant/method';
import { factorsMethod } from '../factors/method';
import { neighboursMethod } from '../neighbours/method';

/** Every method, as page and recipes know it. */
export const METHODS = [componentsMethod, factorsMethod, neighboursMethod, discriminantMethod] as const;
