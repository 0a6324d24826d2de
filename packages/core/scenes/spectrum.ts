import { isMissing, type NumberColumn } from '../table/column';
import { momentsOf } from '../table/moments';

/** Mean and standard deviation (divisor n − 1) of each band. */
export interface Spectrum {
  readonly means: Float64Array;
  readonly sds: Float64Array;
}

/** Over some pixels, or all; entries that are missing have no say, and a band without any, or of one, has NaN. */
export function spectrumOf(bands: readonly NumberColumn[], rows: readonly number[] | null): Spectrum {
  const moments = bands.map(band => {
    const count = rows?.length ?? band.values.length;
    const values = new Float64Array(count);
    let present = 0;
    for (let i = 0; i < count; i++) {
      const row = rows === null ? i : rows[i]!;
      if (!isMissing(band, row)) values[present++] = band.values[row]!;
    }
    return momentsOf(values.subarray(0, present));
  });
  return {
    means: Float64Array.from(moments, ({ mean, shift }) => mean + shift),
    sds: Float64Array.from(moments, ({ squares, present }) =>
      present > 1 ? Math.sqrt(squares / (present - 1)) : NaN,
    ),
  };
}
