// Arrows among tabs, choices and the lines of a menu move the focus at once. Radix moves it a moment later: on a machine that is
// busy the next key went to where the focus had been, and a choice by arrows was lost when the key was let go before.

import { useEffect } from 'react';

/** A menu goes by lines and ends at its ends; the others go both ways and around. */
const MENUS = '[role=menu], [role=listbox]';
const ROWS = '[role=tablist], [role=radiogroup], [role=toolbar]';
const ITEM = '[data-radix-collection-item]';
/** Thumbs of a slider are items too, and have arrows of their own. */
const NOT_LED = '[role=slider]';

const ENDS: Record<string, 'first' | 'last'> = {
  Home: 'first',
  PageUp: 'first',
  End: 'last',
  PageDown: 'last',
};
const STEPS: Record<string, 1 | -1> = { ArrowDown: 1, ArrowUp: -1 };
const SIDEWAYS: Record<string, 1 | -1> = { ArrowRight: 1, ArrowLeft: -1 };

/** Where a key leads from an item; undefined where it is none of the group's keys. */
function ledTo(key: string, item: HTMLElement): HTMLElement | undefined {
  const menu = item.closest<HTMLElement>(MENUS);
  const group = menu ?? item.closest<HTMLElement>(ROWS);
  if (!group) return undefined;
  const items = [...group.querySelectorAll<HTMLElement>(ITEM)].filter(
    (one) => !one.hasAttribute('data-disabled') && !one.hasAttribute('disabled'),
  );
  const end = ENDS[key];
  if (end) return end === 'first' ? items[0] : items.at(-1);
  const orientation = group.dataset.orientation;
  const step =
    (menu || orientation !== 'horizontal' ? STEPS[key] : undefined) ??
    (menu || orientation === 'vertical' ? undefined : SIDEWAYS[key]);
  if (step === undefined) return undefined;
  const to = items.indexOf(item) + step;
  return menu ? items[to] : items.at(to % items.length);
}

function onKey(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return;
  const item = event.target;
  if (!(item instanceof HTMLElement) || !item.matches(ITEM) || item.matches(NOT_LED)) return;
  const next = ledTo(event.key, item);
  if (!next) return;
  event.preventDefault();
  next.focus();
  // Of radio buttons, unlike toggles, the one that is led to is the one chosen.
  if (next.getAttribute('role') === 'radio' && next.dataset.state === 'unchecked') next.click();
}

/** Hears the arrows of every such group of the page. */
export function useArrowFocus(): void {
  useEffect(() => {
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, []);
}
