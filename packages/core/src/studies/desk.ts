// Where a study's pieces of work are asked for: whoever gives a desk decides which thread does them, and what is remembered.

import type { Settled } from '../parallel/pool.ts';
import type { EngineWork } from '../work/engine-work.ts';
import { StudyFault } from './fault.ts';

export interface Desk {
  /**
   * Does several pieces of one kind. One that fails leaves the others.
   * @param came is told of each as it ends, with its place among those asked
   * @returns how each ended, in the order asked; rejects when the study is stopped
   */
  each<N extends keyof EngineWork>(
    kind: N,
    asked: readonly EngineWork[N]['in'][],
    came?: (how: Settled<EngineWork[N]['out']>, place: number) => void,
  ): Promise<readonly Settled<EngineWork[N]['out']>[]>;
  /** Says how many pieces more there will be, for the progress. */
  expect(pieces: number): void;
}

/** Does one piece. @throws its own error */
export async function one<N extends keyof EngineWork>(
  desk: Desk,
  kind: N,
  asked: EngineWork[N]['in'],
): Promise<EngineWork[N]['out']> {
  const [how] = await desk.each(kind, [asked]);
  if (how?.kind !== 'done') throw how?.error;
  return how.out;
}

/** Does one piece that the study cannot go on without. @throws {StudyFault} with why it cannot be done */
export async function needed<N extends keyof EngineWork>(
  desk: Desk,
  kind: N,
  asked: EngineWork[N]['in'],
): Promise<Done<EngineWork[N]['out']>> {
  const out = await one(desk, kind, asked);
  const { kind: how, problems = [] } = out as Failed;
  if (how === 'done') return out as Done<EngineWork[N]['out']>;
  throw new StudyFault(problems[0]?.path ?? 'strategy', problems[0]?.message ?? 'It was stopped.');
}

interface Failed {
  readonly kind: string;
  readonly problems?: readonly { readonly path: string; readonly message: string }[];
}

type Done<Out> = Extract<Out, { readonly kind: 'done' }>;

/** What a run of the engine gave, or in words why it gave nothing. */
export function doneOr<Out extends { readonly kind: string }>(
  how: Settled<Out> | undefined,
): { readonly done: Done<Out> } | { readonly why: string } {
  if (how === undefined) return { why: 'It has not run.' };
  if (how.kind === 'failed') return { why: how.error.message };
  const out: Failed = how.out;
  if (out.kind === 'done') return { done: how.out as Done<Out> };
  const [first] = out.problems ?? [];
  return { why: first ? `${first.path}: ${first.message}` : 'It was stopped.' };
}
