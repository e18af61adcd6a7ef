// exp, log and pow from +, -, *, / alone, so that every machine and browser gets the same last bit.
// Math.exp and its kin may differ between engine versions; IEEE 754 fixes only the basic operations and sqrt.

const LN2_HIGH = 0.6931471803691238;
const LN2_LOW = 1.9082149292705877e-10;
const INVERSE_LN2 = 1.4426950408889634;

const float = new Float64Array(1);
const words = new Uint32Array(float.buffer);
const HIGH_WORD = new Uint8Array(new Uint32Array([1]).buffer)[0] === 1 ? 1 : 0;

function powerOfTwo(exponent: number): number {
  float[0] = 0;
  words[HIGH_WORD] = (exponent + 1023) << 20;
  return float[0];
}

/** e^x, within one unit in the last place. Source: the argument reduction and Remez polynomial of fdlibm's e_exp. */
export function exp(x: number): number {
  if (Number.isNaN(x)) return x;
  if (x > 709.782712893384) return Infinity;
  if (x < -708.3964185322641) return 0;
  const k = Math.floor(x * INVERSE_LN2 + 0.5);
  const high = x - k * LN2_HIGH;
  const low = k * LN2_LOW;
  const r = high - low;
  const t = r * r;
  const c =
    r -
    t *
      (0.16666666666666602 +
        t *
          (-0.0027777777777015593 +
            t * (0.00006613756321437934 + t * (-0.0000016533902205465252 + t * 4.1381367970572385e-8))));
  const y = 1 - (low - (r * c) / (2 - c) - high);
  return k > 1023 ? y * 2 * powerOfTwo(k - 1) : y * powerOfTwo(k);
}

/** Natural logarithm, within one unit in the last place; NaN below 0, -Infinity at 0. Source: fdlibm's e_log. */
export function log(x: number): number {
  if (!(x > 0)) return x === 0 ? -Infinity : Number.NaN;
  if (x === Infinity) return x;
  let scaled = x;
  let k = 0;
  if (scaled < 2.2250738585072014e-308) {
    scaled *= 18014398509481984;
    k -= 54;
  }
  float[0] = scaled;
  k += (words[HIGH_WORD]! >>> 20) - 1023;
  words[HIGH_WORD] = (words[HIGH_WORD]! & 0xfffff) | 0x3ff00000;
  let m = float[0];
  if (m > Math.SQRT2) {
    m /= 2;
    k++;
  }
  const f = m - 1;
  const s = f / (2 + f);
  const z = s * s;
  const w = z * z;
  const even = w * (0.3999999999940942 + w * (0.22222198432149784 + w * 0.15313837699209373));
  const odd =
    z * (0.6666666666666735 + w * (0.2857142874366239 + w * (0.1818357216161805 + w * 0.14798198605116586)));
  const half = 0.5 * f * f;
  return k * LN2_HIGH - (half - (s * (half + even + odd) + k * LN2_LOW) - f);
}

/** base^exponent for base > 0 (0 gives 0), the same on every machine. */
export function power(base: number, exponent: number): number {
  if (base === 0) return exponent > 0 ? 0 : Infinity;
  return exp(exponent * log(base));
}
