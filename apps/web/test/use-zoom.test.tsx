// @vitest-environment jsdom
// The part of a chart in view: the same for keys, wheel, dragging and buttons.

import { act, renderHook } from '@testing-library/react';
import fc from 'fast-check';
import type { KeyboardEvent, WheelEvent } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { useZoom } from '../ui/chart/use-zoom.ts';

const days = Int32Array.from({ length: 400 }, (_x, k) => 1000 + 2 * k);
const key = (name: string) =>
  ({ key: name, target: null, preventDefault: () => {} }) as unknown as KeyboardEvent;
const wheel = (deltaY: number, deltaX = 0) => ({ deltaX, deltaY, shiftKey: false }) as unknown as WheelEvent;
type Settings = Parameters<typeof useZoom>[1];
function zoomed(settings?: Settings) {
  const { result } = renderHook(() => useZoom(days, settings));
  const press = (name: string): void => act(() => result.current.onKeyDown(key(name)));
  const span = () => [result.current.span.first, result.current.span.last];
  return { zoom: () => result.current, press, span };
}

describe('the days in view', () => {
  it('are all of them at first, and again after 0', () => {
    const { press, span, zoom } = zoomed();
    expect(span()).toEqual([0, 399]);
    press('+');
    expect(zoom().isZoomed).toBe(true);
    expect(span()).not.toEqual([0, 399]);
    press('0');
    expect([span(), zoom().isZoomed]).toEqual([[0, 399], false]);
  });

  it('begin with the newest where a chart says so, and never are more than it says', () => {
    const { press, span } = zoomed({ home: { first: 300, last: 399 }, most: 150 });
    expect(span()).toEqual([300, 399]);
    for (let k = 0; k < 5; k++) press('-');
    const [first = 0, last = 0] = span();
    expect(last - first + 1).toBe(150);
  });

  it('move by a fifth with the arrows, by a page, and to either end', () => {
    const { press, span } = zoomed({ initial: { from: 1200, to: 1400 } });
    expect(span()).toEqual([100, 200]);
    press('ArrowRight');
    expect(span()).toEqual([120, 220]);
    press('ArrowLeft');
    expect(span()).toEqual([100, 200]);
    press('PageDown');
    expect(span()).toEqual([200, 300]);
    press('Home');
    expect(span()).toEqual([0, 100]);
    press('End');
    expect(span()).toEqual([299, 399]);
  });

  it('are what was dragged over, in either direction; a click changes nothing', () => {
    const { zoom, span } = zoomed();
    const drag = (from: number, to: number): void => {
      act(() => zoom().mouse.onMouseDown({ activeLabel: from }));
      act(() => zoom().mouse.onMouseMove({ activeLabel: to }));
      act(() => zoom().mouse.onMouseUp());
    };
    drag(1400, 1200);
    expect(span()).toEqual([100, 200]);
    drag(1300, 1300);
    expect(span()).toEqual([100, 200]);
    expect(zoom().drag).toBeUndefined();
  });

  it('are told, as days, and undefined when all are in view again', () => {
    const onSpan = vi.fn();
    const { press } = zoomed({ onSpan, initial: { from: 1200, to: 1400 } });
    press('ArrowRight');
    press('0');
    expect(onSpan.mock.calls).toEqual([[{ from: 1240, to: 1440 }], [undefined]]);
  });

  it('lie around a place that is gone to', () => {
    const { zoom, span } = zoomed({ home: { first: 300, last: 399 } });
    act(() => zoom().goTo(50, 21));
    expect(span()).toEqual([40, 60]);
    act(() => zoom().goTo(0));
    expect(span()).toEqual([0, 20]);
  });

  it('narrow and widen with the wheel, and move with it sidewards', () => {
    const { zoom, span } = zoomed({ initial: { from: 1200, to: 1400 } });
    act(() => zoom().onWheel(wheel(-100)));
    const [first = 0, last = 0] = span();
    expect(last - first).toBeLessThan(100);
    act(() => zoom().onWheel(wheel(0, 300)));
    expect(span()[0]).toBeGreaterThan(first);
  });

  it('stay within the chart, however keys are pressed', () => {
    const keys = ['+', '-', 'ArrowLeft', 'ArrowRight', 'PageUp', 'PageDown', 'Home', 'End', '0'];
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...keys), { maxLength: 25 }), (pressed) => {
        const { press, span } = zoomed();
        for (const name of pressed) press(name);
        const [first = -1, last = -1] = span();
        expect(first).toBeGreaterThanOrEqual(0);
        expect(last).toBeLessThanOrEqual(399);
        expect(last - first).toBeGreaterThanOrEqual(10);
      }),
      { numRuns: cases(40) },
    );
  });
});
