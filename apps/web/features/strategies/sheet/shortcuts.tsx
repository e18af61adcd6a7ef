'use client';

import { Keyboard } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useEffect, useEffectEvent, useState } from 'react';
import { beginSheet, duplicateSheet } from '@/store/sheets/actions.ts';
import { openSheet } from '@/store/sheets/keep.ts';
import { useSheets } from '@/store/sheets/state.ts';
import { IconButton } from '@/ui/button';
import { type RuleView, useRuleView } from './rule-field.tsx';

/** Milliseconds after a letter went into a field in which letters are no shortcuts. */
const JUST_TYPED = 2000;

interface Shortcut {
  readonly key: string;
  readonly words: string;
  readonly run: () => void;
}

/** Puts the focus on the first thing in a field that takes it. */
function focusField(key: string): void {
  const row = document.querySelector(`[data-field="${key}"]`);
  row?.closest('details')?.setAttribute('open', '');
  const target = row?.querySelector<HTMLElement>('.cm-content, button, input, select, textarea');
  target?.focus();
  target?.scrollIntoView({ block: 'center' });
}

function neighbour(step: 1 | -1): void {
  const { tabs, openId } = useSheets.getState();
  const next = tabs[(tabs.indexOf(openId ?? '') + step + tabs.length) % tabs.length];
  if (next) openSheet(next);
}

/** Keys for the sheet, heard while no field has the focus, and the button that lists them. */
export function Shortcuts({ onShelf }: { onShelf: () => void }) {
  const [shown, setShown] = useState(false);
  const [view, setView] = useRuleView();
  const other: RuleView = view === 'blocks' ? 'text' : 'blocks';
  const shortcuts: readonly Shortcut[] = [
    { key: 'e', words: 'Go to “Enter when”', run: () => focusField('long.enter') },
    { key: 'l', words: 'Go to “Exit when”', run: () => focusField('long.exit') },
    { key: 'p', words: 'Go to “Prefer”', run: () => focusField('long.rank.by') },
    { key: 'z', words: 'Go to the size', run: () => focusField('size.method') },
    { key: 'c', words: 'Go to the costs', run: () => focusField('costs.commission.fixed') },
    {
      key: 'd',
      words: 'Go to the first dial',
      run: () => document.querySelector<HTMLElement>('[role=slider]')?.focus(),
    },
    { key: 'b', words: `Rules as ${other}`, run: () => setView(other) },
    { key: 's', words: 'Shelf of ready sheets', run: onShelf },
    { key: 'n', words: 'New sheet', run: () => beginSheet() },
    { key: 'w', words: 'Duplicate this sheet', run: () => void duplicateSheet() },
    { key: '[', words: 'The sheet to the left', run: () => neighbour(-1) },
    { key: ']', words: 'The sheet to the right', run: () => neighbour(1) },
    { key: '?', words: 'This list', run: () => setShown((now) => !now) },
  ];
  const press = useEffectEvent((event: KeyboardEvent): void => {
    const found = shortcuts.find(({ key }) => key === event.key);
    if (!found) return;
    event.preventDefault();
    found.run();
  });
  useEffect(() => {
    // A field may lose the focus while one types in it; the letters that follow are no commands.
    let typedAt = Number.NEGATIVE_INFINITY;
    const onInput = (event: Event): void => {
      typedAt = event.timeStamp;
    };
    // Who points elsewhere has left the field.
    const onPoint = (): void => {
      typedAt = Number.NEGATIVE_INFINITY;
    };
    const onKey = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      if (event.timeStamp - typedAt < JUST_TYPED) return;
      const at = event.target as HTMLElement;
      if (
        at.closest(
          'input, textarea, select, [contenteditable=true], [role=dialog], [role=menu], [role=slider]',
        )
      )
        return;
      press(event);
    };
    window.addEventListener('input', onInput, { capture: true });
    window.addEventListener('pointerdown', onPoint, { capture: true });
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('input', onInput, { capture: true });
      window.removeEventListener('pointerdown', onPoint, { capture: true });
      window.removeEventListener('keydown', onKey);
    };
  }, []);
  return (
    <Popover.Root open={shown} onOpenChange={setShown}>
      <Popover.Anchor asChild>
        <span>
          <IconButton
            label="Keys (?)"
            icon={Keyboard}
            aria-expanded={shown}
            onClick={() => setShown((now) => !now)}
          />
        </span>
      </Popover.Anchor>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          aria-label="Keys"
          className="z-50 w-72 border border-strong bg-raised p-3 shadow-lg"
        >
          <p className="pb-1 text-soft">While no field has the focus:</p>
          <dl className="grid grid-cols-[2rem_1fr] gap-y-0.5">
            {shortcuts.map(({ key, words }) => (
              <div key={key} className="contents">
                <dt>
                  <kbd className="rounded-sm border border-hairline bg-paper px-1.5">{key}</kbd>
                </dt>
                <dd>{words}</dd>
              </div>
            ))}
          </dl>
          <p className="pt-2 text-soft">
            Anywhere: Ctrl+Z undoes, Ctrl+Shift+Z redoes, Ctrl+. lists every action. On the charts: + and −
            zoom, arrows move, 0 shows all.
          </p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
