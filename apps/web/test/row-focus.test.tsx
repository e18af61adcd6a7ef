// @vitest-environment jsdom
// A long table is one stop of Tab: arrows lead through its rows, also to those that are not drawn yet.

import type { Virtualizer } from '@tanstack/react-virtual';
import { act, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { expect, test } from 'vitest';
import { useRowFocus } from '@/ui/use-row-focus.ts';

const COUNT = 40;
const IN_VIEW = 10;

/** Draws ten rows at a time, from the first that was scrolled to. */
function Table() {
  const [first, setFirst] = useState(0);
  const virtual = {
    scrollToIndex: (index: number) => {
      if (index < first || index >= first + IN_VIEW) setFirst(Math.min(index, COUNT - IN_VIEW));
    },
  } as Virtualizer<HTMLDivElement, Element>;
  const focus = useRowFocus(COUNT, virtual);
  return (
    <>
      <button type="button" onClick={() => setFirst(20)}>
        scroll
      </button>
      <div role="table">
        <div {...focus} role="rowgroup">
          {Array.from({ length: IN_VIEW }, (_, k) => first + k).map((index) => (
            <div key={index} role="row" aria-rowindex={index + 2}>
              <button type="button">open {index}</button>
              <button type="button">remove {index}</button>
              <input aria-label={`note ${index}`} />
            </div>
          ))}
        </div>
      </div>
    </>
  );
}

const button = (name: string) => screen.getByRole('button', { name });
const stops = (): (string | null)[] =>
  screen
    .getAllByRole('button')
    .filter(({ tabIndex }) => tabIndex === 0)
    .map(({ textContent }) => textContent);
const press = (key: string) => fireEvent.keyDown(document.activeElement ?? document.body, { key });

test('only the controls of one row are reached by Tab', () => {
  render(<Table />);
  expect(stops()).toEqual(['scroll', 'open 0', 'remove 0']);
  act(() => button('open 3').focus());
  expect(stops()).toEqual(['scroll', 'open 3', 'remove 3']);
});

test('arrows lead to the same control of the next row, and stop at both ends', () => {
  render(<Table />);
  button('remove 0').focus();
  press('ArrowDown');
  expect(document.activeElement).toBe(button('remove 1'));
  press('ArrowUp');
  press('ArrowUp');
  expect(document.activeElement).toBe(button('remove 0'));
});

test('End and Page Down reach rows that were not drawn, and Home comes back', () => {
  render(<Table />);
  button('open 0').focus();
  press('PageDown');
  expect(document.activeElement).toBe(button('open 15'));
  press('End');
  expect(document.activeElement).toBe(button('open 39'));
  press('ArrowDown');
  expect(document.activeElement).toBe(button('open 39'));
  press('Home');
  expect(document.activeElement).toBe(button('open 0'));
});

test('a row that was scrolled out of view is no stop: the first in view is', () => {
  render(<Table />);
  button('open 2').focus();
  fireEvent.click(button('scroll'));
  expect(stops()).toEqual(['scroll', 'open 20', 'remove 20']);
});

test('a field keeps its arrows, and chords are nobody’s here', () => {
  render(<Table />);
  screen.getByRole('textbox', { name: 'note 1' }).focus();
  press('ArrowDown');
  expect(document.activeElement).toBe(screen.getByRole('textbox', { name: 'note 1' }));
  button('open 1').focus();
  fireEvent.keyDown(button('open 1'), { key: 'ArrowDown', altKey: true });
  expect(document.activeElement).toBe(button('open 1'));
});
