// A shake: the same strategy under small changes that should not matter (studies.md 5).

import type { Figures } from '../../statistics/figures.ts';
import { ratio } from '../../statistics/moments.ts';
import { type Desk, doneOr, needed } from '../desk.ts';
import { StudyFault } from '../fault.ts';
import type { Nudge, ShakeStudy } from '../study.ts';
import { baseRun } from '../terrain/terrain.ts';
import { DRAWS_NOTHING } from './nudges.ts';

export interface Repetition {
  readonly nudge: Nudge;
  readonly repetition: number;
  /** undefined where it could not run */
  readonly figures: Figures | undefined;
}

export interface Shake {
  readonly kind: 'shake';
  /** as it is, without a nudge */
  readonly own: Figures;
  readonly repetitions: readonly Repetition[];
  /** the share of repetitions that grew by more a year than the benchmark did over their days; by nudge */
  readonly beat: readonly { readonly nudge: Nudge; readonly n: number; readonly share: number }[];
}

/** @throws {StudyFault} when the strategy cannot run as it is */
export async function shake(
  study: ShakeStudy,
  desk: Desk,
  show?: (repetitions: readonly Repetition[]) => void,
): Promise<Shake> {
  const { nudges, seed } = study;
  if (nudges.length === 0) throw new StudyFault('nudges', 'A shake needs a nudge.');
  const base = baseRun(study);
  const asked = repetitionsAsked(study);
  desk.expect(asked.length + 1);
  const { figures: own } = await needed(desk, 'figures', base);
  const done: Repetition[] = asked.map((one) => ({ ...one, figures: undefined }));
  await desk.each(
    'shake',
    asked.map((one) => ({ ...base, ...one, seed })),
    (how, k) => {
      const came = doneOr(how);
      if ('done' in came) done[k] = { ...asked[k]!, figures: came.done.figures };
      show?.(done);
    },
  );
  return {
    kind: 'shake',
    own,
    repetitions: done,
    beat: nudges.map((nudge) => {
      const ran = done.flatMap((one) => (one.nudge === nudge && one.figures ? [one.figures] : []));
      return { nudge, n: ran.length, share: ratio(ran.filter(beats).length, ran.length) };
    }),
  };
}

/** Every repetition of every nudge, in their order; what draws nothing is the same each time, and done once. */
export function repetitionsAsked({
  nudges,
  repetitions,
}: ShakeStudy): { readonly nudge: Nudge; readonly repetition: number }[] {
  return nudges.flatMap((nudge) =>
    Array.from({ length: DRAWS_NOTHING.has(nudge) ? 1 : repetitions }, (_x, repetition) => ({
      nudge,
      repetition,
    })),
  );
}

const beats = ({ cagr, benchmark }: Figures): boolean => cagr > benchmark.cagr;
