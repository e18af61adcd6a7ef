// npm run samples: writes samples/, a small made-up market and one file of each kind, which the README's lines run on.

import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { dayFromIso, doEngineWork, ENGINE_VERSION, engineKeeper } from '@plateau/core';
import { readBarsCsv, readStrategy, universeCsv, writeFollowedFile } from '@plateau/files';
import { createSkerryMarket, historyCsv } from '@plateau/skerry';

const FUNDS = 10;
const SINCE = dayFromIso('2018-01-01') ?? 0;
const folder = join(import.meta.dirname, '../samples');
rmSync(join(folder, 'bars'), { recursive: true, force: true });
mkdirSync(join(folder, 'bars'), { recursive: true });

const { listings, bars } = createSkerryMarket();
const funds = listings
  .filter(({ kind, symbol }) => kind === 'fund' && (bars.get(symbol)?.day[0] ?? SINCE) < SINCE)
  .slice(0, FUNDS);
const write = (name: string, text: string): void => writeFileSync(join(folder, name), text);
for (const symbol of ['SK60', ...funds.map((fund) => fund.symbol)]) {
  const its = bars.get(symbol);
  if (its) write(`bars/${symbol}.csv`, historyCsv(its, SINCE));
}
write('bars/universe.csv', universeCsv(funds.map(({ symbol, group }) => ({ symbol, group }))));

const costs = { commission: { fixed: 1 }, slippage: 2 };
const strategy = {
  format: 'plateau-strategy/2',
  name: 'Dips in a rising fund',
  long: {
    enter: 'close > 100-day average and close is the lowest of {low} days',
    exit: 'close is the highest of 5 days or days held is at least {limit}',
    rank: { by: '5-day return', first: 'lowest' },
  },
  size: { method: 'equal-slots' },
  limits: { positions: 4 },
  costs,
  dials: { low: { value: 5, from: 3, to: 7, step: 1 }, limit: { value: 10, from: 5, to: 15, step: 5 } },
};
const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;
write('strategy.json', json(strategy));
write(
  'blend.json',
  json({
    format: 'plateau-blend/1',
    name: 'Dips beside the index',
    form: 'apart',
    parts: [
      { name: 'dips', share: 60, universe: 'bars/universe.csv', strategy },
      { name: 'index', share: 40, hold: 'SK60' },
    ],
  }),
);
write(
  'study.json',
  json({
    format: 'plateau-study/1',
    kind: 'terrain',
    name: 'Dips, setting by setting',
    universe: 'bars/universe.csv',
    benchmark: 'SK60',
    strategy,
    axes: [
      { dial: 'low', from: 3, to: 7, step: 1 },
      { dial: 'limit', from: 5, to: 15, step: 5 },
    ],
    figure: 'cagr',
  }),
);

const read = readStrategy(strategy, 'strategy.json');
if (!read.ok) throw new Error(read.problems[0]?.message);
const members = funds.map(({ symbol, group }) => ({ symbol, group }));
const shown = new Map(
  ['SK60', ...members.map(({ symbol }) => symbol)].map((symbol) => {
    const its = bars.get(symbol);
    const read = readBarsCsv(its ? historyCsv(its, SINCE) : '', symbol);
    if (!read.ok) throw new Error(read.problems[0]?.message);
    return [symbol, read.value];
  }),
);
const settings = {
  trusted: dayFromIso('2024-12-31') ?? 0,
  account: { kind: 'capital', capital: 50_000 },
  fills: [],
  events: [],
} as const;
const request = { strategy: read.value, benchmark: 'SK60' };
const work = doEngineWork(
  shown,
  engineKeeper(shown, () => members),
);
const outcome = await work.evening({ ...settings, run: { universe: 'funds', request } }, () => true);
if (outcome.kind !== 'done') throw new Error('the sample does not run');
write(
  'followed.json',
  writeFollowedFile({
    ...settings,
    name: 'Dips in a rising fund',
    engine: ENGINE_VERSION,
    tested: outcome.evening.tested,
    run: { kind: 'run', request, universe: { id: 'funds', name: 'Ten funds', members } },
  }),
);
