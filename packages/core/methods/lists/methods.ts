import { componentsMethod } from '../components/method';
import { factorsMethod } from '../factors/method';

/** Every method, as page and recipes know it. */
export const METHODS = [componentsMethod, factorsMethod] as const;
