'use client';

import { isoFromDay } from '@plateau/core';
import { EyeOff } from 'lucide-react';
import type { StoredStudy } from '@/model/studies/stored-study.ts';
import { openHoldoutOf } from '@/store/sheets/actions.ts';
import { openVeilOf } from '@/store/studies/studies.ts';
import { told } from '@/store/told.ts';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { withPart } from '../setup/change.ts';

/** The days that the sheet holds out: the study ends before them until they are opened, which is counted, here and on the sheet. */
export function Veil({ row: { id, origin } }: { row: StoredStudy }) {
  const veil = origin?.veil;
  if (!origin || !veil) return null;
  const openings = origin.openings?.length ?? 0;
  const day = isoFromDay(veil.from);
  if (openings > 0) {
    return (
      <span className="ml-auto text-accent">
        The days from {day} on were opened {openings === 1 ? 'once' : count(openings, 'time')}: they are no
        longer out of sample.
      </span>
    );
  }
  const open = async (): Promise<void> => {
    await openVeilOf(
      id,
      withPart((now) => ({ to: veil.to, ...(now.kind === 'terrain' && { split: veil.from }) })),
    );
    if (origin.of === 'sheet') await openHoldoutOf(origin.id, Date.now());
  };
  return (
    <span className="ml-auto flex items-center gap-2">
      <EyeOff size={14} aria-hidden className="text-accent" />
      Ends before {day}: the sheet holds out the days from there.
      <Button onClick={() => void told(open())}>Open them (counted)</Button>
    </span>
  );
}
