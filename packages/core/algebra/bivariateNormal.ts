import { normalTwoTails } from './distributions';

/** Half of the Gauss–Legendre points and weights on [−1, 1] (Abramowitz and Stegun 1964, table 25.4), of 6, 12 and 20. */
const RULES = [
  {
    x: [0.9324695142031522, 0.6612093864662647, 0.238619186083197],
    w: [0.1713244923791705, 0.3607615730481384, 0.4679139345726904],
  },
  {
    x: [0.9815606342467191, 0.904117256370475, 0.769902674194305, 0.5873179542866171, 0.3678314989981802, 0.1252334085114692], // prettier-ignore
    w: [0.04717533638651177, 0.1069393259953183, 0.1600783285433464, 0.2031674267230659, 0.2334925365383547, 0.2491470458134029], // prettier-ignore
  },
  {
    x: [0.9931285991850949, 0.9639719272779138, 0.912234428251326, 0.8391169718222188, 0.7463319064601508, 0.636053680726515, 0.510867001950827, 0.3737060887154196, 0.2277858511416451, 0.07652652113349732], // prettier-ignore
    w: [0.01761400713915212, 0.04060142980038694, 0.06267204833410905, 0.08327674157670475, 0.1019301198172404, 0.1181945319615184, 0.1316886384491766, 0.1420961093183821, 0.1491729864726037, 0.1527533871307259], // prettier-ignore
  },
] as const;

/**
 * P(X ≤ h, Y ≤ k) of standard normal X and Y with correlation r: Plackett's (1954) integral over the correlation, by
 * Gauss–Legendre points after the substitution r = sin θ (Drezner and Wesolowsky 1990).
 *
 * @param r from −0.9999 to 0.9999
 */
export function bivariateNormal(h: number, k: number, r: number): number {
  if (h === -Infinity || k === -Infinity) return 0;
  if (h === Infinity) return k === Infinity ? 1 : normalShare(k);
  if (k === Infinity) return normalShare(h);
  const size = Math.abs(r);
  const { x, w } = RULES[size < 0.3 ? 0 : size < 0.75 ? 1 : 2];
  // Near ±1 the integrand is steep: the way is gone in several pieces.
  const pieces = size < 0.9 ? 1 : size < 0.99 ? 4 : 12;
  const whole = Math.asin(r);
  const squares = (h * h + k * k) / 2;
  let sum = 0;
  for (let piece = 0; piece < pieces; piece++) {
    const half = whole / pieces / 2;
    const middle = half * (2 * piece + 1);
    for (let i = 0; i < x.length; i++) {
      for (const side of [-1, 1]) {
        const sine = Math.sin(middle + side * half * x[i]!);
        sum += w[i]! * half * Math.exp((sine * h * k - squares) / (1 - sine * sine));
      }
    }
  }
  return Math.max(0, sum / (2 * Math.PI) + normalShare(h) * normalShare(k));
}

/** P(X ≤ z) of the standard normal. */
export function normalShare(z: number): number {
  const tail = normalTwoTails(z) / 2;
  return z > 0 ? 1 - tail : tail;
}
