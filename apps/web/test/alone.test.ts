// One instrument traded without a universe made for it.

import { describe, expect, it } from 'vitest';
import { alone, membersOf, nameOfUniverse, symbolAlone } from '../model/market/alone.ts';

describe('a universe of one instrument', () => {
  it('is told from those of the store by its name', () => {
    expect(symbolAlone(alone('SWELL'))).toBe('SWELL');
    expect(symbolAlone('skerry-stocks')).toBeUndefined();
  });

  it('has that member and a name that says so', () => {
    expect(membersOf(alone('SWELL'), undefined)).toEqual([{ symbol: 'SWELL' }]);
    expect(nameOfUniverse(alone('SWELL'), undefined)).toBe('SWELL alone');
  });

  it('is none where the store has one, and none of the store has no members once it is gone', () => {
    const kept = [{ symbol: 'A' }, { symbol: 'B' }];
    expect(membersOf('skerry-stocks', kept)).toBe(kept);
    expect(membersOf('gone', undefined)).toEqual([]);
    expect(nameOfUniverse('skerry-stocks', 'Skerry stocks')).toBe('Skerry stocks');
    expect(nameOfUniverse('gone', undefined)).toBe('gone');
  });
});
