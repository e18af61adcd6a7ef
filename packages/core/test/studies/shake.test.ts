// Nudges: each is what it says, the same for the same seed, and late is a day late.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../../testing/cases.ts';
import { type Bars, faultsInBars } from '../../src/bars/bars.ts';
import { createEngine } from '../../src/engine.ts';
import { at } from '../../src/numeric/at.ts';
import { normalDraws } from '../../src/numeric/normal-draws.ts';
import { deviation, mean } from '../../src/statistics/moments.ts';
import { movedBars, nudged } from '../../src/studies/shake/nudges.ts';
import { shake } from '../../src/studies/shake/shake.ts';
import { NUDGES, type Nudge, type ShakeStudy } from '../../src/studies/study.ts';
import { randomMarket, strategyOf } from '../market.ts';
import { deskHere } from './desk.ts';

const { market, universe } = randomMarket(6, 6, 320);
const strategy = strategyOf({
  long: {
    enter: 'close is the lowest of 4 days',
    exit: 'close is the highest of 4 days',
    rank: { by: '3-day return', first: 'lowest' },
    stops: { trigger: 'touch' },
  },
  limits: { positions: 2, afterMembership: 'hold' },
  costs: { ...strategyOf({}).costs, slippage: 10 },
});
const study: ShakeStudy = {
  kind: 'shake',
  name: '',
  notes: '',
  seed: 3,
  universe: 'u',
  benchmark: 'IX',
  strategy,
  repetitions: 6,
  nudges: NUDGES,
};
const request = { strategy, benchmark: 'IX' };
const engine = createEngine(market, universe);
const calendar = (() => {
  const outcome = engine.days(request);
  if (outcome.kind !== 'done') throw new Error('it runs');
  return outcome.days;
})();
const by = (nudge: Nudge, repetition: number) =>
  nudged(request, universe, calendar, { nudge, seed: 3, repetition });
const runOf = (changed: typeof request & { late?: boolean }) => {
  const outcome = engine.run(changed);
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.run;
};

