// Every sheet of the shelf is a strategy that reads, comes through a draft unchanged, and trades.

import { createEngine } from '@plateau/core';
import { readStrategy, STRATEGY_FORMAT } from '@plateau/files';
import { createSkerryMarket } from '@plateau/skerry';
import { describe, expect, it } from 'vitest';
import { shelf } from '../features/strategies/shelf/shelf.ts';
import { draftFrom, readDraft } from '../model/sheet/read.ts';

const skerry = createSkerryMarket();
const stocks = skerry.universes.find(({ id }) => id === 'skerry-stocks')?.members ?? [];
const engine = createEngine(skerry.bars, stocks);

describe('the shelf', () => {
  it('has at least sixteen sheets, each with a name and style of its own', () => {
    expect(shelf.length).toBeGreaterThanOrEqual(16);
    expect(new Set(shelf.map(({ name }) => name)).size).toBe(shelf.length);
    expect(new Set(shelf.map(({ style }) => style)).size).toBe(shelf.length);
  });

  it.each(shelf.map((sheet) => [sheet.name, sheet] as const))(
    '%s reads, comes back, and trades',
    (name, sheet) => {
      const read = readStrategy({ format: STRATEGY_FORMAT, name, ...sheet.strategy }, name);
      if (!read.ok)
        throw new Error(read.problems.map(({ path, message }) => `${path}: ${message}`).join('; '));
      const draft = readDraft(draftFrom(read.value));
      if (!draft.ok)
        throw new Error(draft.problems.map(({ path, message }) => `${path}: ${message}`).join('; '));
      expect(draft.request.strategy).toEqual(read.value);
      const outcome = engine.run({ strategy: read.value, benchmark: 'SK60' });
      if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
      expect(outcome.run.trades.length).toBeGreaterThan(20);
      // A dial that no rule reads would turn nothing.
      const text = JSON.stringify({ long: read.value.long, short: read.value.short });
      for (const dial of Object.keys(read.value.dials)) expect(text).toContain(`{${dial}}`);
    },
  );
});
