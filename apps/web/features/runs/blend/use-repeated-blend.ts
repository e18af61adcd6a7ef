// A kept blend, mixed again.

import type { Beside, Comparison, ShownBlend } from '@plateau/core';
import { blendSummaryJson } from '@plateau/files';
import type { StoredBlendRun } from '@/model/rows.ts';
import { blendAskedOf } from '@/model/runs/kept.ts';
import type { DaySpan } from '@/ui/chart/use-zoom.ts';
import { blendDoubtInWorker, blendReportInWorker } from '@/workers/blend-client.ts';
import { type Repeated, useRepeated } from '../report/use-repeated-run.ts';

export type WholeBlend = ShownBlend & { readonly beside: Beside };

const NONE: readonly Comparison[] = [];

export function useRepeatedBlend(kept: StoredBlendRun, span: DaySpan | undefined): Repeated<WholeBlend> {
  return useRepeated(kept, span, NONE, {
    report: (how) => blendReportInWorker(blendAskedOf(kept), how),
    doubt: (part, signal) => blendDoubtInWorker(blendAskedOf(kept), part, signal),
    summary: blendSummaryJson,
  });
}
