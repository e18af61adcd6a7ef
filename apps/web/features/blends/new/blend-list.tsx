'use client';

import { Blend, Plus, Trash2, Upload } from 'lucide-react';
import { useEffect, useEffectEvent } from 'react';
import { DEMO_BLENDS, demoDraft } from '@/model/blend/demo.ts';
import { blendText, FORMS } from '@/model/blend/fields.ts';
import { blendFromParts } from '@/model/blend/new.ts';
import { partsOf } from '@/model/blend/parts.ts';
import { freshBlend } from '@/model/blend/read.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { PartPicker } from '@/parts/blend/part-picker.tsx';
import { useCommandMenu } from '@/parts/commands/menu-state.ts';
import { HelpMark } from '@/parts/help-mark.tsx';
import { beginBlend, removeBlend } from '@/store/blends/actions.ts';
import { newPartId } from '@/store/blends/keep.ts';
import { openBlend, useBlends } from '@/store/blends/state.ts';
import { Button, IconButton } from '@/ui/button';
import { count, moment } from '@/ui/format.ts';
import { useTitle } from '@/ui/use-title.ts';
import { useBlendImport } from '../sheet/blend-bar.tsx';
import { Exchange } from './exchange.tsx';

const emptyBlend = (): string => beginBlend(freshBlend('Untitled blend'));

/** All blends, and the ways to begin another. */
export function BlendList() {
  useTitle('Blends', '');
  const blends = useBlends((s) => s.all)?.filter(({ deleted }) => deleted === undefined) ?? [];
  const { field, choose } = useBlendImport();
  useListCommands(choose);
  return (
    <main className="document contours h-full overflow-auto">
      <div className="mx-auto grid max-w-[64rem] gap-4 p-6">
        <header>
          <div className="flex items-center gap-1">
            <h1 className="font-serif text-2xl">Blends</h1>
            <HelpMark about="blends" />
          </div>
          <p className="max-w-[46rem] text-soft">
            Several strategies as one account, or as buckets of money side by side: is the mixture better than
            its best part and than the benchmark, how alike are the parts, and where did the money come from?
          </p>
        </header>
        <section aria-label="A new blend" className="border border-hairline bg-raised p-4">
          <h2 className="font-serif text-lg">A new blend</h2>
          <div className="flex flex-wrap gap-2 pt-2">
            <PartPicker
              title="Blend these"
              act={(n) => `Blend these ${n}`}
              least={2}
              onPick={(parts) => beginBlend(blendFromParts('Untitled blend', parts, newPartId))}
              trigger={
                <Button className="border-strong bg-accent-paper font-semibold">
                  <Blend size={14} aria-hidden /> From sheets or kept runs …
                </Button>
              }
            />
            <Exchange />
            <Button onClick={emptyBlend}>
              <Plus size={14} aria-hidden /> Empty
            </Button>
            <Button onClick={choose}>
              <Upload size={14} aria-hidden /> Import a blend file
            </Button>
            {field}
          </div>
        </section>
        <section aria-label="Your blends">
          <h2 className="font-serif text-lg">Your blends</h2>
          {blends.length === 0 ? (
            <p className="text-soft">None yet. Begin one above, or open one of those below to look around.</p>
          ) : (
            <ul className="border-t border-hairline">
              {[...blends].reverse().map((blend) => (
                <Entry key={blend.id} blend={blend} />
              ))}
            </ul>
          )}
        </section>
        <section aria-label="Blends to learn from">
          <h2 className="font-serif text-lg">Two to learn from</h2>
          <ul className="grid grid-cols-2 gap-3 pt-1">
            {DEMO_BLENDS.map((demo) => (
              <li key={demo.name} className="flex flex-col gap-2 border border-hairline bg-raised p-4">
                <h3 className="font-serif text-base">{demo.name}</h3>
                <p className="flex-1 text-soft">{demo.about}</p>
                <p>
                  <Button onClick={() => beginBlend(demoDraft(demo, newPartId))}>Open “{demo.name}”</Button>
                </p>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </main>
  );
}

function Entry({ blend }: { blend: Sheet }) {
  const { draft } = blend;
  const parts = partsOf(draft);
  const name = blendText(draft, 'name') || 'no name';
  const form = FORMS.find(([value]) => value === blendText(draft, 'form'))?.[1];
  return (
    <li className="flex items-center gap-3 border-b border-hairline py-1.5">
      <button
        type="button"
        className="min-w-0 truncate font-serif text-base hover:underline"
        onClick={() => openBlend(blend.id)}
      >
        {name}
      </button>
      <span className="min-w-0 flex-1 truncate text-soft">
        {form}, {count(parts.length, 'part')}
        {parts.length > 0 && `: ${parts.map((part) => part.name).join(', ')}`}
      </span>
      <span className="text-soft">{moment(blend.created)}</span>
      <IconButton label={`Delete ${name}`} icon={Trash2} onClick={() => removeBlend(blend)} />
    </li>
  );
}

function useListCommands(choose: () => void): void {
  const offer = useCommandMenu((menu) => menu.offer);
  const importNow = useEffectEvent(() => choose());
  useEffect(() => {
    offer([
      { group: 'Blend', label: 'New empty blend', run: () => void emptyBlend() },
      { group: 'Blend', label: 'Import a blend file', run: () => importNow() },
    ]);
    return () => offer([]);
  }, [offer]);
}
