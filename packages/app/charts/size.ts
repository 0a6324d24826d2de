/** In CSS pixels. */
export interface Size {
  readonly width: number;
  readonly height: number;
}
