import { coefficient, count, figure, fixed, inWords, pEquation, percent } from '../../writeup/format';
import { givenName, type NamedDimension } from '../../writeup/dimensionName';
import { leadCounts } from '../leading';
import type { ReductionOutput } from '../work';
import type { Factors } from './factors';
import { CORRELATED, meanPhi, remarksOn } from './remarks';
import { fadeOf } from './salience';
import type { FactorRotation, FactorsSettings } from './settings';

type Output = ReductionOutput<Factors, FactorsSettings>;

const KINDS = {
  pearson: 'Pearson’s correlations',
  spearman: 'Spearman’s rank correlations',
  polychoric: 'polychoric correlations',
} as const;

const EXTRACTED = {
  'principal-axis': 'by iterated principal axes, started from squared multiple correlations',
  'minimum-residual': 'by minimum residual (Harman and Jones 1966)',
  'maximum-likelihood': 'by maximum likelihood (Lawley and Maxwell 1971; Jöreskog 1967)',
} as const;

const SCORED = {
  regression: 'by regression (Thurstone 1935)',
  bartlett: 'by Bartlett’s weighted least squares (1937)',
  'correlation-preserving':
    'such that they correlate as the factors do (ten Berge, Krijnen, Wansbeek and Shapiro 1999)',
} as const;

/** How a rotation is told of. */
export function rotationWords({ method, normalise, power, gamma, epsilon }: FactorRotation): string {
  const by = {
    none: 'not rotated',
    varimax: 'rotated orthogonally by varimax (Kaiser 1958)',
    quartimax: 'rotated orthogonally by quartimax (Crawford and Ferguson 1970, κ = 0)',
    equamax: 'rotated orthogonally by equamax (Crawford and Ferguson 1970)',
    promax: `rotated obliquely by promax of power ${power} (Hendrickson and White 1964)`,
    oblimin: `rotated obliquely by direct oblimin, γ = ${figure(gamma)} (Jennrich and Sampson 1966)`,
    geomin: `rotated obliquely by geomin, ε = ${figure(epsilon)} (Yates 1987)`,
    target: 'rotated obliquely to a partly specified target (Browne 1972)',
  }[method];
  if (method === 'none') return by;
  return `${by}, ${normalise ? 'with' : 'without'} Kaiser’s normalisation`;
}

/** What a report calls a factor, counted from 1. */
export const factorName = (names: readonly NamedDimension[], factor: number): string =>
  givenName(names, factor) ?? `Factor ${factor}`;

