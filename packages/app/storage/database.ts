import type { Column } from '@wold/core/table/column';
import Dexie, { type DexieOptions, type EntityTable, type Table as DexieTable } from 'dexie';
import type { Recipe } from '@wold/core/recipe/schema';
import type { Table } from '@wold/core/table/table';
import type { QuestionRoute } from '../readings/questions';
import { packColumns, type PackedColumns } from './packColumns';

/** A study as it is kept: what was decided, and the way there and back. */
export interface StudyRecord {
  readonly id: string;
  readonly name: string;
  /** Key of the file that its table is read from. */
  readonly fileKey: string;
  readonly recipe: Recipe;
  /** Raised with each change of what was decided, in whichever tab; records of earlier versions have none. */
  readonly revision?: number;
  /** Earlier recipes, oldest first, and those undone, newest first. They share their unchanged parts. */
  readonly past: readonly Recipe[];
  readonly future: readonly Recipe[];
  /** The reduction in hand and the one set beside it. */
  readonly hand: string;
  readonly beside: readonly string[];
  /** Questions that were looked at. */
  readonly seen: readonly QuestionRoute[];
  readonly created: number;
  readonly changed: number;
  /** When it was deleted, while that can still be undone. */
  readonly deleted: number | null;
}

/** The rail's answers of a study when last seen, for the list of studies. */
export interface AnswersRecord {
  readonly study: string;
  readonly answers: readonly { readonly route: QuestionRoute; readonly text: string }[];
}

/** A table but for its columns, which are kept some at a time. */
export type TableRecord = Omit<Table, 'columns'>;

/** Columns of a table that stand side by side. */
export interface ColumnsRecord extends PackedColumns {
  /** Key of their table. */
  readonly table: string;
  /** Of the first of them. */
  readonly index: number;
}

/** A file as it was brought, so that it can be read in another way. */
export interface FileRecord {
  readonly key: string;
  readonly name: string;
  readonly content: Blob;
}

export interface ResultRecord {
  readonly key: string;
  readonly result: unknown;
  /** Roughly what it takes in memory: one that is read back with less is not whole. */
  readonly bytes: number;
  readonly used: number;
}

/** Long work that is not at its end: where it stands, and what it shows. */
export interface CourseRecord {
  /** Of its result. */
  readonly key: string;
  readonly state: unknown;
  readonly shown: unknown;
  /** From 0 to 1. */
  readonly done: number;
  readonly used: number;
}

class WoldDatabase extends Dexie {
  studies!: EntityTable<StudyRecord, 'id'>;
  studyTables!: EntityTable<TableRecord, 'key'>;
  tableColumns!: DexieTable<ColumnsRecord, [string, number]>;
  files!: EntityTable<FileRecord, 'key'>;
  results!: EntityTable<ResultRecord, 'key'>;
  courses!: EntityTable<CourseRecord, 'key'>;
  answers!: EntityTable<AnswersRecord, 'study'>;

  constructor(options: DexieOptions = {}) {
    // What is said to be kept is on the disk, whatever becomes of the browser then.
    super('wold', { chromeTransactionDurability: 'strict', ...options });
    this.version(1).stores({ studies: 'id, changed', studyTables: 'key', results: 'key, used' });
    this.version(2).stores({ files: 'key', tableColumns: '[table+index], table' });
    this.version(3).upgrade(async transaction => {
      const kept = transaction.table<{ column: Column }, [string, number]>('tableColumns');
      // One by one: all columns of all tables may be more than fits in memory.
      for (const key of await kept.toCollection().primaryKeys()) {
        const { column, ...place } = (await kept.get(key))!;
        await kept.put({ ...place, columns: [column] } as never);
      }
    });
    this.version(4).upgrade(async transaction => {
      const kept = transaction.table<{ columns: Column[] }, [string, number]>('tableColumns');
      for (const key of await kept.toCollection().primaryKeys()) {
        const { columns, ...place } = (await kept.get(key))!;
        await kept.put({ ...place, ...packColumns(columns) } as never);
      }
    });
    this.version(5)
      .stores({ courses: 'key, used', answers: 'study' })
      .upgrade(async transaction => {
        // They stood in the studies, which each answer wrote anew.
        const studies: readonly { id: string; answers?: object }[] = await transaction
          .table('studies')
          .toArray();
        for (const { id, answers = {} } of studies) {
          const list = Object.entries(answers).map(([route, text]) => ({ route, text: String(text) }));
          await transaction.table('answers').put({ study: id, answers: list });
        }
      });
    this.version(6).stores({ results: 'key, used, bytes' });
  }
}

/** What is kept in this browser; in memory alone where that gives no storage. */
export let database = new WoldDatabase();

/** Why nothing is kept beyond this page; null where it is, or is not known yet. */
let refused: unknown = null;

/** What the browser threw when storage was asked for; null where it gives some. */
export const storageRefused = (): unknown => refused;

/** Where even to ask for storage is refused, nobody asks again: the storage package does, and would be stopped by it. */
function passRefusal(): void {
  try {
    void globalThis.indexedDB;
  } catch {
    Object.defineProperty(globalThis, 'indexedDB', { value: undefined, configurable: true });
  }
}

/** Opens storage, or memory in its stead for as long as the page is open, so that all else goes on as ever. */
export async function openDatabase(): Promise<void> {
  try {
    await database.open();
  } catch (thrown) {
    refused = thrown;
    passRefusal();
    const { IDBFactory, IDBKeyRange } = await import('fake-indexeddb');
    database = new WoldDatabase({ indexedDB: new IDBFactory(), IDBKeyRange });
  }
}
