// Several decision logs as one.

import { describe, expect, it } from 'vitest';
import { joinDecisions } from '../../src/blend/join-decisions.ts';
import { at } from '../../src/numeric/at.ts';
import { type Decisions, OUTCOMES } from '../../src/simulation/records.ts';

function log(
  symbol: readonly string[],
  rows: readonly (readonly [day: number, symbol: string])[],
): { decisions: Decisions } {
  return {
    decisions: {
      symbol,
      day: Int32Array.from(rows, ([day]) => day),
      part: new Int8Array(rows.length),
      instrument: Int32Array.from(rows, ([, name]) => symbol.indexOf(name)),
      side: new Int8Array(rows.length).fill(1),
      rank: Float64Array.from(rows, (_row, k) => k),
      outcome: new Uint8Array(rows.length).fill(OUTCOMES.indexOf('no-slot')),
    },
  };
}

describe('joined decisions', () => {
  it('go by day, then by part, and name their instruments anew', () => {
    const first = log(
      ['A', 'C'],
      [
        [1, 'C'],
        [1, 'A'],
        [3, 'A'],
      ],
    );
    const second = log(
      ['B', 'C'],
      [
        [1, 'B'],
        [2, 'C'],
      ],
    );
    const joined = joinDecisions([first, undefined, second]);
    const rows = Array.from(joined.day, (day, k) => [
      day,
      at(joined.part, k),
      joined.symbol[at(joined.instrument, k)],
      at(joined.rank, k),
      OUTCOMES[at(joined.outcome, k)],
    ]);
    expect(rows).toEqual([
      [1, 0, 'C', 0, 'no-slot'],
      [1, 0, 'A', 1, 'no-slot'],
      [1, 2, 'B', 0, 'no-slot'],
      [2, 2, 'C', 1, 'no-slot'],
      [3, 0, 'A', 2, 'no-slot'],
    ]);
  });

  it('of no strategy are none', () => {
    expect(joinDecisions([undefined]).day.length).toBe(0);
  });
});
