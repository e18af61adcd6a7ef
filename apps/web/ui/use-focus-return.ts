// Focus goes back to where it was once a dialog that no button opens, or a panel, has closed.

import { type RefObject, useEffect, useRef } from 'react';

// A part that a panel covers is inert, and has lost the focus by the time the panel is there: so it is noted as it comes.
let last: Element | null = null;
if (typeof document !== 'undefined') {
  document.addEventListener('focusin', ({ target }) => {
    if (target instanceof Element) last = target;
  });
}

// Asked for, not read: a compiled effect takes a name of the module for one that never changes, and reads it when it cleans up.
const lastFocused = (): Element | null => last;

interface FocusReturn {
  readonly onOpenAutoFocus: () => void;
  readonly onCloseAutoFocus: (event: Event) => void;
}

/** What such a dialog's content is given. */
export function useDialogFocusReturn(): FocusReturn {
  const before = useRef<Element>(null);
  return {
    onOpenAutoFocus: () => {
      before.current = lastFocused();
    },
    onCloseAutoFocus: (event) => {
      event.preventDefault();
      giveBack(before.current);
    },
  };
}

/** Gives a panel the focus when it comes; what had it before gets it back when the panel goes. */
export function usePanelFocus(panel: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    const before = lastFocused();
    panel.current?.focus();
    return () => giveBack(before);
  }, [panel]);
}

/** What was done from it may have put the focus elsewhere: there it stays. Where none is left it goes to the uppermost panel. */
function giveBack(before: Element | null): void {
  const isFree = document.activeElement === null || document.activeElement === document.body;
  if (!isFree) return;
  if (before instanceof HTMLElement && before.isConnected && !before.closest('[inert]'))
    return before.focus();
  [...document.querySelectorAll<HTMLElement>('[data-panel]')].at(-1)?.focus();
}
