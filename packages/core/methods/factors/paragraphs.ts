import { count, figure, fixed, inWords } from '../../writeup/format';
import { PLAIN_PRINT, printed, type Printed } from '../../writeup/print';
import {
  capital,
  listed,
  live,
  plainText,
  sentence,
  told,
  type LiveFigure,
  type Told,
} from '../../writeup/told';
import { givenName, type NamedDimension } from '../../writeup/dimensionName';
import { leadCounts } from '../leading';
import { pairsOf } from '../pairsOf';
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

/** How what is said is keyed and printed. */
interface Saying {
  readonly key: (of: string) => string;
  readonly print: Printed;
}

const PLAIN: Saying = { key: of => of, print: printed(PLAIN_PRINT) };

const paragraph = (sentences: readonly Told[]): string => sentences.map(plainText).join(' ');

/** How the factors were come by: the sentences of a methods section. */
export const methodsParagraph = (output: Output): string => paragraph(methodsTold(output, PLAIN));

/** What was found: the sentences of a results section. */
export const resultsParagraph = (output: Output): string => paragraph(resultsTold(output, PLAIN));

/** The same, sentence by sentence. */
export function methodsTold({ result, settings }: Output, { key }: Saying): Told[] {
  const { measures, n, rotated, kind, smoothing, extraction } = result;
  const m = rotated.pattern.columns;
  const { keep, retention, rotation, trail } = settings;
  const rows: (string | LiveFigure)[] =
    n === null ? [] : [' (n = ', live('n', n.toLocaleString('en'), 4), ')'];
  return [
    sentence(key('method'), [
      `Common factors of ${KINDS[kind]} of `,
      live('measures', count(measures.length, 'measure'), 4),
      ...rows,
      ` were extracted ${EXTRACTED[settings.extraction]} in `,
      live('iterations', count(extraction.iterations, 'iteration'), 4),
      '.',
    ]),
    ...(smoothing.raised > 0
      ? [
          told(
            key('smoothing'),
          )`The correlations had ${live('raised', count(smoothing.raised, 'negative eigenvalue'), 4)}, which ${smoothing.raised === 1 ? 'was' : 'were'} raised above 0 (Knol and ten Berge 1989); no correlation changed by more than ${live('change', fixed(smoothing.change, 3), 4)}.`,
        ]
      : []),
    keep === 'parallel'
      ? told(
          key('kept'),
        )`Their number, ${live('kept', inWords(m), 4)}, is that of parallel analysis of common factors (Horn 1965; Humphreys and Montanelli 1975; ${String(retention.simulations)} tables of ${retention.data === 'normal' ? 'random normal numbers' : 'shuffled columns'}, ${String(retention.percentile)}th percentile).${result.note === null ? '' : ` ${result.note}`}`
      : told(
          key('kept'),
        )`${live('kept', capital(inWords(m)), 4)} ${m === 1 ? 'factor was' : 'factors were'} kept.`,
    ...(m > 1
      ? [
          sentence(key('rotation'), [
            `They were ${rotationWords(rotation)}.`,
            ...(rotated.starts > 1
              ? [
                  ' Of ',
                  live('starts', String(rotated.starts), 4),
                  ' starts of the rotation ',
                  live('reached', String(rotated.reached), 4),
                  ' ended at the best of ',
                  live('ends', count(rotated.optima, 'end'), 4),
                  '.',
                ]
              : []),
          ]),
        ]
      : []),
    told(key('scores'))`Scores are estimated ${SCORED[settings.scoring]}.`,
    ...trail.map(
      ({ measures: out, reason }, step) =>
        told(
          key(`trail ${step + 1}`),
        )`${step === 0 ? 'First' : 'Then'} ${listed(out)} ${out.length === 1 ? 'was' : 'were'} set aside${reason === '' ? '' : ` (${reason})`}.`,
    ),
  ];
}

