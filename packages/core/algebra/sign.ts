/** Entries within this share of the largest count as tied when a vector's sign is chosen. */
const TIE = 1e-9;

/** Turns a vector so that its entry of largest size is positive, among ties the first; gives the sign it took. */
export function turnLargestPositive(vector: Float64Array): 1 | -1 {
  let largest = 0;
  for (const value of vector) largest = Math.max(largest, Math.abs(value));
  const leader = vector.find(value => Math.abs(value) >= largest * (1 - TIE))!;
  if (!(leader < 0)) return 1;
  for (let j = 0; j < vector.length; j++) vector[j] = -vector[j]!;
  return -1;
}
