import type { Host } from '../host';
import type { Table } from '../table/table';
import type { Stage } from './stage';

/** What the work of a stage is done on and with. */
export interface Bench {
  readonly table: Table;
  readonly host: Host;
  /** The result of a stage that this one rests on, at hand or computed. */
  readonly need: <Ask extends object, Out>(stage: Stage<Ask, Out>, ask: Ask, host?: Host) => Promise<Out>;
}
