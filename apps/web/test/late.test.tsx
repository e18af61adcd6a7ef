// @vitest-environment jsdom
// Parts that come late: a fault in one leaves the others be, and code that failed to come is asked for anew.

import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { late } from '../ui/late.tsx';

beforeEach(() => {
  // React writes what a boundary caught.
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe('a part that comes late', () => {
  it('stands in for itself until it is there', async () => {
    let come: (part: () => string) => void = () => undefined;
    const Part = late('The part', () => new Promise<() => string>((resolve) => (come = resolve)), {
      meanwhile: 'on its way',
    });
    render(<Part />);
    expect(screen.getByText('on its way')).toBeTruthy();
    come(() => 'here it is');
    expect(await screen.findByText('here it is')).toBeTruthy();
  });

  it('whose code did not come says so beside the others, and comes when it is tried again', async () => {
    let asked = 0;
    const Part = late('The part', async () => {
      asked++;
      if (asked === 1) throw new Error('the server is gone');
      return () => <p>here it is</p>;
    });
    render(
      <>
        <Part />
        <p>its neighbour</p>
      </>,
    );
    const fault = await screen.findByRole('alert');
    expect(fault.textContent).toContain('The part cannot be shown');
    expect(fault.textContent).toContain('the server is gone');
    expect(screen.getByText('its neighbour')).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Try again' }));
    expect(await screen.findByText('here it is')).toBeTruthy();
  });
});
