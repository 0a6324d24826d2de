/** The sum of four numbers, two by two. */
export function across(sum: v128): f32 {
  return (
    f32x4.extract_lane(sum, 0) +
    f32x4.extract_lane(sum, 1) +
    (f32x4.extract_lane(sum, 2) + f32x4.extract_lane(sum, 3))
  );
}
