// What is opened over a report, as the address names it.

import { useCallback } from 'react';
import { type Inspectable, useInspection } from '@/parts/inspect/use-inspection.ts';
import { type Address, useAddress } from './use-address.ts';

/** @param run undefined until it has been run again */
export function useReportPlace(id: string, run: Inspectable | undefined) {
  const [place, goTo] = useAddress();
  const go = useCallback(
    (parts: Address, how?: 'push' | 'replace'): void => goTo({ run: id, ...parts }, how),
    [goTo, id],
  );
  return useInspection(run, place, go);
}
