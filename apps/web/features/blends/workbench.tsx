'use client';

import { useDeferredValue, useState } from 'react';
import { blendText } from '@/model/blend/fields.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { late } from '@/ui/late.tsx';
import { Split } from '@/ui/split.tsx';
import { useTitle } from '@/ui/use-title.ts';
import { useLiveBlend } from './result/use-live-blend.ts';
import { BlendBar } from './sheet/blend-bar.tsx';
import { BlendForm } from './sheet/blend-form.tsx';
import { useBlendRead, useSurroundings } from './use-blend-read.ts';

const Result = late('The result', () => import('./result/result.tsx').then((m) => m.Result), { ahead: true });

/** An open blend beside its live result. */
export function Workbench({ blend }: { blend: Sheet }) {
  const [attempt, setAttempt] = useState(0);
  useTitle('Blends', blendText(blend.draft, 'name'));
  const around = useSurroundings();
  const reading = useBlendRead(blend, around);
  const live = useLiveBlend(blend, reading, attempt);
  // The curve is drawn first; what stands beside the parts may come a frame later.
  const settled = useDeferredValue(live);
  // A part stays lit when it is moved.
  const [litId, setLitId] = useState<string>();
  const place = live.parts.findIndex(({ id }) => id === litId);
  const lit = place < 0 ? undefined : place;
  const setLit = (part: number | undefined): void =>
    setLitId(part === undefined ? undefined : live.parts[part]?.id);
  return (
    <main className="h-full">
      <h1 className="sr-only">Blends</h1>
      <Split
        label="Width of the blend"
        size="33%"
        least="26%"
        first={
          <>
            <BlendBar blend={blend} reading={reading} />
            <div
              className="min-h-0 flex-1 overflow-auto"
              tabIndex={0}
              role="region"
              aria-label="Settings of the blend"
            >
              <BlendForm blend={blend} live={settled} around={around} lit={lit} onLit={setLit} />
            </div>
          </>
        }
        second={
          <Result
            key={blend.id}
            live={live}
            blend={blend}
            reading={reading}
            lit={lit}
            onLit={setLit}
            again={() => setAttempt((n) => n + 1)}
          />
        }
      />
    </main>
  );
}