const listed = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`;

/** How the factors were come by: the sentences of a methods section. */
export function methodsParagraph({ result, settings }: Output): string {
  const { measures, n, rotated, kind, smoothing, extraction } = result;
  const m = rotated.pattern.columns;
  const { keep, retention, rotation, trail } = settings;
  const rows = n === null ? '' : ` (n = ${n.toLocaleString('en')})`;
  const settled =
    keep === 'parallel'
      ? `Their number, ${inWords(m)}, is that of parallel analysis of common factors (Horn 1965; Humphreys and Montanelli 1975; ${retention.simulations} tables of ${retention.data === 'normal' ? 'random normal numbers' : 'shuffled columns'}, ${retention.percentile}th percentile).${result.note === null ? '' : ` ${result.note}`}`
      : `${capital(inWords(m))} ${m === 1 ? 'factor was' : 'factors were'} kept.`;
  const starts =
    rotated.starts > 1
      ? ` Of ${rotated.starts} starts of the rotation ${rotated.reached} ended at the best of ${count(rotated.optima, 'end')}.`
      : '';
  return [
    `Common factors of ${KINDS[kind]} of ${count(measures.length, 'measure')}${rows} were extracted ${EXTRACTED[settings.extraction]} in ${count(extraction.iterations, 'iteration')}.`,
    ...(smoothing.raised > 0
      ? [
          `The correlations had ${count(smoothing.raised, 'negative eigenvalue')}, which ${smoothing.raised === 1 ? 'was' : 'were'} raised above 0 (Knol and ten Berge 1989); no correlation changed by more than ${fixed(smoothing.change, 3)}.`,
        ]
      : []),
    settled,
    m > 1 ? `They were ${rotationWords(rotation)}.${starts}` : '',
    `Scores are estimated ${SCORED[settings.scoring]}.`,
    ...trail.map(
      ({ measures: out, reason }, step) =>
        `${step === 0 ? 'First' : 'Then'} ${listed(out)} ${out.length === 1 ? 'was' : 'were'} set aside${reason === '' ? '' : ` (${reason})`}.`,
    ),
  ]
    .filter(Boolean)
    .join(' ');
}

/** What was found: the sentences of a results section. */
export function resultsParagraph({ result, settings, names, wordings }: Output): string {
  const { communalities, jointShare, rotated, residuals, fit, structureSquares, reliabilities, scores } =
    result;
  const { pattern, phi, oblique } = rotated;
  const m = pattern.columns;
  const name = (d: number) => factorName(names, d + 1);
  const [least, most] = [...communalities].reduce(
    ([low, high], value) => [Math.min(low, value), Math.max(high, value)],
    [Infinity, -Infinity],
  );
  const counts = leadCounts(pattern);
  const remarks = remarksOn(result, fadeOf(settings, result.n));
  const strongest = (d: number) => {
    const sizes = Array.from(result.measures, (_, j) => Math.abs(pattern.values[d * pattern.rows + j]!));
    const j = sizes.indexOf(sizes.reduce((a, b) => Math.max(a, b), 0));
    const measure = result.measures[j]!;
    const wording = wordings.get(measure);
    return `${wording === undefined ? measure : `“${wording}”`}, ${coefficient(pattern.values[d * pattern.rows + j]!)}`;
  };
  const pairs = Array.from({ length: m }, (_, b) =>
    Array.from({ length: b }, (_a, a) => [a, b] as const),
  ).flat();
  return [
    `Together the ${m === 1 ? 'factor holds' : `${inWords(m)} factors hold`} ${percent(jointShare, 1)} of all variance; communalities lie between ${coefficient(least)} and ${coefficient(most)}.`,
    ...Array.from({ length: m }, (_, d) => {
      const { alpha, omega } = reliabilities[d]!;
      const worth = 'coefficients' in scores ? `; determinacy ${coefficient(scores.determinacy[d]!)}` : '';
      return `${name(d)} leads ${count(counts[d]!, 'measure')} (most: ${strongest(d)}; sum of squared structure loadings ${fixed(structureSquares[d]!, 2)}; α ${coefficient(alpha)}, ω ${coefficient(omega)}${worth}).`;
    }),
    ...(oblique && m > 1
      ? [
          `The factors correlate: ${pairs.map(([a, b]) => `${name(a)} with ${name(b)} ${coefficient(phi.values[b * m + a]!)}`).join(', ')}; the mean size of ${coefficient(meanPhi(result))} ${meanPhi(result) >= CORRELATED ? 'calls' : 'does not call'} for correlated factors.`,
        ]
      : []),
    fit === null
      ? `The fit cannot be tested; SRMR ${fixed(residuals.srmr, 3)}.`
      : `χ²(${fit.df}) = ${fixed(fit.corrected.value, 1)} with Bartlett’s correction, p ${pEquation(fit.corrected.p)}; RMSEA ${fixed(fit.rmsea, 3)} (90 % interval ${fixed(fit.rmseaLow, 3)} to ${fixed(fit.rmseaHigh, 3)}), TLI ${fixed(fit.tli, 3)}, CFI ${fixed(fit.cfi, 3)}, SRMR ${fixed(residuals.srmr, 3)}.`,
    `${percent(residuals.beyond, 1)} of the residual correlations are beyond ±.05.`,
    ...remarkSentences(result, remarks, name),
  ].join(' ');
}

function remarkSentences(
  { extraction, rotated }: Factors,
  { crossing, thin, heywood, poorlyHeld }: ReturnType<typeof remarksOn>,
  name: (d: number) => string,
): string[] {
  return [
    ...(heywood.length > 0
      ? [`${listed(heywood)}: a communality of 1 or more (Heywood case), so that the solution is improper.`]
      : []),
    ...(extraction.converged
      ? []
      : [`The extraction did not converge in ${extraction.iterations} iterations.`]),
    ...(rotated.converged ? [] : [`The rotation did not settle in ${rotated.iterations} iterations.`]),
    ...(thin.length > 0
      ? [`${listed(thin.map(name))} ${thin.length === 1 ? 'leads' : 'lead'} fewer than three measures.`]
      : []),
    ...(crossing.length > 0 ? [`On two factors or more: ${listed(crossing)}.`] : []),
    ...(poorlyHeld.length > 0 ? [`Communality under .40: ${listed(poorlyHeld)}.`] : []),
  ];
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
