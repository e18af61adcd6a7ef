// A part of a run's days: chosen by dragging across a chart, by keys or by buttons.

import { at } from '@plateau/core';
import { type KeyboardEvent, useMemo, useState } from 'react';

/** A span of days, as places in a calendar, both included. */
export interface Span {
  readonly first: number;
  readonly last: number;
}

export interface DaySpan {
  readonly from: number;
  readonly to: number;
}

type Pointed = { activeLabel?: string | number | undefined };

const LEAST_SPAN = 10;

/**
 * @param onSpan is told of the days in view; undefined for all of them
 * @param initial the days in view at first
 */
export function useZoom(days: Int32Array, onSpan?: (span: DaySpan | undefined) => void, initial?: DaySpan) {
  const size = days.length;
  const [zoom, keepZoom] = useState<DaySpan | undefined>(initial);
  const [drag, setDrag] = useState<DaySpan>();
  const setZoom = (next: DaySpan | undefined): void => {
    keepZoom(next);
    onSpan?.(next);
  };
  const span = useMemo(() => spanOf(days, zoom), [days, zoom]);
  const toDays = ({ first, last }: Span): DaySpan => ({ from: at(days, first), to: at(days, last) });
  const scale = (by: number): void => {
    const middle = (span.first + span.last) / 2;
    const half = Math.max(LEAST_SPAN / 2, ((span.last - span.first) / 2) * by);
    if (half * 2 >= size) return setZoom(undefined);
    const first = Math.round(Math.max(0, Math.min(size - 1 - 2 * half, middle - half)));
    setZoom(toDays({ first, last: Math.round(Math.min(size - 1, first + 2 * half)) }));
  };
  const shift = (by: number): void => {
    const width = span.last - span.first;
    const first = Math.max(0, Math.min(size - 1 - width, Math.round(span.first + by * width)));
    setZoom(toDays({ first, last: first + width }));
  };
  const zoomIn = (): void => scale(0.6);
  const showAll = (): void => setZoom(undefined);
  return {
    span,
    isZoomed: zoom !== undefined,
    /** the days dragged over so far */
    drag,
    zoomIn,
    showAll,
    onKeyDown: (event: KeyboardEvent): void => {
      const act = {
        '+': zoomIn,
        '=': zoomIn,
        '-': () => scale(1.7),
        ArrowLeft: () => shift(-0.2),
        ArrowRight: () => shift(0.2),
        '0': showAll,
      }[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    },
    /** for a chart whose axis is days */
    mouse: {
      onMouseDown: ({ activeLabel }: Pointed) =>
        activeLabel !== undefined && setDrag({ from: Number(activeLabel), to: Number(activeLabel) }),
      onMouseMove: ({ activeLabel }: Pointed) =>
        drag && activeLabel !== undefined && setDrag({ ...drag, to: Number(activeLabel) }),
      onMouseUp: () => {
        if (drag && Math.abs(drag.to - drag.from) > LEAST_SPAN) {
          setZoom({ from: Math.min(drag.from, drag.to), to: Math.max(drag.from, drag.to) });
        }
        setDrag(undefined);
      },
    },
  };
}

function spanOf(days: Int32Array, zoom: DaySpan | undefined): Span {
  const all = { first: 0, last: days.length - 1 };
  if (!zoom) return all;
  const first = Math.max(
    0,
    days.findIndex((d) => d >= zoom.from),
  );
  let last = days.length - 1;
  while (last > first && at(days, last) > zoom.to) last--;
  return last - first < 2 ? all : { first, last };
}
