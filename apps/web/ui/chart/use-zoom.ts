// A part of a chart's days: chosen by dragging across it, by keys, by the wheel or by buttons, alike in every chart over time.

import { at, countUntil } from '@plateau/core';
import { type KeyboardEvent, useMemo, useState, type WheelEvent } from 'react';

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
const IN = 0.6;
const OUT = 1.7;
const WHEEL = 1.15;

interface ZoomSettings {
  /** is told of the days in view; undefined for those shown at first */
  readonly onSpan?: ((span: DaySpan | undefined) => void) | undefined;
  /** the days in view to begin with */
  readonly initial?: DaySpan | undefined;
  /** what is in view until a part is chosen, and again afterwards; all when left out */
  readonly home?: Span;
  /** most days in view at once; all when left out */
  readonly most?: number;
  /** the day of a label on the chart's axis, where the axis does not count days */
  readonly dayOf?: (label: number) => number;
}

export interface Zoom {
  readonly span: Span;
  readonly isZoomed: boolean;
  /** the labels dragged over so far */
  readonly drag: DaySpan | undefined;
  zoomIn(): void;
  zoomOut(): void;
  /** back to what is in view at first */
  reset(): void;
  /** brings a place to the middle, with so many days in view if given */
  goTo(place: number, count?: number): void;
  onKeyDown(event: KeyboardEvent): void;
  /** for charts on a page that does not scroll */
  onWheel(event: WheelEvent): void;
  readonly mouse: {
    onMouseDown(pointed: Pointed): void;
    onMouseMove(pointed: Pointed): void;
    onMouseUp(): void;
  };
}

const NO_SETTINGS: ZoomSettings = {};
const asItIs = (label: number): number => label;

export function useZoom(days: Int32Array, settings: ZoomSettings = NO_SETTINGS): Zoom {
  const { onSpan, initial } = settings;
  const size = days.length;
  const most = settings.most ?? size;
  const dayOf = settings.dayOf ?? asItIs;
  const home = settings.home ?? { first: 0, last: size - 1 };
  const [zoom, keepZoom] = useState<DaySpan | undefined>(initial);
  const [drag, setDrag] = useState<DaySpan>();
  const setZoom = (next: DaySpan | undefined): void => {
    keepZoom(next);
    onSpan?.(next);
  };
  const { first: homeFirst, last: homeLast } = home;
  const span = useMemo(
    () => spanOf(days, zoom) ?? { first: homeFirst, last: homeLast },
    [days, zoom, homeFirst, homeLast],
  );
  const width = span.last - span.first;
  /** Shows as many days as `length` says from `first` on, or as near to there as there are days. */
  const show = (from: number, length: number): void => {
    const wide = Math.round(Math.min(most - 1, size - 1, Math.max(LEAST_SPAN, length)));
    if (wide >= size - 1 && homeFirst === 0 && homeLast === size - 1) return setZoom(undefined);
    const first = Math.round(Math.max(0, Math.min(size - 1 - wide, from)));
    setZoom({ from: at(days, first), to: at(days, first + wide) });
  };
  const scale = (by: number): void => {
    const length = Math.min(most - 1, Math.max(LEAST_SPAN, width * by));
    show((span.first + span.last - length) / 2, length);
  };
  const shift = (by: number): void => show(span.first + by * width, width);
  const keys: Readonly<Record<string, () => void>> = {
    '+': () => scale(IN),
    '=': () => scale(IN),
    '-': () => scale(OUT),
    ArrowLeft: () => shift(-0.2),
    ArrowRight: () => shift(0.2),
    PageUp: () => shift(-1),
    PageDown: () => shift(1),
    Home: () => show(0, width),
    End: () => show(size, width),
    '0': () => setZoom(undefined),
  };
  return {
    span,
    isZoomed: zoom !== undefined,
    drag,
    zoomIn: () => scale(IN),
    zoomOut: () => scale(OUT),
    reset: () => setZoom(undefined),
    goTo: (place, count) => {
      const wanted = count ?? width + 1;
      show(place - wanted / 2, wanted - 1);
    },
    onKeyDown: (event) => {
      if (event.target instanceof HTMLInputElement) return;
      const act = keys[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    },
    onWheel: ({ deltaX, deltaY, shiftKey }) => {
      if (shiftKey || Math.abs(deltaX) > Math.abs(deltaY)) shift((deltaX || deltaY) / 600);
      else scale(deltaY > 0 ? WHEEL : 1 / WHEEL);
    },
    mouse: {
      onMouseDown: ({ activeLabel }) =>
        activeLabel !== undefined && setDrag({ from: Number(activeLabel), to: Number(activeLabel) }),
      onMouseMove: ({ activeLabel }) =>
        drag && activeLabel !== undefined && setDrag({ ...drag, to: Number(activeLabel) }),
      onMouseUp: () => {
        if (drag) {
          const [from, to] = [dayOf(Math.min(drag.from, drag.to)), dayOf(Math.max(drag.from, drag.to))];
          if (to - from > LEAST_SPAN) setZoom({ from, to });
        }
        setDrag(undefined);
      },
    },
  };
}

/** The places of the days; undefined where none are chosen, or no more than a point of them is there. */
function spanOf(days: Int32Array, zoom: DaySpan | undefined): Span | undefined {
  if (!zoom) return undefined;
  const first = countUntil(days, zoom.from - 1);
  const last = countUntil(days, zoom.to) - 1;
  return last - first < 2 ? undefined : { first, last };
}
