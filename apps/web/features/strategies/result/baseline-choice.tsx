'use client';

import { GitCompareArrows, X } from 'lucide-react';
import { type Baseline, baselineName } from '@/parts/logbook/baseline.ts';
import { Button } from '@/ui/button';

interface BaselineChoiceProps {
  readonly baseline: Baseline | undefined;
  /** whether the variant on screen is in the logbook, and not the baseline already */
  readonly canSet: boolean;
  readonly onSet: () => void;
  readonly onClear: () => void;
}

/** What edits are compared with: the state before them, or a variant that the trader has set. */
export function BaselineChoice({ baseline, canSet, onSet, onClear }: BaselineChoiceProps) {
  return (
    <span className="flex items-center gap-1">
      {baseline && (
        <span className="flex max-w-56 items-center text-soft">
          <span className="truncate" title={baselineName(baseline)}>
            Compared with {baselineName(baseline)}
          </span>
          <button
            type="button"
            aria-label="Compare with the state before the last edit again"
            className="p-1 hover:text-ink"
            onClick={onClear}
          >
            <X size={12} aria-hidden />
          </button>
        </span>
      )}
      <Button disabled={!canSet} onClick={onSet} title="Later edits are compared with what stands here now">
        <GitCompareArrows size={14} aria-hidden /> Compare with this
      </Button>
    </span>
  );
}
