import {
  columnsSchema,
  momentsSchema,
  onWire,
  quartilesSchema,
  repeatsSchema,
} from '@wold/core/engines/wire';
import type { EngineWork } from '@wold/core/host';
import { askInLines } from './api';

/** Engines as a worker asks them: by the server. */
export const engineWork: EngineWork = {
  moments: ({ source, table }, asked, progress) =>
    askInLines('moments', momentsSchema, onWire({ source, table, asked }), progress),
  quartiles: ({ source, table }, asked) =>
    askInLines('quartiles', quartilesSchema, onWire({ source, table, asked }), () => undefined),
  repeats: ({ source, table }, asked) =>
    askInLines('repeats', repeatsSchema, onWire({ source, table, asked }), () => undefined),
  columns: ({ source, table }, labels, progress) =>
    askInLines('columns', columnsSchema, onWire({ source, table, labels }), progress),
};
