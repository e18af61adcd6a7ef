// What the address of the Runs place names: the run, what is opened over its report, the runs side by side, the
// evening.

import { parseAsString, useQueryStates } from 'nuqs';
import { useCallback } from 'react';

const PARTS = {
  run: parseAsString,
  trade: parseAsString,
  day: parseAsString,
  beside: parseAsString,
  evening: parseAsString,
};
const NOTHING = { run: null, trade: null, day: null, beside: null, evening: null };

export type Address = Partial<Readonly<Record<keyof typeof PARTS, string>>>;

/** The address's parts, and what puts others in their place: as a step that Back takes back, or not. */
export function useAddress() {
  const [address, setAddress] = useQueryStates(PARTS);
  const go = useCallback(
    (parts: Address, history: 'push' | 'replace' = 'push'): void => {
      void setAddress({ ...NOTHING, ...parts }, { history });
    },
    [setAddress],
  );
  return [address, go] as const;
}
