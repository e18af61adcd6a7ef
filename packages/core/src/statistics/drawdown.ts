// Drawdowns of a curve (statistics.md).

/** A spell below an earlier peak. Places are indexes into the curve; `recovery` is undefined while it lasts. */
export interface DrawdownSpell {
  readonly peak: number;
  readonly bottom: number;
  readonly recovery: number | undefined;
  /** e / peak - 1 at the bottom, negative */
  readonly depth: number;
}

/** A fall no deeper than this is rounding, and none (statistics.md). */
const NO_FALL = 1e-9;

/** value / peak - 1; 0 where that is no more than rounding. */
function depthBelow(peak: number, value: number): number {
  const depth = value / peak - 1;
  return depth >= -NO_FALL ? 0 : depth;
}

/** e_i / max(e_0..e_i) - 1 at each mark. */
export function drawdownsOf(equity: Float64Array): Float64Array {
  const out = new Float64Array(equity.length);
  let peak = -Infinity;
  for (let i = 0; i < out.length; i++) {
    if (equity[i]! > peak) peak = equity[i]!;
    out[i] = depthBelow(peak, equity[i]!);
  }
  return out;
}

/** Every spell below a peak, oldest first. */
export function drawdownSpells(equity: Float64Array): DrawdownSpell[] {
  const spells: DrawdownSpell[] = [];
  let peak = 0;
  let bottom: number | undefined;
  for (let i = 1; i < equity.length; i++) {
    if (depthBelow(equity[peak]!, equity[i]!) === 0) {
      if (bottom !== undefined) spells.push(spell(equity, peak, bottom, i));
      if (equity[i]! >= equity[peak]!) peak = i;
      bottom = undefined;
    } else if (bottom === undefined || equity[i]! < equity[bottom]!) bottom = i;
  }
  if (bottom !== undefined) spells.push(spell(equity, peak, bottom, undefined));
  return spells;
}

function spell(
  equity: Float64Array,
  peak: number,
  bottom: number,
  recovery: number | undefined,
): DrawdownSpell {
  return { peak, bottom, recovery, depth: equity[bottom]! / equity[peak]! - 1 };
}

/** The longest spell in calendar days, peak to recovery, or to the last mark while it lasts; 0 without one. */
export function longestDrawdownDays(days: Int32Array, spells: readonly DrawdownSpell[]): number {
  let longest = 0;
  for (const { peak, recovery } of spells) {
    longest = Math.max(longest, days[recovery ?? days.length - 1]! - days[peak]!);
  }
  return longest;
}

/** The largest fall in money from a peak, as a positive sum. */
export function largestFall(equity: Float64Array): number {
  let peak = -Infinity;
  let fall = 0;
  for (const e of equity) {
    peak = Math.max(peak, e);
    if (depthBelow(peak, e) < 0) fall = Math.max(fall, peak - e);
  }
  return fall;
}

/** A spell in days and money, and what the benchmark did over it. */
export interface DrawdownRow {
  readonly start: number;
  readonly bottom: number;
  /** undefined while it lasts */
  readonly recovery: number | undefined;
  /** calendar days from peak to recovery, or to the last mark */
  readonly days: number;
  /** fractions, negative */
  readonly depth: number;
  readonly benchmark: number;
  /** the account at the peak and at the bottom */
  readonly peakMoney: number;
  readonly bottomMoney: number;
  /** whether none took longer */
  readonly isLongest: boolean;
}

/** The deepest spells, deepest first, and behind them the longest where it is none of these. */
export function deepestDrawdowns(
  days: Int32Array,
  equity: Float64Array,
  benchmark: Float64Array,
  count = 10,
): DrawdownRow[] {
  const spells = drawdownSpells(equity).sort((a, b) => a.depth - b.depth || a.peak - b.peak);
  const daysOf = ({ peak, recovery }: DrawdownSpell): number =>
    days[recovery ?? days.length - 1]! - days[peak]!;
  const longest = spells.reduce<DrawdownSpell | undefined>(
    (most, spell) => (most && daysOf(most) >= daysOf(spell) ? most : spell),
    undefined,
  );
  return spells
    .filter((spell, place) => place < count || spell === longest)
    .map((spell) => ({ ...spell, isLongest: spell === longest }))
    .map(({ peak, bottom, recovery, depth, isLongest }) => ({
      start: days[peak]!,
      bottom: days[bottom]!,
      recovery: recovery === undefined ? undefined : days[recovery]!,
      days: days[recovery ?? days.length - 1]! - days[peak]!,
      depth,
      benchmark: benchmark[bottom]! / benchmark[peak]! - 1,
      peakMoney: equity[peak]!,
      bottomMoney: equity[bottom]!,
      isLongest,
    }));
}
