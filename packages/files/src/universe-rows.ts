// Members of a universe as rows of a store or a workspace.

import type { Universe } from '@plateau/core';

/** The rows as they are, or undefined where one has no symbol, or days or a group that are none. */
export function readUniverseRows(rows: unknown): Universe | undefined {
  // Rows by the ten thousand: looked at one by one, without building a schema's answer for each.
  return Array.isArray(rows) && rows.every(isMember) ? (rows as Universe) : undefined;
}

function isMember(row: unknown): boolean {
  const { symbol, from, to, group } = (row ?? {}) as Record<string, unknown>;
  const isDay = (value: unknown): boolean => value === undefined || Number.isInteger(value);
  return (
    typeof symbol === 'string' &&
    symbol !== '' &&
    isDay(from) &&
    isDay(to) &&
    (group === undefined || typeof group === 'string')
  );
}
