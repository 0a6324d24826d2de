/** Tables that were given to a study on the start page, until it is open. */
let onTheWay: { readonly study: string; readonly files: readonly File[] } | null = null;

/** Gives tables to a study that is opened next. */
export function sendTables(study: string, files: readonly File[]): void {
  onTheWay = { study, files };
}

/** The tables that were given to a study and are not put away yet. */
export const tablesSentTo = (study: string): readonly File[] =>
  onTheWay?.study === study ? onTheWay.files : [];

/** Puts them away. */
export function putTablesAway(): void {
  onTheWay = null;
}
