// A universe of one instrument, which need not be made before it is traded: its name says all of it.

const PREFIX = 'alone ';

/** The name of the universe that holds this instrument alone. */
export const alone = (symbol: string): string => `${PREFIX}${symbol}`;

/** The instrument that a universe of this name holds alone; undefined for any other name. */
export function symbolAlone(universe: string): string | undefined {
  return universe.startsWith(PREFIX) ? universe.slice(PREFIX.length) : undefined;
}
