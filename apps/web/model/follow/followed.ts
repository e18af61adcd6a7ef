// What is followed: a kept run past the day it was trusted from, with its trader's account.

import type {
  BlendEveningAsked,
  EveningAsked,
  FollowSettings,
  PartAsked,
  RunAsked,
  Tested,
} from '@plateau/core';
import { isBlendRun, type KeptRun } from '../rows.ts';
import { blendAskedOf } from '../runs/kept.ts';

export interface StoredFollowed extends FollowSettings {
  readonly id: string;
  readonly name: string;
  /** milliseconds since 1970, when it began to be followed */
  readonly at: number;
  /** the engine that tested it, and what the tested part came to then */
  readonly engine: string;
  readonly tested: Tested;
  /** the run as it was kept: what is followed is fixed, whatever becomes of that */
  readonly run: KeptRun;
}

/** The run to the last bar there is, whatever was the last day of the kept one. */
function goneOn(run: KeptRun) {
  if (isBlendRun(run)) {
    const { to: _to, splitAt: _splitAt, ...asked } = blendAskedOf(run);
    return asked;
  }
  const { to: _to, splitAt: _splitAt, ...request } = run.request;
  return { universe: run.universe, request };
}

/** What its evening asks of the engine. */
export function eveningAskedOf(
  followed: Pick<StoredFollowed, 'run' | 'trusted' | 'account' | 'fills' | 'events'>,
): EveningAsked | BlendEveningAsked {
  const { trusted, account, fills, events } = followed;
  const run = goneOn(followed.run);
  const settings = { trusted, account, fills, events };
  return 'blend' in run ? { ...settings, run } : { ...settings, run };
}

/** Whose rules are asked for their reasons. @param part of a blend, by its place */
export function reasonsAskedOf({ run }: StoredFollowed, part: number): RunAsked | PartAsked {
  const asked = goneOn(run);
  return 'blend' in asked ? { ...asked, part } : asked;
}

/** Whether own fills and holdings can be laid under it: buckets have no positions of one account. */
export const canHold = ({ run }: Pick<StoredFollowed, 'run'>): boolean =>
  !isBlendRun(run) || (run.blend as { readonly form?: unknown }).form !== 'apart';

/** The tested part is another than when it was trusted: bars in the past have changed. */
export const pastChanged = (followed: StoredFollowed, now: Tested, engine: string): boolean =>
  followed.engine === engine && followed.tested.print !== now.print;
