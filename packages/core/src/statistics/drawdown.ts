// Drawdowns of a curve (statistics.md).

/** A spell below an earlier peak. Places are indexes into the curve; `recovery` is undefined while it lasts. */
export interface DrawdownSpell {
  readonly peak: number;
  readonly bottom: number;
  readonly recovery: number | undefined;
  /** e / peak - 1 at the bottom, negative */
  readonly depth: number;
}

/** e_i / max(e_0..e_i) - 1 at each mark. */
export function drawdownsOf(equity: Float64Array): Float64Array {
  const out = new Float64Array(equity.length);
  let peak = -Infinity;
  for (let i = 0; i < out.length; i++) {
    if (equity[i] > peak) peak = equity[i];
    out[i] = equity[i] / peak - 1;
  }
  return out;
}

/** Every spell below a peak, oldest first. */
export function drawdownSpells(equity: Float64Array): DrawdownSpell[] {
  const spells: DrawdownSpell[] = [];
  let peak = 0;
  let bottom = 0;
  for (let i = 1; i < equity.length; i++) {
    if (equity[i] >= equity[peak]) {
      if (bottom > peak) spells.push(spell(equity, peak, bottom, i));
      peak = i;
      bottom = i;
    } else if (equity[i] < equity[bottom]) bottom = i;
  }
  if (bottom > peak) spells.push(spell(equity, peak, bottom, undefined));
  return spells;
}

function spell(
  equity: Float64Array,
  peak: number,
  bottom: number,
  recovery: number | undefined,
): DrawdownSpell {
  return { peak, bottom, recovery, depth: equity[bottom] / equity[peak] - 1 };
}

/** The longest spell in calendar days, peak to recovery, or to the last mark while it lasts; 0 without one. */
export function longestDrawdownDays(days: Int32Array, spells: readonly DrawdownSpell[]): number {
  let longest = 0;
  for (const { peak, recovery } of spells) {
    longest = Math.max(longest, days[recovery ?? days.length - 1] - days[peak]);
  }
  return longest;
}

/** The largest fall in money from a peak, as a positive sum. */
export function largestFall(equity: Float64Array): number {
  let peak = -Infinity;
  let fall = 0;
  for (const e of equity) {
    peak = Math.max(peak, e);
    fall = Math.max(fall, peak - e);
  }
  return fall;
}
