// The dials that something of a strategy turns with.

import type { Strategy } from './strategy.ts';

/** In their order: those that stand in a rule, in a value, or in place of a number. */
export function usedDials({ dials, name: _name, notes: _notes, dialled = {}, ...rest }: Strategy): string[] {
  const texts = JSON.stringify(rest);
  const inPlace = new Set(Object.values(dialled));
  return Object.keys(dials).filter((dial) => texts.includes(`{${dial}}`) || inPlace.has(dial));
}
