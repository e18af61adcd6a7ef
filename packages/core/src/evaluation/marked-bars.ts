// Bars of many instruments as one bit each: whoever may find which, there is a place for all of them, and few are found.

/** Bars of all instruments one behind the other, rising: those of instrument k from starts[k] to starts[k + 1]. */
export interface ListedBars {
  readonly starts: Int32Array;
  readonly bars: Int32Array;
}

/** Where the words of each instrument's bits begin, 32 bars a word, and where the last one's end. */
export function wordsOf(columns: readonly { readonly length: number }[]): Int32Array {
  const starts = new Int32Array(columns.length + 1);
  for (let k = 0; k < columns.length; k++) starts[k + 1] = starts[k]! + Math.ceil(columns[k]!.length / 32);
  return starts;
}

/**
 * Writes the bits of some bars of one instrument. Each word is written once and whole, so that threads that mark the same bars
 * leave the same.
 * @param words all zero
 * @param start where the instrument's begin
 * @param bars rising
 */
export function markBars(words: Int32Array, start: number, bars: Int32Array): void {
  for (let n = 0; n < bars.length; ) {
    const place = bars[n]! >> 5;
    let word = 0;
    for (; n < bars.length && bars[n]! >> 5 === place; n++) word |= 1 << (bars[n]! & 31);
    words[start + place] = word;
  }
}

/**
 * The bars that are marked.
 * @param wordStarts of {@link wordsOf}
 * @param counts of each instrument's
 */
export function listBars(words: Int32Array, wordStarts: Int32Array, counts: Int32Array): ListedBars {
  const starts = new Int32Array(wordStarts.length);
  for (let k = 0; k < counts.length; k++) starts[k + 1] = starts[k]! + counts[k]!;
  const bars = new Int32Array(starts[counts.length]!);
  let n = 0;
  for (let k = 0; k < counts.length; k++) {
    if (counts[k] === 0) continue;
    const first = wordStarts[k]!;
    for (let w = first; w < wordStarts[k + 1]!; w++) {
      // The lowest bit that is set, and then the word without it.
      for (let word = words[w]!; word !== 0; word &= word - 1) {
        bars[n++] = 32 * (w - first) + 31 - Math.clz32(word & -word);
      }
    }
  }
  return { starts, bars };
}
