// Bars of many instruments marked as bits are the bars that were marked.

import fc from 'fast-check';
import { expect, it } from 'vitest';
import { listBars, markBars, wordsOf } from '../src/evaluation/marked-bars.ts';

/** Lengths of instruments' columns and, of each, bars that are marked. */
const marked = fc.array(
  fc
    .integer({ min: 0, max: 100 })
    .chain((length) =>
      fc.tuple(
        fc.constant(length),
        length === 0 ? fc.constant([]) : fc.uniqueArray(fc.nat({ max: length - 1 })),
      ),
    ),
  { maxLength: 6 },
);

it('lists of each instrument the bars that were marked, rising, however often that is done', () => {
  fc.assert(
    fc.property(marked, fc.boolean(), (instruments, twice) => {
      const starts = wordsOf(instruments.map(([length]) => ({ length })));
      const words = new Int32Array(starts[instruments.length] as number);
      const lists = instruments.map(([, bars]) => Int32Array.from(bars).sort());
      for (const [k, bars] of lists.entries()) {
        for (let n = 0; n < (twice ? 2 : 1); n++) markBars(words, starts[k] as number, bars);
      }
      const listed = listBars(
        words,
        starts,
        Int32Array.from(lists, ({ length }) => length),
      );
      const found = lists.map((_bars, k) => listed.bars.slice(listed.starts[k], listed.starts[k + 1]));
      expect(found).toEqual(lists);
    }),
  );
});
