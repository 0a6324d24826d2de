/** A column as an arrow on the map of rows. */
export interface MapArrow {
  readonly measure: string;
  /** Its end, in the units of the map. */
  readonly x: number;
  readonly y: number;
}
