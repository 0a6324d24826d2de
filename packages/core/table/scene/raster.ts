import type { NumberValues } from '../column';
import type { SceneFile } from '../table';
import type { ScenePlace } from './scene';

/** A band of a picture as its file has it. */
export interface RasterBand {
  readonly name: string;
  readonly wavelength: number | null;
  readonly unit: string | null;
  /** Room for so many of its values. */
  readonly room: (length: number) => NumberValues;
  /** What stands for no value, beside NaN. */
  readonly noData: number | null;
}

/** A part of a picture that is read at once, in its pixels. */
export interface Tile {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Values of one band in a tile: that of the pixel (i, j) stands at first + i · along + j · down. */
export interface BandBlock {
  readonly values: NumberValues;
  readonly first: number;
  readonly along: number;
  readonly down: number;
}

/** A picture that is read by tiles from where it lies. */
export interface Raster {
  readonly kind: SceneFile;
  readonly width: number;
  readonly height: number;
  readonly bands: readonly RasterBand[];
  readonly place: ScenePlace | null;
  /** All parts of the picture, which together cover it. */
  readonly tiles: readonly Tile[];
  /** The bands of a part, in the order of `bands`. */
  readonly read: (tile: Tile) => Promise<readonly BandBlock[]>;
}
