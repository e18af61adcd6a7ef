'use client';

import { clsx } from 'clsx';
import { LayoutList, X } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { closeTab, openSheet } from '@/store/sheets/keep.ts';
import { useSheets } from '@/store/sheets/state.ts';
import { IconButton } from '@/ui/button';

const nameOf = (sheet: Sheet): string => textOf(sheet.draft, 'name') || 'no name';

/** The open sheets side by side, and the list of all others. Closing one keeps it. */
export function SheetTabs({ sheet, onSheets }: { sheet: Sheet; onSheets: () => void }) {
  const { all, tabs } = useSheets();
  const current = useRef<HTMLSpanElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another open sheet is brought into view
  useEffect(() => {
    // What it gives back is no cleaning up.
    void current.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [sheet.id]);
  const living = (all ?? []).filter((s) => s.deleted === undefined);
  const shown = tabs.flatMap((id) => living.find((s) => s.id === id) ?? []);
  return (
    <div className="flex items-end gap-1 border-b border-hairline px-2 pt-1">
      <nav
        aria-label="Open sheets"
        className="flex min-w-0 flex-1 items-end gap-px overflow-x-auto [scrollbar-width:thin]"
      >
        {shown.map((s) => {
          const isOpen = s.id === sheet.id;
          return (
            <span
              key={s.id}
              ref={isOpen ? current : undefined}
              className={clsx(
                'flex max-w-48 min-w-24 shrink-0 items-center rounded-t-sm border border-b-0 pl-2',
                isOpen ? 'border-hairline bg-raised' : 'border-transparent text-soft hover:bg-sunk',
              )}
            >
              <button
                type="button"
                aria-current={isOpen ? 'page' : undefined}
                className="min-w-0 flex-1 truncate py-0.5 text-left"
                title={nameOf(s)}
                onClick={() => openSheet(s.id)}
              >
                {nameOf(s)}
              </button>
              {shown.length > 1 && (
                <button
                  type="button"
                  aria-label={`Close ${nameOf(s)}`}
                  className="flex size-[1.85rem] shrink-0 items-center justify-center text-soft hover:text-ink"
                  onClick={() => closeTab(s.id)}
                >
                  <X size={11} aria-hidden />
                </button>
              )}
            </span>
          );
        })}
      </nav>
      <IconButton
        label={`All sheets (${living.length})`}
        icon={LayoutList}
        className="shrink-0"
        onClick={onSheets}
      />
    </div>
  );
}
