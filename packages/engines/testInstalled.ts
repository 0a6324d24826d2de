import { clickhouseProgram } from './testClickhouse';
import { postgresPrograms } from './testPostgres';

const INSTALLED = {
  PostgreSQL: () => postgresPrograms() !== null,
  ClickHouse: () => clickhouseProgram() !== undefined,
} as const;

/**
 * Whether every engine that a test is of is installed; where it is not, the test is to be counted as skipped.
 *
 * @param of what the test is of; a name that starts with no engine's needs none
 * @throws Error in CI, where none may be missing
 */
export function areInstalled(...of: readonly string[]): boolean {
  const missing = Object.entries(INSTALLED).find(
    ([engine, isInstalled]) => of.some(name => name.startsWith(engine)) && !isInstalled(),
  );
  if (missing !== undefined && process.env.CI) {
    throw new Error(`${missing[0]} is not installed, and CI leaves no test out.`);
  }
  return missing === undefined;
}

/** What a test that was skipped would throw. */
export const notInstalled = (): Error => new Error('The engine of this test is not installed.');
