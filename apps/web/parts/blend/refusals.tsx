'use client';

import { OUTCOMES, type ShownBlend } from '@plateau/core';
import { memo } from 'react';
import { VERDICTS } from '@/parts/trades/verdicts.ts';
import { count, percent } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';

/** What became of the parts' candidates, by reason: which were refused for want of cash or slots. */
export const Refusals = memo(function Refusals({ run }: { run: ShownBlend }) {
  const parts = run.parts.filter(({ kind }) => kind === 'strategy');
  const reasons = OUTCOMES.filter((outcome) => parts.some(({ outcomes }) => outcomes[outcome] > 0));
  if (reasons.length === 0) return <p className="text-soft">No part had a candidate.</p>;
  const sum = (part: (typeof parts)[number]): number =>
    OUTCOMES.reduce((total, outcome) => total + part.outcomes[outcome], 0);
  return (
    <div className="grid gap-2">
      <p className="text-soft">
        {run.form === 'apart'
          ? 'Each part had its own slots and cash.'
          : 'The parts shared slots and cash: what one took, another could not.'}
      </p>
      <PlainTable
        label="Candidates by what became of them"
        head={['Candidates', ...parts.map(({ name }) => name)]}
        rows={[
          ...reasons.map((outcome) => [
            VERDICTS[outcome],
            ...parts.map((part) => {
              const n = part.outcomes[outcome];
              return n === 0 ? '–' : `${count(n)} (${percent(n / sum(part), 0)})`;
            }),
          ]),
          [<strong key="all">in all</strong>, ...parts.map((part) => count(sum(part)))],
        ]}
      />
    </div>
  );
});
