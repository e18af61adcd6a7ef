// A cheap check of data that was written and is read again.

/**
 * A 32-bit number that any one change of a word changes (the polynomial of the words in 31, modulo 2^32).
 * @param data whole words of four bytes; what is left over does not count
 */
export function checkOf(data: ArrayBuffer): number {
  const words = new Int32Array(data, 0, Math.floor(data.byteLength / 4));
  let sum = words.length;
  for (let i = 0; i < words.length; i++) sum = (Math.imul(sum, 31) + words[i]!) | 0;
  return sum;
}