describe('a shake', () => {
  it('repeats every nudge that draws, and is the same for the same seed', async () => {
    const desk = deskHere(market, universe);
    const first = await shake(study, desk);
    expect(first.repetitions.length).toBe(6 * 6 + 2);
    expect(await shake(study, deskHere(market, universe))).toEqual(first);
    const other = await shake({ ...study, seed: 4 }, desk);
    expect(other.repetitions.map(({ figures }) => figures?.cagr)).not.toEqual(
      first.repetitions.map(({ figures }) => figures?.cagr),
    );
    expect(first.own).toEqual(runOf(request).figures);
    for (const nudge of ['start', 'universe', 'overlooked', 'bars', 'order', 'all'] as const) {
      const some = first.repetitions
        .filter((one) => one.nudge === nudge)
        .map(({ figures }) => figures?.endEquity);
      expect(new Set(some).size, nudge).toBeGreaterThan(2);
    }
    for (const { nudge, n, share } of first.beat) {
      const ran = first.repetitions.flatMap((one) =>
        one.nudge === nudge && one.figures ? [one.figures] : [],
      );
      expect([n, share]).toEqual([
        ran.length,
        ran.filter(({ cagr, benchmark }) => cagr > benchmark.cagr).length / ran.length,
      ]);
    }
  });

  it('draws the same alone and together', () => {
    for (let k = 0; k < 5; k++) {
      const all = by('all', k);
      expect(all.request.from).toBe(by('start', k).request.from);
      expect(all.universe).toEqual(by('universe', k).universe);
      expect(all.jitter).toBe(by('bars', k).jitter);
      expect(all.request.late).toBe(true);
      expect(all.request.strategy.costs.slippage).toBe(20);
      expect(all.request.strategy.long?.rank?.by).toBe('random');
    }
  });

  it('moves the start within 250 days, and keeps seven in ten instruments', () => {
    const starts = Array.from({ length: 200 }, (_x, k) => by('start', k).request.from ?? 0);
    expect(Math.min(...starts)).toBeGreaterThanOrEqual(at(calendar, 0));
    expect(Math.max(...starts)).toBeLessThanOrEqual(at(calendar, 250));
    expect(new Set(starts).size).toBeGreaterThan(80);
    const kept = Array.from({ length: 200 }, (_x, k) =>
      by('universe', k).universe.map(({ symbol }) => symbol),
    );
    expect(new Set(kept.map(({ length }) => length))).toEqual(new Set([4]));
    for (const { symbol } of universe) {
      const share = kept.filter((symbols) => symbols.includes(symbol)).length / kept.length;
      expect(Math.abs(share - 4 / 6)).toBeLessThan(0.13);
    }
  });

  it('overlooks one candidate in ten', () => {
    const counted = { ...strategy, limits: { afterMembership: 'hold' as const } };
    const all = runOf({
      ...request,
      strategy: { ...counted, long: { ...counted.long, exit: 'always' } as never },
    });
    const count = (k: number): number => {
      const { request: changed } = nudged(
        { ...request, strategy: { ...counted, long: { ...counted.long, exit: 'always' } as never } },
        universe,
        calendar,
        { nudge: 'overlooked', seed: 3, repetition: k },
      );
      return runOf(changed as typeof request).decisions.day.length;
    };
    const shares = Array.from({ length: 12 }, (_x, k) => count(k) / all.decisions.day.length);
    expect(Math.abs(mean(shares) - 0.9)).toBeLessThan(0.04);
  });

  it('enters and leaves a day later, at every timing', () => {
    const plain = {
      ...strategy,
      limits: { afterMembership: 'hold' as const },
      size: { ...strategy.size, percent: 1 },
    };
    for (const timing of ['next-open', 'next-close', 'same-close'] as const) {
      const asked = { ...request, strategy: { ...plain, timing: { enter: timing, exit: timing } } };
      const onTime = runOf(asked).trades;
      const late = runOf({ ...asked, late: true }).trades;
      const place = (day: number | undefined): number => [...calendar].indexOf(day ?? -1);
      for (const { decisionDay, entryDay, exitDecisionDay, exitDay, exitReason } of late) {
        const wait = timing === 'same-close' ? 1 : 2;
        expect(place(entryDay) - place(decisionDay)).toBe(wait);
        // An exit waits for a bar where there is none on its day.
        if (exitReason === 'rule')
          expect(place(exitDay) - place(exitDecisionDay)).toBeGreaterThanOrEqual(wait);
      }
      expect(late.length).toBeGreaterThan(onTime.length / 3);
      const [first] = onTime;
      const same = late.find(
        ({ symbol, decisionDay }) => symbol === first?.symbol && decisionDay === first.decisionDay,
      );
      expect(place(same?.entryDay)).toBe(place(first?.entryDay) + 1);
    }
  });

  it('keeps a rotation within its slots when orders are late', () => {
    const rotation = {
      ...strategy,
      limits: { afterMembership: 'hold' as const },
      long: {
        enter: 'close > 0',
        exit: '',
        rank: { by: '3-day return', first: 'highest' as const },
        rotate: { review: 'day' as const, hold: 2, keep: 2 },
        stops: { trigger: 'touch' as const },
      },
    };
    const { marks, trades } = runOf({ ...request, strategy: rotation, late: true });
    expect(trades.length).toBeGreaterThan(20);
    // Exits and entries of one open fill together; what an exit without a bar holds up may stand beside its successor.
    expect(mean([...marks.positions])).toBeLessThan(2.2);
  });
});

describe('moved bars', () => {
  it('stay bars, near what they were', () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        const bars = market.get('A') as Bars;
        const moved = movedBars(bars, seed);
        expect(faultsInBars(moved)).toEqual([]);
        const steps = [...moved.close].map((close, i) => {
          const before = at(bars.close, Math.max(0, i - 1));
          const range = Math.max(at(bars.high, i), before) - Math.min(at(bars.low, i), before);
          return (close - at(bars.close, i)) / range;
        });
        expect(deviation(steps)).toBeGreaterThan(0.04);
        expect(deviation(steps)).toBeLessThan(0.06);
      }),
      { numRuns: cases(20) },
    );
  });

  it('are drawn from a normal distribution', () => {
    const draw = normalDraws(9);
    const values = Array.from({ length: 20_000 }, draw);
    expect(Math.abs(mean(values))).toBeLessThan(0.03);
    expect(Math.abs(deviation(values) - 1)).toBeLessThan(0.03);
    const within = values.filter((x) => Math.abs(x) < 1).length / values.length;
    expect(Math.abs(within - 0.6827)).toBeLessThan(0.015);
  });
});
