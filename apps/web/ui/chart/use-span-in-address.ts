// The days in view of a chart, as the address names them. Zooming is no step that Back takes back.

import { dayFromIso, isoFromDay } from '@plateau/core';
import { createParser, useQueryState } from 'nuqs';
import { useCallback } from 'react';
import type { DaySpan } from './use-zoom.ts';

const parser = createParser<DaySpan>({
  parse: (text) => {
    const [from, to] = text.split('.').map((iso) => dayFromIso(iso));
    return from !== undefined && to !== undefined && from <= to ? { from, to } : null;
  },
  serialize: ({ from, to }) => `${isoFromDay(from)}.${isoFromDay(to)}`,
  eq: (a, b) => a.from === b.from && a.to === b.to,
});

/** The span, undefined for all of it, and what puts another in its place. */
export function useSpanInAddress() {
  const [span, set] = useQueryState('span', parser.withOptions({ history: 'replace' }));
  const keep = useCallback((next: DaySpan | undefined): void => void set(next ?? null), [set]);
  return [span ?? undefined, keep] as const;
}
