// Keeps a result in step with the blend: every edit mixes again, the newest wins, the curve before the edit stays as a ghost.

import type { BlendAsked, Figures, Problem, ShownBlend } from '@plateau/core';
import { useEffect, useRef, useState } from 'react';
import type { PartInDraft } from '@/model/blend/parts.ts';
import { inDraft } from '@/model/blend/read.ts';
import { type Sheet, stateOf } from '@/model/sheet/sheet.ts';
import type { GhostCurve } from '@/parts/blend/blend-rows.ts';
import { besideInWorker, mixInWorker, stopMix } from '@/workers/blend-client.ts';
import type { BlendReading } from '../use-blend-read.ts';

interface BlendGhost extends GhostCurve {
  readonly figures: Figures;
  readonly capital: number;
}

export interface LiveBlend {
  readonly status: 'running' | 'done' | 'faulty' | 'stopped' | 'crashed';
  /** the last good run, perhaps of an earlier state of the blend; what it is held against comes a moment later */
  readonly run: ShownBlend | undefined;
  /** what that run ran, and which parts of the draft its parts are */
  readonly asked: BlendAsked | undefined;
  readonly parts: readonly PartInDraft[];
  readonly ghost: BlendGhost | undefined;
  readonly problems: readonly Problem[];
  readonly crash: string | undefined;
}

const NOTHING: LiveBlend = {
  status: 'running',
  run: undefined,
  asked: undefined,
  parts: [],
  ghost: undefined,
  problems: [],
  crash: undefined,
};

/** The run on screen, for the ghost of the next. */
interface Shown {
  readonly blend: string;
  readonly state: string;
  /** a ghost that ran on to another day would show what is veiled now */
  readonly to: number | undefined;
  readonly curve: BlendGhost;
}

export const capitalOf = ({ blend }: BlendAsked): number =>
  blend.form === 'apart' ? blend.capital : blend.account.capital;

/** @param attempt raise it to run again what was stopped */
export function useLiveBlend(blend: Sheet, { read, key, isOpen }: BlendReading, attempt: number): LiveBlend {
  const [live, setLive] = useState<LiveBlend>(NOTHING);
  const shown = useRef<Shown | undefined>(undefined);
  // Names are no part of the key, and stand in the result all the same.
  const names = read.ok ? read.parts.map(({ name }) => name).join('\n') : '';
  const faults = read.ok ? '' : JSON.stringify(read.problems);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a mix depends on what its key names, the veil and the attempt
  useEffect(() => {
    let late = false;
    const same = shown.current?.blend === blend.id;
    const begin = (next: Pick<LiveBlend, 'status' | 'problems'>): void =>
      setLive((before) => ({ ...(same ? before : NOTHING), ...next, crash: undefined }));
    if (!read.ok) {
      stopMix();
      return begin({ status: 'faulty', problems: read.problems });
    }
    begin({ status: 'running', problems: [] });
    const { asked, parts } = read;
    const mix = async (): Promise<void> => {
      const outcome = await mixInWorker(asked);
      if (late) return;
      if (outcome.kind === 'stopped') return setLive((before) => ({ ...before, status: 'stopped' }));
      if (outcome.kind === 'problems') {
        const problems = inDraft(outcome.problems, parts);
        return setLive((before) => ({ ...before, status: 'faulty', problems }));
      }
      const { run } = outcome;
      const state = stateOf(blend);
      const before = shown.current;
      const { to } = asked;
      const capital = capitalOf(asked);
      const curve = { days: run.marks.day, equity: run.marks.equity, figures: run.figures, capital };
      shown.current = { blend: blend.id, state, to, curve };
      setLive((last) => ({
        status: 'done',
        run,
        asked,
        parts,
        // Key presses and the turns of one drag share a state: the ghost is the curve before the edit.
        ghost:
          before?.blend !== blend.id || before.to !== to
            ? undefined
            : before.state === state
              ? last.ghost
              : before.curve,
        problems: [],
        crash: undefined,
      }));
      if (run.beside) return;
      const beside = await besideInWorker(asked);
      if (late) return;
      // Stopped by hand: the blend itself stands, and can be run again for the rest.
      if (!beside) return setLive((before) => ({ ...before, status: 'stopped' }));
      setLive((last) => (last.run === run ? { ...last, run: { ...run, beside } } : last));
    };
    mix().catch((error: Error) => {
      if (!late) setLive((before) => ({ ...before, status: 'crashed', crash: error.message }));
    });
    return () => {
      late = true;
    };
  }, [blend.id, key, isOpen, names, faults, attempt]);

  return live;
}