/** What was found, sentence by sentence. */
export function resultsTold({ result, settings, names, wordings }: Output, { key, print }: Saying): Told[] {
  const { communalities, jointShare, rotated, residuals, fit, structureSquares, reliabilities, scores } =
    result;
  const { coefficient, percent } = print;
  const { pattern, phi, oblique } = rotated;
  const m = pattern.columns;
  const name = (d: number) => factorName(names, d + 1);
  const [least, most] = [...communalities].reduce(
    ([low, high], value) => [Math.min(low, value), Math.max(high, value)],
    [Infinity, -Infinity],
  );
  const counts = leadCounts(pattern);
  const remarks = remarksOn(result, fadeOf(settings, result.n));
  const strongest = (d: number): (string | LiveFigure)[] => {
    const sizes = Array.from(result.measures, (_, j) => Math.abs(pattern.values[d * pattern.rows + j]!));
    const j = sizes.indexOf(sizes.reduce((a, b) => Math.max(a, b), 0));
    const measure = result.measures[j]!;
    const wording = wordings.get(measure);
    return [
      `${wording === undefined ? measure : `“${wording}”`}, `,
      live('strongest', coefficient(pattern.values[d * pattern.rows + j]!), 5),
    ];
  };
  return [
    told(
      key('held'),
    )`Together the ${m === 1 ? 'factor holds' : `${inWords(m)} factors hold`} ${live('held', percent(jointShare, 1), 4)} of all variance; communalities lie between ${live('least', coefficient(least), 5)} and ${live('most', coefficient(most), 5)}.`,
    ...Array.from({ length: m }, (_, d) => {
      const { alpha, omega } = reliabilities[d]!;
      return sentence(key(`dimension ${d + 1}`), [
        `${name(d)} leads `,
        live('leads', count(counts[d]!, 'measure'), 5),
        ' (most: ',
        ...strongest(d),
        '; sum of squared structure loadings ',
        live('squares', fixed(structureSquares[d]!, 2), 5),
        '; α ',
        live('alpha', coefficient(alpha), 7),
        ', ω ',
        live('omega', coefficient(omega), 7),
        ...('coefficients' in scores
          ? ['; determinacy ', live('determinacy', coefficient(scores.determinacy[d]!), 7)]
          : []),
        ').',
      ]);
    }),
    ...(oblique && m > 1
      ? [
          sentence(key('phi'), [
            'The factors correlate: ',
            ...pairsOf(m).flatMap(([a, b], place) => [
              `${place === 0 ? '' : ', '}${name(a)} with ${name(b)} `,
              live(`phi ${a + 1} ${b + 1}`, coefficient(phi.values[b * m + a]!), 5),
            ]),
            '; the mean size of ',
            live('mean', coefficient(meanPhi(result)), 5),
            ` ${meanPhi(result) >= CORRELATED ? 'calls' : 'does not call'} for correlated factors.`,
          ]),
        ]
      : []),
    fit === null
      ? told(key('fit'))`The fit cannot be tested; SRMR ${live('srmr', fixed(residuals.srmr, 3), 7)}.`
      : told(
          key('fit'),
        )`χ²(${live('df', String(fit.df), 7)}) = ${live('chi', fixed(fit.corrected.value, 1), 7)} with Bartlett’s correction, p ${live('p', print.p(fit.corrected.p), 7)}; RMSEA ${live('rmsea', fixed(fit.rmsea, 3), 7)} (90 % interval ${live('low', fixed(fit.rmseaLow, 3), 7)} to ${live('high', fixed(fit.rmseaHigh, 3), 7)}), TLI ${live('tli', fixed(fit.tli, 3), 7)}, CFI ${live('cfi', fixed(fit.cfi, 3), 7)}, SRMR ${live('srmr', fixed(residuals.srmr, 3), 7)}.`,
    told(
      key('residuals'),
    )`${live('beyond', percent(residuals.beyond, 1), 7)} of the residual correlations are beyond ±.05.`,
    ...remarkSentences(result, remarks, name, key),
  ];
}

function remarkSentences(
  { extraction, rotated }: Factors,
  { crossing, thin, heywood, poorlyHeld }: ReturnType<typeof remarksOn>,
  name: (d: number) => string,
  key: Saying['key'],
): Told[] {
  return [
    ...(heywood.length > 0
      ? [
          told(
            key('heywood'),
          )`${listed(heywood)}: a communality of 1 or more (Heywood case), so that the solution is improper.`,
        ]
      : []),
    ...(extraction.converged
      ? []
      : [
          told(
            key('extraction'),
          )`The extraction did not converge in ${live('iterations', String(extraction.iterations), 7)} iterations.`,
        ]),
    ...(rotated.converged
      ? []
      : [
          told(
            key('settled'),
          )`The rotation did not settle in ${live('iterations', String(rotated.iterations), 7)} iterations.`,
        ]),
    ...(thin.length > 0
      ? [
          told(
            key('thin'),
          )`${listed(thin.map(name))} ${thin.length === 1 ? 'leads' : 'lead'} fewer than three measures.`,
        ]
      : []),
    ...(crossing.length > 0 ? [told(key('crossing'))`On two factors or more: ${listed(crossing)}.`] : []),
    ...(poorlyHeld.length > 0 ? [told(key('poor'))`Communality under .40: ${listed(poorlyHeld)}.`] : []),
  ];
}
