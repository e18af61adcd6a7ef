// A desk for tests: every piece is done here, at once.

import type { Market } from '../../src/bars/bars.ts';
import type { Universe } from '../../src/evaluation/panel.ts';
import { withDials } from '../../src/strategy/grid.ts';
import type { Desk } from '../../src/studies/desk.ts';
import type { TurnDials } from '../../src/studies/terrain/axes.ts';
import { symbolAlone } from '../../src/universes/alone.ts';
import { doEngineWork, engineKeeper } from '../../src/work/do-engine-work.ts';

export function deskHere(market: Market, universe: Universe): Desk {
  const members = (name: string): Universe => {
    const symbol = symbolAlone(name);
    return symbol === undefined ? universe : [{ symbol }];
  };
  const handlers = doEngineWork(market, engineKeeper(market, members));
  return {
    expect: () => undefined,
    each: async (kind, asked, came) => {
      const all = [];
      for (const [place, one] of asked.entries()) {
        const how = { kind: 'done', out: await handlers[kind](one, () => true) } as const;
        came?.(how, place);
        all.push(how);
      }
      return all;
    },
  };
}

export const turn: TurnDials = (strategy, values) => ({ ok: true, value: withDials(strategy, values) });
