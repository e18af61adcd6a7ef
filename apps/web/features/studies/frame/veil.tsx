'use client';

import { isoFromDay, type Study } from '@plateau/core';
import { EyeOff } from 'lucide-react';
import { type StoredStudy, studyOf } from '@/model/studies/stored-study.ts';
import { openHoldoutOf } from '@/store/sheets/actions.ts';
import { openVeilOf } from '@/store/studies/studies.ts';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { without } from '../setup/common-settings.tsx';
import { told } from './acts.ts';

/** The days that the sheet holds out: the study ends before them until they are opened, which is counted, here and on the sheet. */
export function Veil({ row, study }: { row: StoredStudy; study: Study }) {
  const { origin } = row;
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
    const { to: _to, ...rest } = studyOf(row);
    const last = veil.to === undefined ? {} : { to: veil.to };
    const split = study.kind === 'terrain' ? { split: veil.from } : {};
    await openVeilOf(row, without({ ...rest, ...last, ...split } as Study));
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
