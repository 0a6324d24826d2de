import { componentsMethod } from '../components/method';

/** Every method, as page and recipes know it. */
export const METHODS = [componentsMethod] as const;
