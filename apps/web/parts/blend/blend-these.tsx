'use client';

import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import { blendFromParts } from '@/model/blend/new.ts';
import type { PartTexts } from '@/model/blend/parts.ts';
import { beginBlend } from '@/store/blends/actions.ts';
import { newPartId, readBlends } from '@/store/blends/keep.ts';
import { PartPicker } from './part-picker.tsx';

interface BlendTheseProps {
  readonly trigger: ReactNode;
  /** ids of sheets and kept runs that are ticked at first */
  readonly ticked: readonly string[];
}

/** Ticks sheets and kept runs, and opens a blend of them in its place. */
export function BlendThese({ trigger, ticked }: BlendTheseProps) {
  const router = useRouter();
  const begin = async (parts: readonly Partial<PartTexts>[]): Promise<void> => {
    await readBlends();
    const id = beginBlend(blendFromParts('Untitled blend', parts, newPartId));
    router.push(`/blends?blend=${id}`);
  };
  return (
    <PartPicker
      title="Blend these"
      act={(n) => `Blend these ${n}`}
      least={2}
      ticked={ticked}
      onPick={(parts) => void begin(parts)}
      trigger={trigger}
    />
  );
}
