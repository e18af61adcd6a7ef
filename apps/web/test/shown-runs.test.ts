// @vitest-environment node
// Runs that are kept to be shown again: they come back as they were, and what is none is as good as gone.

import 'fake-indexeddb/auto';
import { createEngine, type ShownRun, type Trade } from '@plateau/core';
import { readStrategy, STRATEGY_FORMAT } from '@plateau/files';
import { describe, expect, it } from 'vitest';
import { isSameRun } from '../model/runs/same-run.ts';
import { deleteStore } from '../store/opening.ts';
import { readShownRun } from '../store/shown-run.ts';
import { putShownRun, shownRun } from '../store/shown-runs.ts';

const days = Int32Array.from({ length: 400 }, (_x, i) => 18_000 + i);
const swing = (seed: number) => {
  const close = Float64Array.from(days, (_d, i) => 20 * (1 + 0.3 * Math.sin((i + seed) / 7)) + i / 50);
  return {
    day: days,
    open: close.map((x) => x * 0.998),
    high: close.map((x) => x * 1.01),
    low: close.map((x) => x * 0.99),
    close,
    volume: new Float64Array(days.length).fill(1000),
  };
};

function ran(parts: object): ShownRun {
  const read = readStrategy({ format: STRATEGY_FORMAT, name: 'Swing', ...parts }, 'x');
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const market = new Map([
    ['KELP', swing(0)],
    ['TIDE', swing(3)],
  ]);
  const outcome = createEngine(market, [{ symbol: 'KELP', group: 'Weeds' }, { symbol: 'TIDE' }]).run({
    strategy: read.value,
    benchmark: 'KELP',
    splitAt: 18_200,
  });
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  const { decisions: _long, ledger: _longer, ...shown } = outcome.run;
  return shown;
}

const long = { enter: 'close > 10-day average', exit: 'close < 10-day average' };
const run = ran({ long: { ...long, stops: { initial: { percent: 5 }, target: { r: 3 } } } });
const both = ran({ long, short: { enter: long.exit, exit: long.enter } });

describe('a run that was shown', () => {
  it('comes back as it was', async () => {
    expect(run.trades.length).toBeGreaterThan(5);
    expect(both.sides).toBeDefined();
    for (const [key, one] of Object.entries({ run, both })) {
      await putShownRun(key, one, 1);
      expect(await shownRun(key)).toEqual(one);
    }
    expect(await shownRun('another')).toBeUndefined();
  });

  it('is one of the latest four', async () => {
    for (const at of [1, 2, 3, 4, 5]) await putShownRun(`run ${at}`, run, at);
    expect(await shownRun('run 1')).toBeUndefined();
    for (const at of [2, 3, 4, 5]) expect(await shownRun(`run ${at}`)).toEqual(run);
  });

  it('is gone with all else that is kept in the browser', async () => {
    await putShownRun('gone', run, 9);
    await deleteStore();
    expect((await indexedDB.databases()).map(({ name }) => name)).not.toContain('plateau shown runs');
  });

  it('is none where anything is missing or of another kind', () => {
    expect(readShownRun(run)).toBe(run);
    expect(readShownRun(undefined)).toBeUndefined();
    const optional = new Set(['halves', 'sides', 'held']);
    for (const key of Object.keys(both)) {
      const { [key as keyof ShownRun]: _gone, ...rest } = both;
      if (!optional.has(key)) expect(readShownRun(rest), key).toBeUndefined();
      expect(readShownRun({ ...both, [key]: 'kelp' }), key).toBeUndefined();
    }
    for (const [key, value] of Object.entries(run.trades[0] as object)) {
      if (typeof value !== 'string') continue;
      expect(readShownRun({ ...run, trades: [{ ...run.trades[0], [key]: 7 }] }), key).toBeUndefined();
    }
    const { figures, marks } = run;
    expect(readShownRun({ ...run, figures: { ...figures, cagr: undefined } })).toBeUndefined();
    expect(readShownRun({ ...run, marks: { ...marks, cash: marks.cash.slice(1) } })).toBeUndefined();
    expect(readShownRun({ ...run, riskFree: run.riskFree.slice(1) })).toBeUndefined();
  });

  it('is the same as another only where nothing of it differs', () => {
    expect(isSameRun(run, structuredClone(run))).toBe(true);
    const other = structuredClone(run);
    other.marks.equity[7] = (other.marks.equity[7] ?? 0) + 0.01;
    expect(isSameRun(run, other)).toBe(false);
    expect(isSameRun(run, { ...run, trades: run.trades.slice(1) })).toBe(false);
    expect(isSameRun(run, both)).toBe(false);
    const [first, ...rest] = run.trades;
    expect(isSameRun(run, { ...run, trades: [{ ...(first as Trade), symbol: 'OTHER' }, ...rest] })).toBe(
      false,
    );
    expect(isSameRun(run, { ...run, figures: { ...run.figures, cagr: 1 } })).toBe(false);
  });
});
