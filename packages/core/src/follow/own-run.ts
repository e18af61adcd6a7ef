// The run of a followed account: the tested plan with the money, and perhaps the fills, of its trader.

import type { Day } from '../days/day.ts';
import type { Evaluator } from '../evaluation/evaluate.ts';
import { at } from '../numeric/at.ts';
import { runOf } from '../outcome.ts';
import type { Run } from '../run.ts';
import type { Plan } from '../simulation/plan.ts';
import type { RunRequest } from '../simulation/request.ts';
import { simulate } from '../simulation/simulate.ts';
import type { FollowSettings } from './evening.ts';
import { fillsOf, type OwnFill } from './own-account.ts';
import { replay, type Unplaced } from './replay.ts';

export interface OwnRun {
  readonly run: Run;
  /** of own money: it filled as simulated, which own fills are laid against */
  readonly model?: Run;
  readonly unplaced: readonly { readonly fill: OwnFill; readonly why: Unplaced }[];
}

/**
 * @param plan of the tested run, from its first day on
 * @returns undefined where the simulated account itself is followed
 */
export function ownRun(
  evaluator: Evaluator,
  plan: Plan,
  request: RunRequest,
  { trusted, account, fills }: Pick<FollowSettings, 'trusted' | 'account' | 'fills'>,
): OwnRun | undefined {
  const opened = (capital: number, opens: Day): Plan => ({
    ...plan,
    account: { ...plan.account, capital, opens },
  });
  switch (account.kind) {
    case 'simulated':
      return undefined;
    case 'capital': {
      const own = opened(account.capital, trusted);
      const run = runOf(evaluator, own, request, simulate(own));
      return { run, model: run, unplaced: [] };
    }
    case 'fills': {
      const own = opened(account.capital, trusted);
      const { simulated, unplaced } = replay(own, fills);
      return {
        run: runOf(evaluator, own, request, simulated),
        model: runOf(evaluator, own, request, simulate(own)),
        unplaced,
      };
    }
    case 'holdings': {
      const { panel } = evaluator;
      const made = fillsOf(account.holdings, account.cash, (symbol) => {
        const k = panel.symbols.indexOf(symbol);
        return k < 0 ? undefined : at(panel.bars, k);
      });
      const opens = made.fills.reduce((first, { day }) => Math.min(first, day), trusted);
      // Cash as it stands today is told, and bears no interest of ours.
      const { calendar } = plan.account;
      const none = new Float64Array(calendar.length);
      const own = opened(made.capital, opens);
      const quiet = {
        ...own,
        account: { ...own.account, cashRate: none, marginRate: none, borrowRate: none },
      };
      const { simulated, unplaced } = replay(quiet, made.fills);
      return { run: runOf(evaluator, quiet, request, simulated), unplaced };
    }
  }
}
