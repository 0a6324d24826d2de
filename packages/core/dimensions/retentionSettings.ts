export const RANDOM_DATA = ['normal', 'permuted'] as const;

/** What random data are: independent normal numbers, or the columns themselves, each shuffled by itself. */
export type RandomData = (typeof RANDOM_DATA)[number];

export interface ParallelSettings {
  readonly data: RandomData;
  readonly simulations: number;
  /** Of the random eigenvalues, from 50 to 99.9. */
  readonly percentile: number;
  readonly seed: number;
}

export interface RetentionSettings extends ParallelSettings {
  /** The share of all variance that the last rule asks for. */
  readonly share: number;
}

export const PLAIN_RETENTION: RetentionSettings = {
  data: 'normal',
  simulations: 200,
  percentile: 95,
  seed: 1,
  share: 0.7,
};

/** What a count of dimensions above random data depends on. */
export const parallelOf = ({ share: _, ...parallel }: RetentionSettings): ParallelSettings => parallel;
