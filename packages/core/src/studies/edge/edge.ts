// An edge: what follows a signal, beside what follows any bar (studies.md 3).

import { type Desk, doneOr, needed } from '../desk.ts';
import { StudyFault } from '../fault.ts';
import type { EdgeStudy } from '../study.ts';
import { outcomesAsked, type SignalAsked, signalsAsked } from './asked.ts';
import { holm } from './holm.ts';
import type { EdgeBaseRow, EdgeRow } from './rows.ts';

export interface Edge {
  readonly kind: 'edge';
  /** signals, values and horizons in their order */
  readonly rows: readonly (EdgeRow & { readonly holm: number })[];
  /** of longs */
  readonly base: readonly EdgeBaseRow[];
  /** signals that could not be read at some value, in words */
  readonly failed: readonly {
    readonly signal: string;
    readonly value: number | undefined;
    readonly why: string;
  }[];
}

/** Fewer events than this are called few. */
export const FEW_EVENTS = 30;

/** Whether a row has events enough, on days enough, to be told from luck. */
export const saysEnough = ({ n, days }: Pick<EdgeRow, 'n' | 'days'>): boolean =>
  n >= FEW_EVENTS && days >= FEW_EVENTS;
const MOST_VALUES = 30;

/** @throws {StudyFault} when a sweep is none, or no signal can be read */
export async function findEdge(
  study: EdgeStudy,
  desk: Desk,
  show?: (rows: readonly EdgeRow[]) => void,
): Promise<Edge> {
  const asked = allSignals(study);
  desk.expect(asked.length + 1);
  const base = await needed(desk, 'edgeBase', outcomesAsked(study));
  const rows: (readonly EdgeRow[])[] = asked.map(() => []);
  const failed: Edge['failed'][number][] = [];
  await desk.each('edge', asked, (how, k) => {
    const { name: signal, value } = asked[k]!;
    const came = doneOr(how);
    if ('why' in came) failed.push({ signal, value, why: came.why });
    else rows[k] = came.done.rows;
    show?.(rows.flat());
  });
  const all = rows.flat();
  if (all.length === 0) throw new StudyFault('signals', failed[0]?.why ?? 'There is no signal.');
  const corrected = holm(all.map(({ p }) => p));
  return {
    kind: 'edge',
    rows: all.map((row, k) => ({ ...row, holm: corrected[k]! })),
    base: base.base,
    failed,
  };
}

function allSignals(study: EdgeStudy): SignalAsked[] {
  study.signals.forEach(({ sweep }, k) => {
    const path = `signals.${k}.sweep`;
    if (!sweep) return;
    let count: number;
    try {
      count = signalsAsked({ ...study, signals: [study.signals[k]!] }).length;
    } catch (error) {
      throw new StudyFault(path, `The sweep has no values: ${(error as Error).message}.`);
    }
    if (count > MOST_VALUES) {
      throw new StudyFault(
        path,
        `The sweep has ${count} values; ${MOST_VALUES} are the most: take larger steps.`,
      );
    }
  });
  return signalsAsked(study);
}
