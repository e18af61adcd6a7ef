// Which bars are in view: zoomed and moved by keys, wheel and dragging.

import { type KeyboardEvent, type PointerEvent, useRef, useState, type WheelEvent } from 'react';

const FIRST_VIEW = 220;
const LEAST_VIEW = 20;
const MOST_VIEW = 700;

export interface View {
  /** places of the first and last bar in view */
  readonly first: number;
  readonly last: number;
  readonly count: number;
  zoom(by: number): void;
  /** brings a place to the middle, with `count` bars in view if given */
  go(place: number, count?: number): void;
  /** back to the newest bars */
  reset(): void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
  readonly dragging: {
    readonly onWheel: (event: WheelEvent) => void;
    readonly onPointerDown: (event: PointerEvent<HTMLElement>) => void;
    readonly onPointerMove: (event: PointerEvent<HTMLElement>) => void;
    readonly onPointerUp: (event: PointerEvent<HTMLElement>) => void;
  };
}

/** @param size how many bars there are */
export function useView(size: number): View {
  const [view, setView] = useState<{ last: number; count: number }>();
  const grip = useRef<{ x: number; last: number } | undefined>(undefined);
  const count = Math.min(size, view?.count ?? FIRST_VIEW);
  const last = Math.min(size - 1, Math.max(count - 1, view?.last ?? size - 1));
  const first = Math.max(0, last - count + 1);

  const zoom = (by: number): void => {
    const next = Math.round(Math.min(MOST_VIEW, size, Math.max(LEAST_VIEW, count * by)));
    setView({ count: next, last: Math.min(size - 1, last + Math.round((next - count) / 2)) });
  };
  const moveTo = (to: number): void => {
    setView({ count, last: Math.min(size - 1, Math.max(count - 1, Math.round(to))) });
  };
  return {
    first,
    last,
    count,
    zoom,
    go: (place, bars = count) =>
      setView({ count: bars, last: Math.min(size - 1, place + Math.round(bars / 2)) }),
    reset: () => setView(undefined),
    onKeyDown: (event) => {
      if (event.target instanceof HTMLInputElement) return;
      const act = {
        '+': () => zoom(0.6),
        '=': () => zoom(0.6),
        '-': () => zoom(1.7),
        ArrowLeft: () => moveTo(last - count / 8),
        ArrowRight: () => moveTo(last + count / 8),
        PageUp: () => moveTo(last - count),
        PageDown: () => moveTo(last + count),
        Home: () => moveTo(0),
        End: () => moveTo(size),
      }[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    },
    dragging: {
      onWheel: (event) => {
        if (event.shiftKey || Math.abs(event.deltaX) > Math.abs(event.deltaY)) {
          moveTo(last + ((event.deltaX || event.deltaY) / 600) * count);
        } else zoom(event.deltaY > 0 ? 1.15 : 0.87);
      },
      onPointerDown: (event) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        grip.current = { x: event.clientX, last };
      },
      onPointerMove: (event) => {
        if (!grip.current) return;
        const bars = ((event.clientX - grip.current.x) / event.currentTarget.clientWidth) * count;
        if (Math.abs(bars) >= 1) moveTo(grip.current.last - bars);
      },
      onPointerUp: () => {
        grip.current = undefined;
      },
    },
  };
}
