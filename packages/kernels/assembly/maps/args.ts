/** Where the host writes what a kernel is to work on: doubles, whole numbers and pointers among them. */
const ARGS: usize = 64;

export function number(place: i32): f64 {
  return load<f64>(ARGS + ((<usize>place) << 3));
}

export function whole(place: i32): i32 {
  return <i32>load<f64>(ARGS + ((<usize>place) << 3));
}

export function pointer(place: i32): usize {
  return <usize>load<f64>(ARGS + ((<usize>place) << 3));
}
