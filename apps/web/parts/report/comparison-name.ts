// What a report's other curves are called.

import type { Comparison } from '@plateau/core';
import { ratio } from '@/ui/format.ts';

export function comparisonName({ comparison, times }: { comparison: Comparison; times?: number }): string {
  switch (comparison.kind) {
    case 'held':
      return `${comparison.symbol} held`;
    case 'universe':
      return 'Universe, equal weights';
    case 'cash':
      return 'Cash';
    case 'scaled':
      return times === undefined ? 'At the benchmark’s volatility' : `Strategy × ${ratio(times)}`;
  }
}
