/** log₂ x of a normal positive number, to about 1e-7 of 1: the exponent, and a series of (m − 1)/(m + 1) for the rest. */
export function log2(x: f32): f32 {
  let bits = reinterpret<i32>(x);
  // The mantissa between √½ and √2.
  const e = (bits - 0x3f3504f3) >> 23;
  bits -= e << 23;
  const m = reinterpret<f32>(bits);
  const z = (m - 1) / (m + 1);
  const s = z * z;
  return (
    <f32>e +
    z *
      (<f32>2.8853900818 +
        s * (<f32>0.9617966939 + s * (<f32>0.5770780164 + s * (<f32>0.4121985831 + s * <f32>0.3205989))))
  );
}

/** 2 to the power of x, |x| below 126: a whole power, and a polynomial for the rest. */
export function exp2(x: f32): f32 {
  const whole = nearest<f32>(x);
  const t = (x - whole) * <f32>0.6931471806;
  const part =
    <f32>1 +
    t *
      (<f32>1 +
        t *
          (<f32>0.5 +
            t *
              (<f32>0.1666666667 +
                t * (<f32>0.0416666667 + t * (<f32>0.0083333333 + t * <f32>0.0013888889)))));
  return part * reinterpret<f32>((<i32>whole + 127) << 23);
}
