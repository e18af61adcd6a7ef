// Universes of one instrument, beside those of the store.

import { symbolAlone, type Universe } from '@plateau/core';

export { alone, symbolAlone } from '@plateau/core';

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
