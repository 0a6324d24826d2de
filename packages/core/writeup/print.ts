import { fixed, percent as share } from './format';

/** How figures of a report are printed: chosen once for all of it. */
export interface PrintStyle {
  /** Of correlations, loadings and the like, which are 1 at most. */
  readonly decimals: number;
  /** Whether these have a zero before the point. */
  readonly zero: boolean;
  /** p as it is to three decimals, or as the least usual level that it is under. */
  readonly p: 'exact' | 'levels';
}

export const PLAIN_PRINT: PrintStyle = { decimals: 2, zero: false, p: 'exact' };

/** Figures as a report prints them. */
export interface Printed {
  /** A loading, a correlation, a share of 1. */
  readonly coefficient: (value: number) => string;
  /** A number with one decimal more than these. */
  readonly finer: (value: number) => string;
  readonly percent: (share: number, decimals?: number) => string;
  /** With its sign: = .032, < .001. */
  readonly p: (value: number) => string;
}

const LEVELS = [0.001, 0.01, 0.05];

/** @param style of the report */
export function printed({ decimals, zero, p }: PrintStyle): Printed {
  const bare = (text: string): string => (zero ? text : text.replace(/^(−?)0\./, '$1.'));
  const rounded = (value: number, places: number): string => {
    const text = fixed(value, places);
    // What rounds to nothing has no sign.
    return bare(/^−0(\.0*)?$/.test(text) ? text.slice(1) : text);
  };
  return {
    coefficient: value => rounded(value, decimals),
    finer: value => rounded(value, decimals + 1),
    percent: (value, places = 1) => share(value, places),
    p: value => {
      if (!Number.isFinite(value)) return '= –';
      if (p === 'exact') return value < 0.001 ? `<\u00a0${bare('0.001')}` : `=\u00a0${bare(fixed(value, 3))}`;
      const level = LEVELS.find(one => value < one);
      return level === undefined ? `≥\u00a0${bare('0.05')}` : `<\u00a0${bare(String(level))}`;
    },
  };
}
