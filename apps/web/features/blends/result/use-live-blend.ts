// The blend's result, in step with it; what it is held against comes a moment later.

import { type BlendAsked, barsPerYear, type ShownBlend, unitOfBlend } from '@plateau/core';
import { useMemo } from 'react';
import type { PartInDraft } from '@/model/blend/parts.ts';
import { inDraft } from '@/model/blend/read.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { type Live, type Outcome, useLive } from '@/parts/live/use-live.ts';
import { besideInWorker, mixInWorker, stopMix } from '@/workers/blend-client.ts';
import type { BlendReading } from '../use-blend-read.ts';

/** A blend to mix, and which parts of the draft its parts are. */
interface MixAsked {
  readonly asked: BlendAsked;
  readonly parts: readonly PartInDraft[];
}

export interface LiveBlend
  extends Omit<Live<BlendAsked, ShownBlend>, 'asked'>,
    Partial<Pick<MixAsked, 'asked'>> {
  readonly parts: readonly PartInDraft[];
}

export const capitalOf = ({ blend }: BlendAsked): number =>
  blend.form === 'apart' ? blend.capital : blend.account.capital;

const NO_PARTS: readonly PartInDraft[] = [];

/** @param attempt raise it to run again what was stopped */
export function useLiveBlend(blend: Sheet, { read, key, isOpen }: BlendReading, attempt: number): LiveBlend {
  // Names are no part of the key, and stand in the result all the same; a blend with a fault is named by its faults.
  const named = read.ok ? read.parts.map(({ name }) => name) : read.problems;
  const live = useLive<MixAsked, ShownBlend>(
    blend,
    {
      key: JSON.stringify([key, isOpen, named]),
      reading: read.ok ? { ok: true, asked: read } : read,
      ask: mix,
      stop: stopMix,
      curveOf: ({ marks, figures }, { asked }) => ({
        days: marks.day,
        equity: marks.equity,
        figures,
        capital: capitalOf(asked),
        barsPerYear: barsPerYear(unitOfBlend(asked.blend)),
      }),
      endOf: ({ asked }) => asked.to,
    },
    attempt,
  );
  return useMemo(() => ({ ...live, asked: live.asked?.asked, parts: live.asked?.parts ?? NO_PARTS }), [live]);
}

async function mix(
  { asked, parts }: MixAsked,
  first: (run: ShownBlend) => void,
): Promise<Outcome<ShownBlend>> {
  const outcome = await mixInWorker(asked);
  if (outcome.kind === 'problems') return { ...outcome, problems: inDraft(outcome.problems, parts) };
  if (outcome.kind === 'stopped' || outcome.run.beside) return outcome;
  first(outcome.run);
  const beside = await besideInWorker(asked);
  // Stopped by hand: the blend itself stands, and can be run again for the rest.
  return beside ? { kind: 'done', run: { ...outcome.run, beside } } : { kind: 'stopped' };
}
