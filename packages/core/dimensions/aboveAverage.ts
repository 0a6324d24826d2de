/**
 * How many eigenvalues are above their average. Of a correlation matrix with more rows than columns the average is 1,
 * which makes it the rule "eigenvalue > 1" (Kaiser 1960); of a covariance matrix it is the mean variance of a column.
 * With fewer rows than columns p the variance falls on n − 1 dimensions, and the average is taken over those: over all
 * p it would be passed by nearly every dimension there is.
 *
 * @param eigenvalues of them, descending
 * @param average of the min(p, n − 1) that there can be; of those given where it is left out
 */
export function aboveAverage(
  eigenvalues: ArrayLike<number>,
  average = averageEigenvalue(eigenvalues),
): number {
  // A value equal to the average but for rounding is not above it.
  const bound = average * (1 + 1e-10);
  let count = 0;
  while (count < eigenvalues.length && eigenvalues[count]! > bound) count++;
  return count;
}

/** The mean of the eigenvalues that there can be: min(p, n − 1). */
export function averageEigenvalue(eigenvalues: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < eigenvalues.length; i++) sum += eigenvalues[i]!;
  return sum / eigenvalues.length;
}
