const powers = Float64Array.from({ length: 309 }, (_, i) => 10 ** i);

/** Where the last number ended; NaN_AT when there was none. */
export type NumberScan = { value: number; end: number };

/**
 * Reads one decimal number from text bytes: sign, digits, point, exponent. Right to the last bit of single
 * precision.
 * Several times faster than cutting strings. `nan` and `inf` in any case give NaN.
 * @param out receives value and the index after the number; `value` is NaN and `end` is `at` where no number
 * starts
 * @param exponents false where an `e` behind a number is a word of its own: `X10E5` is not a million
 */
export function scanNumberInto(bytes: Uint8Array, at: number, out: NumberScan, exponents = true): void {
  let i = at;
  let negative = false;
  if (bytes[i] === 45) {
    negative = true;
    i++;
  } else if (bytes[i] === 43) i++;
  // Whole numbers up to nine digits are added up as integers; the engine keeps those out of memory.
  const start = i;
  let whole = 0;
  let d = bytes[i]! - 48;
  while (d >= 0 && d <= 9 && i - start < 9) {
    whole = whole * 10 + d;
    d = bytes[++i]! - 48;
  }
  let mantissa = whole;
  let digits = whole === 0 ? 0 : i - start;
  let dropped = 0;
  let places = 0;
  let seen = i > start;
  for (; d >= 0 && d <= 9; d = bytes[++i]! - 48) {
    if (digits < 17) {
      mantissa = mantissa * 10 + d;
      if (mantissa > 0) digits++;
    } else dropped++;
  }
  if (d === -2) {
    i++;
    const point = i;
    d = bytes[i]! - 48;
    let part = 0;
    while (d >= 0 && d <= 9 && i - point < 9) {
      part = part * 10 + d;
      d = bytes[++i]! - 48;
    }
    places = i - point;
    seen ||= places > 0;
    if (digits + places <= 17) {
      mantissa = mantissa * powers[places]! + part;
      if (mantissa > 0) digits += places;
    } else i = point;
    if (i === point) {
      places = 0;
      d = bytes[i]! - 48;
    }
    for (; d >= 0 && d <= 9; d = bytes[++i]! - 48) {
      seen = true;
      if (digits < 17) {
        mantissa = mantissa * 10 + d;
        if (mantissa > 0) digits++;
        places++;
      }
    }
  }
  if (!seen) {
    out.value = Number.NaN;
    out.end = at;
    return;
  }
  let exponent = dropped - places;
  if (exponents && (bytes[i] === 101 || bytes[i] === 69)) {
    let j = i + 1;
    let minus = false;
    let e = 0;
    let any = false;
    if (bytes[j] === 45) {
      minus = true;
      j++;
    } else if (bytes[j] === 43) j++;
    for (; ; j++) {
      const d = bytes[j]! - 48;
      if (!(d >= 0 && d <= 9)) break;
      any = true;
      if (e < 10_000) e = e * 10 + d;
    }
    if (any) {
      exponent += minus ? -e : e;
      i = j;
    }
  }
  let value = mantissa;
  if (exponent > 0) value = exponent > 308 ? (mantissa === 0 ? 0 : Infinity) : mantissa * powers[exponent]!;
  else if (exponent < 0) value = exponent < -308 ? 0 : mantissa / powers[-exponent]!;
  out.value = negative ? -value : value;
  out.end = i;
}
