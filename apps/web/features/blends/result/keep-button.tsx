'use client';

import { blendText } from '@/model/blend/fields.ts';
import type { LogEntry } from '@/model/logbook/entry.ts';
import { nameOfUniverse } from '@/model/market/alone.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { KeepButton } from '@/parts/keep-button.tsx';
import { useUniverses } from '@/store/market/listings.ts';
import { keepBlendRun } from './keep-blend-run.ts';
import type { LiveBlend } from './use-live-blend.ts';

interface KeepBlendProps {
  readonly blend: Sheet;
  readonly live: LiveBlend;
  /** the blend's variants; undefined while they are read */
  readonly logbook: readonly LogEntry[] | undefined;
}

/** Keeps the blend's run on screen, once all that it is held against is there. */
export function KeepBlend({ blend, live, logbook }: KeepBlendProps) {
  const universes = useUniverses();
  const { asked, status, run } = live;
  const beside = run?.beside;
  const isReady = status === 'done' && asked && run && beside && universes && logbook;
  const keep = async (): Promise<string> => {
    if (!isReady) throw new Error('it has not come to its end');
    const traded = asked.blend.parts.map((part) => {
      if (part.kind === 'hold') return part.symbol;
      if (part.kind === 'cash') return 'cash';
      return nameOfUniverse(part.universe, universes.find(({ id }) => id === part.universe)?.name);
    });
    const stored = await keepBlendRun({
      name: blendText(blend.draft, 'name'),
      sheet: blend.id,
      universeName: [...new Set(traded)].join(', '),
      tried: logbook.map(({ figures }) => figures.sharpe),
      asked,
      run: { ...run, beside },
    });
    return stored.id;
  };
  return <KeepButton run={run} disabled={!isReady} onKeep={keep} />;
}
