/** A rectangle of a picture, in its own pixels, from the upper left corner. */
export interface Region {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** What is known of a band beside its values. */
export interface SceneBand {
  /** In nanometres, where the file tells it. */
  readonly wavelength: number | null;
  /** Of its values, where the file tells it. */
  readonly unit: string | null;
}

/** Where a picture lies on the ground, as the tags of a GeoTIFF say it (OGC GeoTIFF 1.1, 2019). */
export interface ScenePlace {
  readonly pixelScale: readonly number[] | null;
  readonly tiepoint: readonly number[] | null;
  readonly transformation: readonly number[] | null;
  readonly keys: readonly number[] | null;
  readonly doubles: readonly number[] | null;
  readonly ascii: string | null;
}

/** A picture of several bands, whose pixels are a table's rows. */
export interface Scene {
  /** Of the whole picture, in pixels. */
  readonly width: number;
  readonly height: number;
  /** The part that was read, and every how many-th pixel of it along and down. */
  readonly region: Region;
  readonly step: number;
  /** Pixels of these without a value in any band, which are no rows. */
  readonly empty: number;
  /** In the order of the table's columns, which start with them. */
  readonly bands: readonly SceneBand[];
  readonly place: ScenePlace | null;
}

/** The pixels that were read, as a picture of their own: its size, and which row is where. */
export interface SceneGrid {
  readonly width: number;
  readonly height: number;
  /** Row of the table for each pixel, line by line; −1 where there is none. */
  readonly rowAt: Int32Array;
  /** Pixel of each row. */
  readonly pixelOf: Uint32Array;
}

/** What the columns are called that tell where a pixel lies. */
export const PLACE_COLUMNS = ['x', 'y'] as const;

/** Pixels along and down that a step leaves of a region. */
export function gridSize({ region, step }: Pick<Scene, 'region' | 'step'>): {
  readonly width: number;
  readonly height: number;
} {
  return { width: Math.ceil(region.width / step), height: Math.ceil(region.height / step) };
}
