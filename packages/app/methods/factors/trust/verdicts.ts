import type { Factors } from '@wold/core/methods/factors/factors';
import { count, fixed, pEquation, percent } from '@wold/core/writeup/format';
import type { TabledVerdict } from '../../../readings/VerdictTable';
import { GOOD_FIT } from './rules';

const without = (value: number): string => fixed(value, 3).replace(/^(−?)0/, '$1');

/** How the factors fit, figure by figure. */
export function fitVerdicts(factors: Factors): TabledVerdict[] {
  const { fit, residuals, n, rotated, heywood } = factors;
  const own: TabledVerdict[] = [
    {
      name: 'SRMR',
      value: without(residuals.srmr),
      good: residuals.srmr <= GOOD_FIT.srmr,
      follows:
        residuals.srmr <= GOOD_FIT.srmr
          ? 'The factors reproduce the correlations closely.'
          : 'The factors miss much of the correlations: see the largest residuals.',
      rule: 'root mean square of the residuals; up to .08 (Hu and Bentler 1999)',
    },
    {
      name: 'Residuals beyond ±.05',
      value: percent(residuals.beyond, 1),
      good: residuals.beyond < GOOD_FIT.residuals,
      follows:
        residuals.beyond < GOOD_FIT.residuals
          ? 'Few pairs share more than the factors say.'
          : 'Half of the pairs are missed: the number of factors may be too small.',
      rule: 'under half of the pairs, by a rule of thumb of the field',
    },
    {
      name: 'Improper values',
      value: heywood.length === 0 ? 'none' : count(heywood.length, 'Heywood case'),
      good: heywood.length === 0,
      follows:
        heywood.length === 0
          ? 'Every measure has variance of its own.'
          : `A communality of 1 or more (${heywood.map(j => factors.measures[j]!).join(', ')}): keep fewer factors, or set it aside.`,
      rule: 'communalities under 1 (Heywood 1931)',
    },
    {
      name: 'Convergence',
      value: factors.extraction.converged && rotated.converged ? 'yes' : 'no',
      good: factors.extraction.converged && rotated.converged,
      follows: `Extracted in ${count(factors.extraction.iterations, 'iteration')}${factors.extraction.converged ? '' : ', not settled'}; rotated from ${count(rotated.starts, 'start')}, ${rotated.reached} at the best of ${count(rotated.optima, 'end')}${rotated.converged ? '' : ', not settled'}.`,
      rule: 'every start’s end is compared, the best is kept',
    },
  ];
  if (fit === null) return [untested(n, factors), ...own];
  const { df, plain, corrected } = fit;
  const tested = df > 0;
  return [
    {
      name: 'χ², Bartlett’s correction',
      value: `${fixed(corrected.value, 1)}, ${df} df, p\u00a0${pEquation(corrected.p)}`,
      good: tested && !Number.isNaN(corrected.p) ? corrected.p >= 0.05 : null,
      follows: !tested
        ? 'No degrees of freedom are left to test with.'
        : corrected.p >= 0.05
          ? 'The residuals may be chance.'
          : 'More is left than chance: with many rows nearly any model is refused.',
      rule: 'p of .05 and over (Bartlett 1951)',
    },
    {
      name: 'χ² without correction',
      value: `${fixed(plain.value, 1)}, p\u00a0${pEquation(plain.p)}`,
      good: null,
      follows: 'What the figures below rest on.',
      rule: '(n − 1) times the discrepancy',
    },
    {
      name: 'RMSEA',
      value: Number.isNaN(fit.rmsea)
        ? '–'
        : `${without(fit.rmsea)} (90 % interval ${without(fit.rmseaLow)} to ${without(fit.rmseaHigh)})`,
      good: Number.isNaN(fit.rmsea) ? null : fit.rmsea <= GOOD_FIT.rmsea,
      follows: Number.isNaN(fit.rmsea)
        ? 'It needs degrees of freedom.'
        : fit.rmsea <= 0.05
          ? 'A close fit for each degree of freedom.'
          : fit.rmsea <= GOOD_FIT.rmsea
            ? 'A fair fit for each degree of freedom.'
            : 'A poor fit for each degree of freedom: another factor, or a pair of like items.',
      rule: 'close to .05, fair to .08 (Steiger and Lind 1980; Browne and Cudeck 1993); over n − 1',
    },
    incremental('TLI', fit.tli, 'Tucker and Lewis 1973'),
    incremental('CFI', fit.cfi, 'Bentler 1990'),
    {
      name: 'BIC',
      value: fixed(fit.bic, 1),
      good: null,
      follows: 'The smaller, the better; for other numbers of factors of the same measures.',
      rule: 'χ² − df ln n (Schwarz 1978)',
    },
    ...own,
  ];
}

function incremental(name: string, value: number, source: string): TabledVerdict {
  return {
    name,
    value: Number.isNaN(value) ? '–' : without(value),
    good: Number.isNaN(value) ? null : value >= GOOD_FIT.incremental,
    follows: Number.isNaN(value)
      ? 'It needs degrees of freedom.'
      : value >= GOOD_FIT.incremental
        ? 'Far better than measures that share nothing.'
        : value >= 0.9
          ? 'Better than measures that share nothing, by less than is asked for.'
          : 'Not far enough from measures that share nothing.',
    rule: `.95 and over, .90 by an older rule (${source}; Hu and Bentler 1999)`,
  };
}

function untested(n: number | null, { heywood }: Factors): TabledVerdict {
  return {
    name: 'χ², RMSEA, TLI, CFI, BIC',
    value: '–',
    good: null,
    follows:
      n === null
        ? 'They need the number of rows: give it in question 1.'
        : heywood.length > 0
          ? 'A Heywood case leaves the model’s correlations without an inverse.'
          : 'They need correlations that have an inverse: set aside a measure that others make up.',
    rule: 'by the discrepancy of maximum likelihood',
  };
}
