'use client';

import type { KeptRun } from '@/model/rows.ts';
import { nameRun } from '@/store/runs/saved-runs.ts';
import { TextInput } from '@/ui/text-input.tsx';

const LOOK =
  'min-w-0 rounded-sm border border-transparent bg-transparent px-1 hover:border-hairline focus:border-strong';

/** A kept run's name and note, changed in place. */
export function RunWords({ run }: { run: KeptRun }) {
  return (
    <>
      <h2 className="sr-only">{run.name || 'no name'}</h2>
      <TextInput
        aria-label="Name of the run"
        value={run.name}
        from={run}
        onCommit={(text) => {
          if (text.trim() !== run.name) void nameRun(run, { name: text.trim() });
        }}
        className={`${LOOK} w-64 font-serif text-xl`}
      />
      <TextInput
        aria-label="Note on the run"
        placeholder="a note"
        value={run.note ?? ''}
        from={run}
        onCommit={(text) => {
          if (text.trim() !== (run.note ?? '')) void nameRun(run, { note: text.trim() });
        }}
        className={`${LOOK} w-40 text-soft focus:text-ink`}
      />
    </>
  );
}
