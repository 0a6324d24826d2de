import { METHODS } from './lists/methods';
import type { AnyMethod } from './method';

/** What an analyst decides of a reduction, by its method. */
export type MethodSettings = ReturnType<(typeof METHODS)[number]['fresh']>;
export type MethodName = MethodSettings['method'];
/** What the method of some settings is asked. */
export type AskOfMethod<S extends MethodSettings> = ReturnType<
  Extract<(typeof METHODS)[number], { readonly name: S['method'] }>['ask']
>;

type Intersected<Union> = (Union extends unknown ? (one: Union) => void : never) extends (
  all: infer All,
) => void
  ? All
  : never;

/** The stages of all methods, by name. */
export const METHOD_STAGES = Object.assign({}, ...METHODS.map(({ stages }) => stages)) as Intersected<
  (typeof METHODS)[number]['stages']
>;

/** The method of that name. @throws RangeError where there is none */
export function methodNamed(name: string): AnyMethod {
  const method: AnyMethod | undefined = METHODS.find(other => other.name === name);
  if (method === undefined) throw new RangeError(`There is no method called “${name}”.`);
  return method;
}
