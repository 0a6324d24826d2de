import { componentsMethod } from './components/method';
import type { AnyMethod } from './method';

/** Every method. One is added here, to the schemas and to the works beside this, and to the app's. */
export const METHODS = [componentsMethod] as const;

/** What an analyst decides of a reduction, by its method. */
export type MethodSettings = ReturnType<(typeof METHODS)[number]['fresh']>;
export type MethodName = MethodSettings['method'];
/** What the method of some settings is asked. */
export type AskOfMethod<S extends MethodSettings> = ReturnType<
  Extract<(typeof METHODS)[number], { readonly name: S['method'] }>['ask']
>;

/** The method of that name. @throws RangeError where there is none */
export function methodNamed(name: string): AnyMethod {
  const method: AnyMethod | undefined = METHODS.find(other => other.name === name);
  if (method === undefined) throw new RangeError(`There is no method called “${name}”.`);
  return method;
}
