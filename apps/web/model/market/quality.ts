// What the checks say of one instrument.

import type { Finding, InstrumentMeasures } from '@plateau/core';

export interface InstrumentQuality extends InstrumentMeasures {
  readonly symbol: string;
  readonly findings: readonly Finding[];
  readonly trouble: number;
}
