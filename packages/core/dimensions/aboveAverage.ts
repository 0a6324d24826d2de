/**
 * How many eigenvalues are above their average. Of a correlation matrix the average is 1, which makes it the rule
 * "eigenvalue > 1" (Kaiser 1960); of a covariance matrix it is the mean variance of a column.
 *
 * @param eigenvalues descending
 * @param columns number of columns p that the eigenvalues come from: Σλ / p is the average
 */
export function aboveAverage(eigenvalues: ArrayLike<number>, columns: number): number {
  const average = averageEigenvalue(eigenvalues, columns);
  // A value equal to the average but for rounding is not above it.
  const bound = average * (1 + 1e-10);
  let count = 0;
  while (count < eigenvalues.length && eigenvalues[count]! > bound) count++;
  return count;
}

/** The mean of all p eigenvalues, those that are zero for want of rows included. */
export function averageEigenvalue(eigenvalues: ArrayLike<number>, columns: number): number {
  let sum = 0;
  for (let i = 0; i < eigenvalues.length; i++) sum += eigenvalues[i]!;
  return sum / columns;
}
