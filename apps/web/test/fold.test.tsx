// @vitest-environment jsdom
// What is folded away: what is typed in it, and when it opens by itself.

import { fireEvent, render, screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { Fold } from '../ui/fold.tsx';

const isOpen = (): boolean => screen.getByRole('button').getAttribute('aria-expanded') === 'true';
const press = (): void => void fireEvent.click(screen.getByRole('button'));

describe('a fold', () => {
  it('is empty until it is opened, and again when it is closed', () => {
    render(<Fold title="Costs">inside</Fold>);
    expect(screen.queryByText('inside')).toBeNull();
    press();
    expect(screen.queryByText('inside')).not.toBeNull();
    press();
    expect(screen.queryByText('inside')).toBeNull();
  });

  it('that stays keeps what is typed in it', () => {
    render(
      <Fold title="Costs" stays>
        <textarea />
      </Fold>,
    );
    const typed = document.querySelector('textarea') as HTMLTextAreaElement;
    press();
    fireEvent.change(typed, { target: { value: 'half a row' } });
    press();
    press();
    expect(document.querySelector('textarea')).toBe(typed);
    expect(typed.value).toBe('half a row');
  });

  it('that must be seen opens once, and not again under the hand', () => {
    const fold = (mustBeSeen: boolean, words: string) => (
      <Fold title="Costs" words={words} mustBeSeen={mustBeSeen}>
        inside
      </Fold>
    );
    const { rerender } = render(fold(false, 'none'));
    expect(isOpen()).toBe(false);
    rerender(fold(true, 'none'));
    expect(isOpen()).toBe(true);
    press();
    rerender(fold(true, 'other words'));
    expect(isOpen()).toBe(false);
  });
});
