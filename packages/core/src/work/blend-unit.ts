import type { BarUnit } from '../bars/unit.ts';
import type { Blend } from '../blend/blend.ts';

/** The unit of a blend's strategies' bars, days where there is none. */
export function unitOf({ parts }: Blend): BarUnit {
  for (const part of parts) if (part.kind === 'strategy') return part.strategy.bars;
  return 'day';
}
