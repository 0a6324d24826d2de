import { COMPONENTS } from '../components/work';
import { DISCRIMINANT } from '../discriminant/work';
import { FACTORS } from '../factors/work';
import { NEIGHBOURS } from '../neighbours/work';
import type { MethodWork } from '../work';

/** What every method does. */
export const WORKS_OF_METHODS: readonly MethodWork[] = [COMPONENTS, FACTORS, NEIGHBOURS, DISCRIMINANT];
