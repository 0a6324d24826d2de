import { lazy, type ComponentType } from 'react';

const loads: (() => Promise<unknown>)[] = [];

/** A component whose code is loaded when it is first shown, or by {@link loadAll} before. */
export function later<Props>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
  loads.push(load);
  return lazy(async () => ({ default: (await load()) as ComponentType<object> })) as never;
}

/** Loads what may be shown, so that going to a question shows it at once. */
export function loadAll(): void {
  for (const load of loads) void load();
}
