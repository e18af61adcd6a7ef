// What the demo blends are said to teach, held against what they do on the Skerry market.

import { blendBench, engineKeeper } from '@plateau/core';
import { createSkerryMarket } from '@plateau/skerry';
import { beforeAll, describe, expect, it } from 'vitest';
import { DEMO_BLENDS, demoDraft } from '../model/blend/demo.ts';
import { readBlendDraft } from '../model/blend/read.ts';

const skerry = createSkerryMarket();
const bench = blendBench(
  skerry.bars,
  engineKeeper(skerry.bars, (name) => skerry.universes.find(({ id }) => id === name)?.members ?? []),
);

async function mixed(place: number) {
  const demo = DEMO_BLENDS[place];
  if (!demo) throw new Error('there is such a demo');
  let id = 0;
  const draft = demoDraft(demo, () => `p${id++}`);
  const read = readBlendDraft(draft, { sheetOf: () => undefined, hasUniverse: () => true });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const outcome = await bench.mix(read.asked, () => true);
  const beside = await bench.beside(read.asked, () => true);
  if (outcome.kind !== 'done' || !beside) throw new Error('it mixes');
  return { figures: outcome.mixed.figures, beside };
}

describe('the blend whose parts differ', () => {
  let blend: Awaited<ReturnType<typeof mixed>>;
  beforeAll(async () => {
    blend = await mixed(0);
  });

  it('falls less deep than any of its parts, and earns more for its risk', () => {
    const { figures, beside } = blend;
    for (const { alone } of beside.parts) {
      expect(figures.maxDrawdown).toBeGreaterThan(alone.maxDrawdown);
      expect(figures.sharpe).toBeGreaterThan(alone.sharpe);
    }
  });

  it('grows less than the best part and than the index', () => {
    const { figures, beside } = blend;
    expect(figures.cagr).toBeLessThan(Math.max(...beside.parts.map(({ alone }) => alone.cagr)));
    expect(figures.cagr).toBeLessThan(figures.benchmark.cagr);
  });
});

it('the blend of one idea four times moves as its parts do, and falls with them', async () => {
  const { figures, beside } = await mixed(1);
  const daily = beside.correlations.daily.slice(0, 4).map((row) => row.slice(0, 4));
  expect(Math.min(...daily.flat())).toBeGreaterThan(0.7);
  expect(beside.diversificationRatio).toBeLessThan(1.15);
  const falls = beside.parts.map(({ alone }) => alone.maxDrawdown);
  expect(figures.maxDrawdown - falls.reduce((a, b) => a + b, 0) / 4).toBeLessThan(0.05);
});
