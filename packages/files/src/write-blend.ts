// The blend file out.

import type { Blend, Part } from '@plateau/core';
import { BLEND_FORMAT } from './blend-file.ts';
import { writableStrategy } from './write-strategy.ts';

/** The text of a blend file; reading it gives the same blend. */
export function writeBlendFile(blend: Blend): string {
  return `${JSON.stringify(writableBlend(blend), null, 2)}\n`;
}

/** The same as the value that JSON holds. */
export function writableBlend(blend: Blend): object {
  const { form, name, notes, parts } = blend;
  const noShares = form === 'apart' && blend.weights === 'equal';
  const common = {
    format: BLEND_FORMAT,
    name,
    notes,
    form,
    parts: parts.map((part) => writablePart(part, noShares)),
  };
  if (form === 'together') {
    const { limits, account, costs } = blend;
    return { ...common, limits, account, costs };
  }
  const { weights, review, moveCost, capital } = blend;
  return { ...common, weights, review, moveCost, account: { capital } };
}

function writablePart(part: Part, noShare: boolean): object {
  // A share that is not read may be any number, also one that a reader refuses.
  const named = { name: part.name, ...(!(noShare && part.share <= 0) && { share: part.share }) };
  if (part.kind === 'hold') return { ...named, hold: part.symbol };
  if (part.kind === 'cash') return { ...named, cash: part.rate };
  const { strategy, universe, benchmark } = part;
  return {
    ...named,
    strategy: writableStrategy(strategy),
    universe,
    ...(benchmark !== undefined && { benchmark }),
  };
}
