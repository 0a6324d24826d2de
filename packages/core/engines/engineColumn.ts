/** A column as an engine tells of it. */
export interface EngineColumn {
  readonly name: string;
  /** As the engine calls it. */
  readonly type: string;
  /** Whether it can be brought to a double: numbers and booleans. */
  readonly isNumber: boolean;
  readonly isBoolean: boolean;
}
