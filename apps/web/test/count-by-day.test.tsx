// @vitest-environment jsdom
// A universe's members by day: the line, and the day under the crosshair.

import { fireEvent, render, screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { CountByDay } from '../features/market/universes/count-by-day.tsx';

const FIRST = 18_000;
const sessions = Int32Array.from({ length: 101 }, (_none, k) => FIRST + k);
/** One from the beginning, two more from the 50th day on, one of which leaves after the 80th. */
const members = [
  { symbol: 'KELP', from: FIRST },
  { symbol: 'TIDE', from: FIRST + 50 },
  { symbol: 'GLASS', from: FIRST + 50, to: FIRST + 80 },
];
const slider = (): HTMLElement => screen.getByRole('slider', { name: 'Members by day' });
const said = (): string | null => slider().getAttribute('aria-valuetext');

describe('members by day', () => {
  it('turn where somebody comes or goes, the last day being said', () => {
    const { container } = render(<CountByDay members={members} sessions={sessions} />);
    const line = container.querySelector('path[fill=none]')?.getAttribute('d') ?? '';
    expect(line.match(/V/g)).toHaveLength(2);
    expect(line).toMatch(/^M0 .*H500V.*H810V.*H1000$/);
    expect(said()).toBe('2019-07-23: 2 members');
    expect(screen.queryByText('Members')).toBeNull();
  });

  it('say the day that is stepped to, until the focus goes', () => {
    render(<CountByDay members={members} sessions={sessions} />);
    fireEvent.focus(slider());
    fireEvent.change(slider(), { target: { value: '80' } });
    expect(said()).toBe('2019-07-03: 3 members');
    expect(screen.getByText('Members').nextSibling?.textContent).toBe('3');
    fireEvent.blur(slider());
    expect(screen.queryByText('Members')).toBeNull();
  });

  it('say the day under the pointer', () => {
    render(<CountByDay members={members} sessions={sessions} />);
    slider().getBoundingClientRect = () => ({ left: 100, width: 200 }) as DOMRect;
    fireEvent.pointerMove(slider(), { clientX: 101 });
    expect(said()).toBe('2019-04-14: 1 member');
    fireEvent.pointerMove(slider(), { clientX: 200 });
    expect(said()).toBe('2019-06-03: 3 members');
    fireEvent.pointerMove(slider(), { clientX: 999 });
    expect(said()).toBe('2019-07-23: 2 members');
    fireEvent.pointerLeave(slider());
    expect(screen.queryByText('Members')).toBeNull();
  });
});
