// A cell of a terrain: one run, of which the figures and the daily returns are kept.

import { fingerprint } from '../../numeric/fingerprint.ts';
import type { Run } from '../../run.ts';
import type { Figures } from '../../statistics/figures.ts';
import { regress } from '../../statistics/regression.ts';
import { difference, returnsOf } from '../../statistics/returns.ts';
import { fromCapital } from '../../statistics/slice.ts';

/** What every cell over the same days shares. */
export interface Frame {
  /** the same for the same days, benchmark and rates */
  readonly name: string;
  /** daily returns, one fewer than days */
  readonly benchmark: Float64Array;
  readonly riskFree: Float64Array;
}

/** Whether what the benchmark leaves unexplained could be chance: of alpha in daily returns above cash. */
export interface AlphaTest {
  readonly t: number;
  readonly p: number;
}

export interface Cell {
  readonly figures: Figures;
  /** of the parts before and after the split; undefined without one, or where a part has fewer than two days */
  readonly before: Figures | undefined;
  readonly after: Figures | undefined;
  /** of all days, and of both parts where there are two */
  readonly alpha: { readonly figures: AlphaTest; readonly before?: AlphaTest; readonly after?: AlphaTest };
  /** of each day, and how many of them are before the split */
  readonly returns: Float64Array;
  readonly untilSplit: number;
  /** the name of its frame: what is long of it is asked for once */
  readonly frame: string;
}

/** @param run of all its days, split where the study is */
export function cellOf(run: Run): Cell {
  const { marks, halves } = run;
  const returns = returnsOf(fromCapital(marks.equity, run.ledger));
  const frame = frameOf(run);
  const before = halves?.[0];
  const untilSplit = before ? marks.day.findIndex((day) => day >= before.to) : returns.length;
  const alpha = (from: number, to: number) => alphaOf(returns.subarray(from, to), frame, from);
  return {
    figures: run.figures,
    before: before?.strategy,
    after: halves?.[1].strategy,
    alpha: {
      figures: alpha(0, returns.length),
      ...(before && { before: alpha(0, untilSplit), after: alpha(untilSplit, returns.length) }),
    },
    returns,
    untilSplit,
    frame: frame.name,
  };
}

function alphaOf(returns: Float64Array, { benchmark, riskFree }: Frame, from: number): AlphaTest {
  const cash = riskFree.subarray(from, from + returns.length);
  const held = benchmark.subarray(from, from + returns.length);
  const { t, p } = regress(difference(returns, cash), difference(held, cash)).alpha;
  return { t, p };
}

/** By the benchmark's curve, which an engine gives to all runs over the same days. */
const frames = new WeakMap<Float64Array, Frame>();

/** What a run shares with all runs over the same days. */
export function frameOf({ marks: { day: days }, benchmark: held, riskFree }: Run): Frame {
  const known = frames.get(held);
  if (known?.riskFree === riskFree) return known;
  const benchmark = returnsOf(held);
  const name = [days, benchmark, riskFree].map((column) => fingerprint(bytesOf(column))).join('');
  const frame = { name, benchmark, riskFree };
  frames.set(held, frame);
  return frame;
}

const bytesOf = ({ buffer, byteOffset, byteLength }: Int32Array | Float64Array): Uint8Array =>
  new Uint8Array(buffer, byteOffset, byteLength);
