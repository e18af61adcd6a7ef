// A universe of one instrument, which need not be made before it is traded: its name says all of it.

import type { Universe } from '@plateau/core';

const PREFIX = 'alone ';

/** The name of the universe that holds this instrument alone. */
export const alone = (symbol: string): string => `${PREFIX}${symbol}`;

/** The instrument that a universe of this name holds alone; undefined for a universe of the store. */
export function symbolAlone(universe: string): string | undefined {
  return universe.startsWith(PREFIX) ? universe.slice(PREFIX.length) : undefined;
}

/** The members of a universe by its name. @param kept those of the store's universe of this name, if there is one */
export function membersOf(universe: string, kept: Universe | undefined): Universe {
  const symbol = symbolAlone(universe);
  return kept ?? (symbol === undefined ? [] : [{ symbol }]);
}

/** What a universe is called on screen. @param kept the name of the store's universe, if there is one */
export function nameOfUniverse(universe: string, kept: string | undefined): string {
  const symbol = symbolAlone(universe);
  return kept ?? (symbol === undefined ? universe : `${symbol} alone`);
}
