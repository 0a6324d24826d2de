import { columnsSchema, momentsSchema, onWire } from '@wold/core/engines/wire';
import type { EngineWork } from '@wold/core/host';
import { askInLines } from './api';

/** Engines as a worker asks them: by the server. */
export const engineWork: EngineWork = {
  moments: ({ source, table }, asked, progress) =>
    askInLines('moments', momentsSchema, onWire({ source, table, asked }), progress),
  columns: ({ source, table }, labels, progress) =>
    askInLines('columns', columnsSchema, onWire({ source, table, labels }), progress),
};
