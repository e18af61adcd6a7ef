'use client';

import { Keyboard } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { CHORDS, chordText, type KeyWords, PLACED_KEYS, SHEET_KEYS } from '@/parts/keys/table.ts';
import { useLetters } from '@/parts/keys/use-letters.ts';
import { type RuleView, useRuleView } from '@/parts/rules/rule-field.tsx';
import { beginEmpty, duplicateSheet } from '@/store/sheets/actions.ts';
import { openSheet } from '@/store/sheets/keep.ts';
import { useSheets } from '@/store/sheets/state.ts';
import { POPPED } from '@/ui/box.ts';
import { IconButton } from '@/ui/button';
import { Link } from '@/ui/link.tsx';
import { Switch } from '@/ui/switch.tsx';
import { useDialogFocusReturn } from '@/ui/use-focus-return.ts';
import { useLetterKeys } from '@/ui/use-keys.ts';

/** Puts the focus on the first thing in a field that takes it. */
function focusField(key: string): void {
  const find = (): HTMLElement | null | undefined =>
    document
      .querySelector(`[data-field="${key}"]`)
      ?.querySelector<HTMLElement>('.cm-content, button, input, textarea');
  // What is folded away comes a frame after its fold is opened.
  const fold = find() ? null : document.querySelector<HTMLElement>(`[data-fold-of~="${key}"]`);
  fold?.click();
  requestAnimationFrame(() => {
    const target = find();
    target?.focus();
    target?.scrollIntoView({ block: 'center' });
  });
}

function neighbour(step: 1 | -1): void {
  const { tabs, openId } = useSheets.getState();
  const next = tabs[(tabs.indexOf(openId ?? '') + step + tabs.length) % tabs.length];
  if (next) openSheet(next);
}

/** Keys for the sheet, heard while no field has the focus, and the button that lists them all. */
export function Shortcuts({ onShelf }: { onShelf: () => void }) {
  const [shown, setShown] = useState(false);
  const [view, setView] = useRuleView();
  const [letters, setLetters] = useLetters();
  const other: RuleView = view === 'blocks' ? 'text' : 'blocks';
  const acts: Record<keyof typeof SHEET_KEYS, () => void> = {
    enter: () => focusField('long.enter'),
    exit: () => focusField('long.exit'),
    prefer: () => focusField('long.rank.by'),
    size: () => focusField('size.method'),
    costs: () => focusField('costs.commission.fixed'),
    dial: () => document.querySelector<HTMLElement>('[role=slider]')?.focus(),
    result: () => document.querySelector<HTMLElement>('[aria-label=Result]')?.focus(),
    view: () => setView(other),
    shelf: onShelf,
    fresh: beginEmpty,
    duplicate: () => void duplicateSheet(),
    left: () => neighbour(-1),
    right: () => neighbour(1),
    list: () => setShown((now) => !now),
  };
  const focusReturn = useDialogFocusReturn();
  const names = Object.keys(acts) as (keyof typeof acts)[];
  useLetterKeys(
    names.map((name) => ({ keys: SHEET_KEYS[name].keys, run: acts[name] })),
    { enabled: letters },
  );
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
          {...focusReturn}
          align="start"
          sideOffset={4}
          collisionPadding={8}
          aria-label="Keys"
          className={`max-h-(--radix-popover-content-available-height) w-80 overflow-auto p-3 ${POPPED}`}
        >
          <Switch on={letters} onChange={setLetters}>
            Single letters are commands
          </Switch>
          <KeyList title="While no field has the focus" rows={names.map((name) => SHEET_KEYS[name])} />
          <KeyList title="Anywhere" rows={Object.values(CHORDS)} />
          <Link href="/help" className="block pb-2 text-accent underline">
            Help: a first walk, words, rules, figures
          </Link>
          {PLACED_KEYS.map(([where, rows]) => (
            <KeyList key={where} title={where} rows={rows} />
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function KeyList({ title, rows }: { title: string; rows: readonly KeyWords[] }) {
  return (
    <>
      <p className="pt-2 pb-1 text-soft">{title}</p>
      <dl className="grid grid-cols-[6.5rem_1fr] gap-y-0.5">
        {rows.map(({ keys, words }) => (
          <div key={words} className="contents">
            <dt className="flex flex-wrap gap-1">
              {keys.map((one) => (
                <kbd key={one} className="rounded-sm border border-hairline bg-paper px-1.5">
                  {one.startsWith('mod+') ? chordText(one) : one}
                </kbd>
              ))}
            </dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}
