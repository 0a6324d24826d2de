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
    z * (<f32>2.8853900818 + s * (<f32>0.9617966939 + s * (<f32>0.5770780164 + s * <f32>0.4121985831)))
  );
}

/** log₂ of four numbers. */
export function log2Four(x: v128): v128 {
  const one = f32x4.splat(1);
  const e = i32x4.shr_s(i32x4.sub(x, i32x4.splat(0x3f3504f3)), 23);
  const m = i32x4.sub(x, i32x4.shl(e, 23));
  const z = f32x4.div(f32x4.sub(m, one), f32x4.add(m, one));
  const s = f32x4.mul(z, z);
  let series = f32x4.add(f32x4.splat(0.5770780164), f32x4.mul(s, f32x4.splat(0.4121985831)));
  series = f32x4.add(f32x4.splat(0.9617966939), f32x4.mul(s, series));
  series = f32x4.add(f32x4.splat(2.8853900818), f32x4.mul(s, series));
  return f32x4.add(f32x4.convert_i32x4_s(e), f32x4.mul(z, series));
}

/** 2 to the power of four numbers of size below 126: whole powers, and a polynomial for the rest. */
export function exp2Four(x: v128): v128 {
  const whole = f32x4.nearest(x);
  const t = f32x4.mul(f32x4.sub(x, whole), f32x4.splat(0.6931471806));
  let part = f32x4.add(f32x4.splat(0.0083333333), f32x4.mul(t, f32x4.splat(0.0013888889)));
  part = f32x4.add(f32x4.splat(0.0416666667), f32x4.mul(t, part));
  part = f32x4.add(f32x4.splat(0.1666666667), f32x4.mul(t, part));
  part = f32x4.add(f32x4.splat(0.5), f32x4.mul(t, part));
  part = f32x4.add(f32x4.splat(1), f32x4.mul(t, part));
  part = f32x4.add(f32x4.splat(1), f32x4.mul(t, part));
  const power = i32x4.shl(i32x4.add(i32x4.trunc_sat_f32x4_s(whole), i32x4.splat(127)), 23);
  return f32x4.mul(part, power);
}
