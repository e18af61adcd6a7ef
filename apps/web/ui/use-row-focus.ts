// The rows of a long table are one stop of Tab: arrows lead from row to row, Tab from one control of a row to the next.

import type { Virtualizer } from '@tanstack/react-virtual';
import { type FocusEvent, type KeyboardEvent, useEffect, useRef, useState } from 'react';

const PAGE = 15;
const CONTROLS = 'button, a[href], input, [role=checkbox]';
/** What has arrows of its own. */
const OWN_ARROWS = 'input, textarea, [role=combobox]';

interface RowFocus {
  readonly onKeyDown: (event: KeyboardEvent<HTMLElement>) => void;
  readonly onFocus: (event: FocusEvent<HTMLElement>) => void;
  readonly ref: (body: HTMLElement | null) => void;
}

const indexOf = (row: Element): number => Number(row.getAttribute('aria-rowindex')) - 2;
const controlsOf = (row: Element): HTMLElement[] => [...row.querySelectorAll<HTMLElement>(CONTROLS)];

/** For the element around the rows, each of which says its place by aria-rowindex, the header's being 1. */
export function useRowFocus(count: number, virtual: Virtualizer<HTMLDivElement, Element>): RowFocus {
  const body = useRef<HTMLElement>(null);
  const [reached, setReached] = useState(0);
  /** which control of the row is to get the focus once the row is drawn */
  const wanted = useRef<number>(undefined);
  useEffect(() => {
    const rows = [...(body.current?.children ?? [])];
    // What has been scrolled out of view is no stop: the first in view is.
    const stop = rows.some((row) => indexOf(row) === reached) ? reached : rows[0] && indexOf(rows[0]);
    for (const row of rows) {
      for (const control of controlsOf(row)) control.tabIndex = indexOf(row) === stop ? 0 : -1;
    }
    if (wanted.current === undefined) return;
    const row = rows.find((one) => indexOf(one) === reached);
    const control = row && controlsOf(row)[wanted.current];
    if (!control) return;
    wanted.current = undefined;
    control.focus();
  });
  return {
    ref: (element) => {
      body.current = element;
    },
    onFocus: ({ target }) => {
      const row = target.closest('[aria-rowindex]');
      if (row) setReached(indexOf(row));
    },
    onKeyDown: (event) => {
      if (!(event.target instanceof HTMLElement) || event.target.closest(OWN_ARROWS)) return;
      const row = event.target.closest('[aria-rowindex]');
      if (!row) return;
      const from = indexOf(row);
      const to = { ArrowDown: from + 1, ArrowUp: from - 1, PageDown: from + PAGE, PageUp: from - PAGE };
      const next = { ...to, Home: 0, End: count - 1 }[event.key];
      if (next === undefined || event.ctrlKey || event.metaKey || event.altKey) return;
      event.preventDefault();
      wanted.current = Math.max(0, controlsOf(row).indexOf(event.target));
      const place = Math.min(count - 1, Math.max(0, next));
      setReached(place);
      virtual.scrollToIndex(place);
    },
  };
}
