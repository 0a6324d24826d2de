/** The angle between two arrows from the origin, in degrees from 0 to 180; NaN where one has no length. */
export function angleBetween(a: readonly [number, number], b: readonly [number, number]): number {
  const lengths = Math.hypot(...a) * Math.hypot(...b);
  if (lengths === 0) return NaN;
  const cosine = (a[0] * b[0] + a[1] * b[1]) / lengths;
  return (Math.acos(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI;
}

/** What an angle in the plane says of two measures, as far as the plane holds them. */
export function angleInWords(degrees: number): string {
  if (Number.isNaN(degrees)) return 'one of them has no place in this plane';
  if (degrees < 30) return 'they go together in this plane';
  if (degrees < 60) return 'they go together in part';
  if (degrees <= 120) return 'nearly unrelated in this plane';
  if (degrees <= 150) return 'they run counter in part';
  return 'they run counter to each other in this plane';
}
