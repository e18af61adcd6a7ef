// @vitest-environment jsdom
// Where the focus goes when a panel or a dialog closes.

import { fireEvent, render, screen } from '@testing-library/react';
import { useRef, useState } from 'react';
import { expect, test } from 'vitest';
import { useDialogFocusReturn, usePanelFocus } from '@/ui/use-focus-return.ts';

function Panel({ onClose }: { onClose: () => void }) {
  const self = useRef<HTMLDivElement>(null);
  usePanelFocus(self);
  return (
    <div ref={self} tabIndex={-1} data-panel data-testid="panel">
      <button type="button" onClick={onClose}>
        close
      </button>
    </div>
  );
}

function Page() {
  const [open, setOpen] = useState(false);
  const [rows, setRows] = useState(true);
  return (
    <>
      <div inert={open}>
        {rows && (
          <button type="button" onClick={() => setOpen(true)}>
            a row
          </button>
        )}
        <button type="button" onClick={() => setRows(false)}>
          filter
        </button>
      </div>
      {open && <Panel onClose={() => setOpen(false)} />}
    </>
  );
}

const button = (name: string) => screen.getByRole('button', { name, hidden: true });

test('a panel takes the focus, and gives it back to what opened it', () => {
  render(<Page />);
  button('a row').focus();
  fireEvent.click(button('a row'));
  expect(document.activeElement).toBe(screen.getByTestId('panel'));
  // As browsers do with what is inert or removed.
  button('close').focus();
  fireEvent.click(button('close'));
  expect(document.activeElement).toBe(button('a row'));
});

test('what opened it may be gone by then', () => {
  render(<Page />);
  button('a row').focus();
  fireEvent.click(button('a row'));
  fireEvent.click(button('filter'));
  fireEvent.click(button('close'));
  expect(document.activeElement).toBe(document.body);
});

function Dialog() {
  const { onOpenAutoFocus, onCloseAutoFocus } = useDialogFocusReturn();
  return (
    <>
      <button type="button">chart</button>
      <button type="button" onClick={onOpenAutoFocus}>
        open
      </button>
      <button type="button" onClick={({ nativeEvent }) => onCloseAutoFocus(nativeEvent)}>
        shut
      </button>
    </>
  );
}

test('a dialog that no button opened gives it back too, unless its act has put it elsewhere', () => {
  render(<Dialog />);
  button('chart').focus();
  fireEvent.click(button('open'));
  button('chart').blur();
  fireEvent.click(button('shut'));
  expect(document.activeElement).toBe(button('chart'));

  button('chart').blur();
  button('open').focus();
  fireEvent.click(button('shut'));
  expect(document.activeElement).toBe(button('open'));
});
