// A terrain from its axes to its cells: each cell is the run it stands for.

import { describe, expect, it } from 'vitest';
import type { Bars } from '../../src/bars/bars.ts';
import { dayFromIso } from '../../src/days/day.ts';
import { createEngine } from '../../src/engine.ts';
import { at } from '../../src/numeric/at.ts';
import { withDials, withSetting } from '../../src/strategy/grid.ts';
import { StudyFault } from '../../src/studies/fault.ts';
import type { TerrainStudy } from '../../src/studies/study.ts';
import { surveyTerrain } from '../../src/studies/terrain/terrain.ts';
import { alone } from '../../src/universes/alone.ts';
import { deskHere, turn } from './desk.ts';
import { market, strategy, study, universe } from './sample.ts';

const desk = deskHere(market, universe);
const fault = async (changed: Partial<TerrainStudy>): Promise<StudyFault> => {
  const error = await surveyTerrain({ ...study, ...changed }, desk, turn).catch((thrown: unknown) => thrown);
  if (error instanceof StudyFault) return error;
  throw new Error(`no fault: ${JSON.stringify(changed)}`);
};

/** The bars with other prices from a day on. */
function otherFrom(bars: Bars, split: number): Bars {
  const moved = (column: Float64Array): Float64Array =>
    column.map((price, i) => (at(bars.day, i) < split ? price : price * (1 + (i % 7) / 10)));
  const { day, volume } = bars;
  return {
    day,
    open: moved(bars.open),
    high: moved(bars.high),
    low: moved(bars.low),
    close: moved(bars.close),
    volume,
  };
}

describe('a terrain', () => {
  it('holds for each cell the figures of its run, to the bit', async () => {
    const { cells, own } = await surveyTerrain(study, desk, turn);
    expect(cells.map(({ values }) => values.join())).toEqual([
      '2,2',
      '2,4',
      '2,6',
      '4,2',
      '4,4',
      '4,6',
      '6,2',
      '6,4',
      '6,6',
    ]);
    const engine = createEngine(market, universe);
    for (const { values, figures } of cells) {
      const [n = 0, held = 0] = values as number[];
      const outcome = engine.run({ strategy: withDials(strategy, { n, held }), benchmark: 'IX' });
      expect(outcome.kind === 'done' && outcome.run.figures).toEqual(figures);
    }
    expect(own?.cell).toBe(5);
  });

  it('lets nothing from the split on into what chooses', async () => {
    const split = dayFromIso('2020-09-01') ?? 0;
    const cut = new Map([...market].map(([symbol, bars]) => [symbol, otherFrom(bars, split)]));
    const whole = await surveyTerrain({ ...study, split }, desk, turn);
    const changed = await surveyTerrain({ ...study, split }, deskHere(cut, universe), turn);
    expect(whole.spearman).toBeTypeOf('number');
    for (const key of ['figure', 'height', 'plateau', 'middle', 'peak', 'peakDrop', 'own', 'luck'] as const) {
      expect(changed[key], key).toEqual(whole[key]);
    }
    expect(changed.cells.map(({ after }) => after)).not.toEqual(whole.cells.map(({ after }) => after));
  });

  it('takes universes, instruments, benchmarks, spans and conditions as axes', async () => {
    const spans = [{ to: dayFromIso('2020-06-30') ?? 0 }, { from: dayFromIso('2020-07-01') ?? 0 }];
    const { cells, luck, own } = await surveyTerrain(
      {
        ...study,
        axes: [{ instruments: ['A', 'B'] }, { spans }, { condition: { rule: 'long.enter', number: 2 } }],
      },
      desk,
      turn,
    );
    expect(cells.map(({ values }) => values.join(' '))).toEqual([
      'A ..2020-06-30 0',
      'A ..2020-06-30 1',
      'A 2020-07-01.. 0',
      'A 2020-07-01.. 1',
      'B ..2020-06-30 0',
      'B ..2020-06-30 1',
      'B 2020-07-01.. 0',
      'B 2020-07-01.. 1',
    ]);
    const plain = withSetting(strategy, ['long', 'enter'], 'close is the lowest of {n} days');
    const outcome = createEngine(market, [{ symbol: 'A' }]).run({
      strategy: plain,
      benchmark: 'IX',
      ...spans[0],
    });
    expect(outcome.kind === 'done' && outcome.run.figures).toEqual(cells[0]?.figures);
    // Days that are not the same days cannot be compared day by day.
    expect([luck, own]).toEqual([undefined, undefined]);
    const lists = await surveyTerrain(
      { ...study, axes: [{ universes: ['u', alone('A')] }, { benchmarks: ['IX', 'A'] }] },
      desk,
      turn,
    );
    expect(lists.own).toMatchObject({ cell: 0 });
    expect(lists.cells[1]?.figures?.benchmark.cagr).not.toBe(lists.cells[0]?.figures?.benchmark.cagr);
  });

  it('shows a cell that cannot run as such, and goes on with the others', async () => {
    const survey = await surveyTerrain(
      { ...study, axes: [{ dial: 'n', from: 2, to: 3, step: 0.5 }] },
      desk,
      turn,
    );
    expect(survey.cells.map(({ figures }) => figures !== undefined)).toEqual([true, false, true]);
    expect(survey.cells[1]?.why).toContain('whole number');
    expect(survey.figure[1]).toBeNaN();
    expect(survey.luck).toBeDefined();
  });

  it('says what makes a grid none', async () => {
    const dial = { dial: 'n', from: 2, to: 6, step: 2 };
    expect((await fault({ axes: [] })).message).toContain('needs an axis');
    expect((await fault({ axes: [dial, dial] })).message).toContain('has an axis already');
    expect((await fault({ axes: [{ ...dial, step: 0 }] })).message).toContain('must be above 0');
    expect((await fault({ axes: [{ ...dial, from: 9 }] })).message).toContain('before it begins');
    expect((await fault({ axes: [{ ...dial, to: 10_002, step: 1 }] })).message).toContain(
      '10000 are the most',
    );
    const wide = { ...dial, from: 1, to: 200, step: 1 };
    expect((await fault({ axes: [wide, { ...wide, dial: 'held' }] })).message).toContain('40000 cells');
    expect((await fault({ axes: [{ ...dial, dial: 'ghost' }] })).message).toContain('no dial {ghost}');
    const idle = { ...strategy, dials: { ...strategy.dials, idle: { value: 1 } } };
    expect((await fault({ strategy: idle, axes: [{ ...dial, dial: 'idle' }] })).message).toContain('No rule');
    expect((await fault({ axes: [{ universes: [] }] })).message).toContain('no values');
    expect((await fault({ split: 40_000 })).path).toBe('split');
    expect((await fault({ benchmark: 'GHOST' })).path).toBe('strategy');
  });
});
