// What an engine's worker answers, kind by kind, held against the engine itself.

import { describe, expect, it } from 'vitest';
import { dataName } from '../src/bars/data-name.ts';
import { createEngine } from '../src/engine.ts';
import { at } from '../src/numeric/at.ts';
import { runPerInstrument } from '../src/per-instrument.ts';
import { settingsOf, withDials } from '../src/strategy/grid.ts';
import { doEngineWork, engineKeeper } from '../src/work/do-engine-work.ts';
import { randomMarket, strategyOf } from './market.ts';

const strategy = strategyOf({
  dials: { n: { value: 5 }, stop: { value: 3 } },
  long: {
    enter: 'close > {n}-day average',
    exit: 'close < {n}-day average',
    stops: { trigger: 'touch', initial: { level: 'close * (1 - {stop} / 100)' } },
  },
});
const { market, universe } = randomMarket(3);
const request = { strategy, benchmark: 'IX' };
const asked = { universe: 'all', request };
const engine = createEngine(market, universe);
const own = engine.run(request);
if (own.kind !== 'done') throw new Error('the strategy of these tests must run');
const { run } = own;

/** Handlers that know the universe by one name alone. */
function worker() {
  return doEngineWork(
    market,
    engineKeeper(market, (name) => (name === 'all' ? universe : [])),
  );
}
const wanted = () => true;

describe('an engine’s worker', () => {
  it('gives each setting the figures of a run of its own', async () => {
    const work = worker();
    const settings = settingsOf([
      { dial: 'n', values: [3, 8] },
      { dial: 'stop', values: [2, 6] },
    ]);
    for (const dials of settings) {
      const turned = { ...request, strategy: withDials(strategy, dials) };
      const perInstrument = createEngine(market, universe).run(turned);
      if (perInstrument.kind !== 'done') throw new Error('every setting can run');
      const answer = await work.figures({ universe: 'all', request: turned }, wanted);
      expect(answer).toEqual({ kind: 'done', figures: perInstrument.run.figures });
    }
  });

  it('runs without one member, as if the universe had never held it', async () => {
    const [first, ...others] = universe;
    const without = createEngine(market, others).run(request);
    if (without.kind !== 'done') throw new Error('the others can run');
    const answer = await worker().figures({ ...asked, without: first?.symbol ?? '' }, wanted);
    expect(answer).toEqual({ kind: 'done', figures: without.run.figures });
    expect(without.run.figures).not.toEqual(run.figures);
  });

  it('shows a run without its decisions and ledger', async () => {
    const { decisions: _decisions, ledger: _ledger, ...shown } = run;
    expect(await worker().run(asked, wanted)).toEqual({ kind: 'done', run: shown });
  });

  it('reports the run that it runs', async () => {
    const answer = await worker().report(
      { ...asked, tried: [0.5], comparisons: [{ kind: 'held', symbol: 'IX' }] },
      wanted,
    );
    if (answer.kind !== 'done') throw new Error('it can run');
    expect(answer.run.trades).toEqual(run.trades);
    expect(answer.report.comparisons.length).toBe(1);
  });

  it('answers nothing of a run that has problems, and says so of the run itself', async () => {
    const work = worker();
    const wrong = { universe: 'all', request: { ...request, benchmark: 'NONE' } };
    expect(await work.run(wrong, wanted)).toMatchObject({ kind: 'problems' });
    expect(await work.figures(wrong, wanted)).toMatchObject({ kind: 'problems' });
    expect(await work.day({ ...wrong, day: at(run.marks.day, 5) }, wanted)).toBeUndefined();
    expect(await work.baseline({ ...wrong, seed: 1 }, wanted)).toBeUndefined();
    expect(await work.doubt({ ...wrong, symbols: [] }, wanted)).toBeUndefined();
  });

  it('stops when its answer is not wanted any more', async () => {
    const work = worker();
    expect(await work.run(asked, () => false)).toEqual({ kind: 'stopped' });
    expect(await work.figures(asked, () => false)).toEqual({ kind: 'stopped' });
  });

  it('answers what is asked of days and trades', async () => {
    const work = worker();
    const trade = run.trades[0];
    if (!trade) throw new Error('these rules trade');
    const story = await work.story({ ...asked, trade }, wanted);
    expect(story?.trade).toEqual(trade);
    const day = await work.day({ ...asked, day: trade.entryDay }, wanted);
    expect(day?.fills.map(({ symbol }) => symbol)).toContain(trade.symbol);
    const why = await work.why({ ...asked, symbol: trade.symbol, day: trade.entryDay }, wanted);
    expect(why).toMatchObject({ symbol: trade.symbol, member: true });
    const span = {
      symbol: trade.symbol,
      first: trade.entryDay,
      last: at(run.marks.day, run.marks.day.length - 1),
    };
    expect(await work.whyBetween({ ...asked, ...span }, wanted)).toMatchObject({ symbol: trade.symbol });
  });

  it('runs the rules on one instrument by itself, and with random entries the same for the same seed', async () => {
    const work = worker();
    const alone = { symbol: 'A', size: 'whole' } as const;
    const its = await work.perInstrument({ ...asked, alone }, wanted);
    expect(its).toEqual(runPerInstrument(market, universe, alone, request));
    // Opened, it is the same run, with the instrument held beside it.
    const opened = await work.run({ ...asked, alone }, wanted);
    if (opened.kind !== 'done' || 'why' in its) throw new Error(JSON.stringify(opened));
    expect(opened.run.figures).toEqual(its.strategy);
    expect(opened.run.held?.figures).toEqual(its.held);
    const [trade] = opened.run.trades;
    if (!trade) throw new Error('these rules trade');
    expect((await work.story({ ...asked, alone, trade }, wanted))?.trade).toEqual(trade);
    const none = await work.run({ ...asked, alone: { symbol: 'NONE', size: 'whole' } }, wanted);
    expect(none).toMatchObject({ kind: 'problems' });
    const twice = [1, 1, 2].map((seed) => work.baseline({ ...asked, seed }, wanted));
    const [first, again, other] = await Promise.all(twice);
    expect(again).toEqual(first);
    expect(other).not.toEqual(first);
  });

  it('names the data it read: the same for the same bars, another for one price changed', async () => {
    const symbols = [...market.keys()];
    const name = await worker().fingerprint({ ...asked, symbols }, wanted);
    expect(name).toBe(dataName(market, universe, [...symbols].reverse()));
    const bars = market.get('A');
    if (!bars) throw new Error('there is an A');
    const close = bars.close.map((price, i) => (i === 7 ? price * 1.0001 : price));
    expect(dataName(new Map(market).set('A', { ...bars, close }), universe, symbols)).not.toBe(name);
    expect((await worker().doubt({ ...asked, symbols }, wanted))?.data).toBe(name);
  });

  it('knows one universe from another', async () => {
    const work = worker();
    await work.run(asked, wanted);
    expect(await work.run({ ...asked, universe: 'nobody' }, wanted)).toMatchObject({ kind: 'problems' });
    expect(await work.run(asked, wanted)).toMatchObject({ kind: 'done' });
  });
});
