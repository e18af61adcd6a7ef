// Choices of half of some blocks.

/** Every choice with the first block in it, and what it leaves over: between them all choices, each once. */
export function* pairsOfHalves(blocks: number): Generator<readonly [chosen: Int32Array, others: Int32Array]> {
  const half = blocks / 2;
  const chosen = Int32Array.from({ length: half }, (_x, k) => k);
  const others = new Int32Array(half);
  while (chosen[0] === 0) {
    let c = 0;
    let o = 0;
    for (let b = 0; b < blocks; b++) {
      if (c < half && chosen[c] === b) c++;
      else others[o++] = b;
    }
    yield [chosen, others];
    let k = half - 1;
    while (k >= 0 && chosen[k] === blocks - half + k) k--;
    if (k < 0) return;
    chosen[k]!++;
    for (let j = k + 1; j < half; j++) chosen[j] = chosen[j - 1]! + 1;
  }
}
