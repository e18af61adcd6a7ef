// What a kept run ran, whatever it is of.

import {
  type BarUnit,
  type Blend,
  type BlendAsked,
  type PartAsked,
  type RunAsked,
  unitOfBlend,
} from '@plateau/core';
import { readBlend } from '@plateau/files';
import { isBlendRun, type KeptRun, type StoredBlendRun } from '../rows.ts';

const read = new WeakMap<object, Blend>();

/** The blend as it was kept. The row was read as one, so it reads. */
function blendOf({ blend }: StoredBlendRun): Blend {
  const known = read.get(blend);
  if (known) return known;
  const result = readBlend(blend, 'blend');
  if (!result.ok) throw new Error(result.problems[0]?.message ?? 'the blend cannot be read');
  read.set(blend, result.value);
  return result.value;
}

export function blendAskedOf(kept: StoredBlendRun): BlendAsked {
  const { benchmark, from, to, splitAt } = kept;
  return {
    blend: blendOf(kept),
    benchmark,
    ...(from !== undefined && { from }),
    ...(to !== undefined && { to }),
    ...(splitAt !== undefined && { splitAt }),
  };
}

/** Whose trades, days and reasons are asked for. @param part of a blend, by its place */
export function askedOf(kept: KeptRun, part: number): RunAsked | PartAsked {
  if (isBlendRun(kept)) return { ...blendAskedOf(kept), part };
  const { universe, request } = kept;
  return { universe, request };
}

export const benchmarkOf = (kept: KeptRun): string =>
  isBlendRun(kept) ? kept.benchmark : kept.request.benchmark;

export const barsOf = (kept: KeptRun): BarUnit =>
  isBlendRun(kept) ? unitOfBlend(blendOf(kept)) : kept.request.strategy.bars;

/** What its Sharpe and Sortino ratios are taken over, in words. */
export function riskFreeOf(kept: KeptRun): string {
  if (isBlendRun(kept)) {
    const blend = blendOf(kept);
    return blend.form === 'apart' ? 'nothing' : rateInWords(blend.costs.cashRate);
  }
  const { cashRate, riskFreeRate = cashRate } = kept.request.strategy.costs;
  return rateInWords(riskFreeRate);
}

const rateInWords = (rate: number | string): string =>
  typeof rate === 'string' ? `the close of ${rate}` : rate === 0 ? 'nothing' : `${rate}% a year`;

export function capitalOf(kept: KeptRun): number {
  if (!isBlendRun(kept)) return kept.request.strategy.account.capital;
  const blend = blendOf(kept);
  return blend.form === 'apart' ? blend.capital : blend.account.capital;
}
