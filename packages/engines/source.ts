import { existsSync, statSync } from 'node:fs';
import type { Engine } from '@wold/core/engines/engine';
import { Problem } from '@wold/core/problem';
import { PLAIN_LIMITS, type Limits } from './asked';
import type { Part } from './part';

/** Where tables lie that stay where they are. No address of it is ever told. */
export interface Source extends Omit<Part, 'open'> {
  readonly name: string;
  /** Of several parts that do not know each other, of which each table's moments are added up. */
  readonly parts: number;
  /** The table in each part, opened. @throws Problem where a part has no such table, or cannot be reached */
  readonly open: (table: string, limits?: Limits) => Promise<Engine[]>;
}

/**
 * Sources from what was given, as NAME=address each: a folder, postgres://…, clickhouse+http://…, or env:VARIABLE for an
 * address that the environment holds. Equal names are parts of one source.
 *
 * @throws Problem for what is no source
 */
export async function sourcesOf(
  given: readonly string[],
  environment: Readonly<Record<string, string | undefined>> = process.env,
): Promise<Source[]> {
  const parts = new Map<string, Part[]>();
  for (const text of given) {
    const [, name, address] = /^([^=]+)=(.+)$/.exec(text) ?? [];
    if (name === undefined || address === undefined) {
      throw new Problem(
        'a source is given as NAME=address',
        'The address is a folder, postgres://…, clickhouse+http://…, or env:VARIABLE.',
        '--source',
      );
    }
    parts.set(name, [...(parts.get(name) ?? []), await partOf(name, resolved(name, address, environment))]);
  }
  return [...parts].map(([name, of]) => joined(name, of));
}

function resolved(
  name: string,
  address: string,
  environment: Readonly<Record<string, string | undefined>>,
): string {
  if (!address.startsWith('env:')) return address;
  const variable = address.slice('env:'.length);
  const value = environment[variable];
  if (value !== undefined && value !== '') return value;
  throw new Problem(
    `the environment has no variable ${variable}`,
    'Set it to the address.',
    `source ${name}`,
  );
}

// Engines are loaded where they are asked for.
async function partOf(name: string, address: string): Promise<Part> {
  if (/^postgres(ql)?:\/\//.test(address)) return (await import('./postgres')).postgresPart(address);
  if (/^clickhouse\+https?:\/\//.test(address)) return (await import('./clickhouse')).clickhousePart(address);
  if (existsSync(address) && statSync(address).isDirectory()) {
    const { filesIn, openFile } = await import('./duckdb');
    return {
      kind: 'files',
      writes: null,
      tables: () => filesIn(address),
      open: (table, limits) => openFile(address, table, limits),
    };
  }
  throw new Problem(
    'its address is neither a folder nor postgres://… nor clickhouse+http://…',
    'Check the source.',
    `source ${name}`,
  );
}

function joined(name: string, parts: readonly Part[]): Source {
  const [first] = parts as [Part];
  return {
    name,
    kind: first.kind,
    parts: parts.length,
    tables: limits => first.tables(limits),
    // Where the parts are several, a table of scores would have to be made in each.
    writes: parts.length === 1 ? first.writes : null,
    open: async (table, limits = PLAIN_LIMITS) => {
      const opened: Engine[] = [];
      try {
        for (const part of parts) opened.push(await part.open(table, limits));
        return opened;
      } catch (thrown) {
        for (const engine of opened) await engine.close();
        throw thrown;
      }
    },
  };
}

/** The source of that name. @throws Problem where there is none */
export function sourceNamed(sources: readonly Source[], name: string): Source {
  const found = sources.find(source => source.name === name);
  if (found !== undefined) return found;
  throw new Problem(
    `there is no source “${name}” here`,
    `Start Wold with --source ${/^[\w.-]+$/.test(name) ? name : `'${name}'`}=… (a folder, postgres://…, clickhouse+http://…).`,
  );
}
