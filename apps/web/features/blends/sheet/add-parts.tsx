'use client';

import { sharesAround } from '@plateau/core';
import { Plus } from 'lucide-react';
import { type PartTexts, partsOf, shareOf, withPartsAdded, withShares } from '@/model/blend/parts.ts';
import { type Draft, type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { PartPicker } from '@/parts/blend/part-picker.tsx';
import { editBlend } from '@/store/blends/actions.ts';
import { newPartId } from '@/store/blends/keep.ts';

/** Parts added with an equal share each, for which the others make room in proportion. */
function added(draft: Draft, parts: readonly Partial<PartTexts>[]): Draft {
  let next: Draft = draft;
  let changes: Draft = {};
  for (const part of parts) {
    const one = withPartsAdded(next, [part], newPartId);
    next = { ...next, ...one };
    const all = partsOf(next);
    const shares = sharesAround(all.map(shareOf), all.length - 1, 100 / all.length);
    const shared = withShares(new Map(all.map(({ id }, k) => [id, shares[k] ?? 0])));
    next = { ...next, ...shared };
    changes = { ...changes, ...one, ...shared };
  }
  return changes;
}

/** Adds sheets, kept runs, an instrument held, cash. */
export function AddParts({ blend, apart }: { blend: Sheet; apart: boolean }) {
  const { draft } = blend;
  const add = (parts: readonly Partial<PartTexts>[]): void => editBlend(added(draft, parts));
  const benchmark = textOf(draft, 'benchmark');
  return (
    <div className="flex flex-wrap gap-x-4 gap-y-1 pt-2">
      <PartPicker
        title="Add parts"
        act={(count) => (count === 1 ? 'Add it' : `Add these ${count}`)}
        least={1}
        onPick={add}
        trigger={<AddButton words="Add sheets or kept runs" />}
      />
      {apart && (
        <>
          <AddButton
            words="Add an instrument held"
            onClick={() => add([{ name: `${benchmark} held`, kind: 'hold', hold: benchmark }])}
          />
          <AddButton words="Add cash" onClick={() => add([{ name: 'Cash', kind: 'cash', cash: '2' }])} />
        </>
      )}
    </div>
  );
}

interface AddButtonProps {
  readonly words: string;
  readonly onClick?: () => void;
}

function AddButton({ words, ...button }: AddButtonProps) {
  return (
    <button
      type="button"
      className="inline-flex items-center gap-1 rounded-sm text-accent hover:underline"
      {...button}
    >
      <Plus size={13} aria-hidden /> {words}
    </button>
  );
}
