'use client';

import { clsx } from 'clsx';
import { X } from 'lucide-react';
import { type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { closeTab, openSheet } from '@/store/sheets/keep.ts';
import { useSheets } from '@/store/sheets/state.ts';
import { Select } from '@/ui/select.tsx';

const nameOf = (sheet: Sheet): string => textOf(sheet.draft, 'name') || 'no name';

/** The open sheets side by side, and the list of all others. Closing one keeps it. */
export function SheetTabs({ sheet }: { sheet: Sheet }) {
  const { all, tabs } = useSheets();
  const living = (all ?? []).filter((s) => s.deleted === undefined);
  const shown = tabs.flatMap((id) => living.find((s) => s.id === id) ?? []);
  const others = living.filter((s) => !tabs.includes(s.id));
  return (
    <div className="flex items-end gap-1 overflow-x-auto border-b border-hairline px-2 pt-1">
      <nav aria-label="Open sheets" className="flex min-w-0 flex-1 items-end gap-px">
        {shown.map((s) => {
          const current = s.id === sheet.id;
          return (
            <span
              key={s.id}
              className={clsx(
                'flex min-w-14 items-center rounded-t-sm border border-b-0 pl-2',
                current ? 'border-hairline bg-raised' : 'border-transparent text-soft hover:bg-sunk',
              )}
            >
              <button
                type="button"
                aria-current={current ? 'page' : undefined}
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
                  className="shrink-0 p-1 text-soft hover:text-ink"
                  onClick={() => closeTab(s.id)}
                >
                  <X size={11} aria-hidden />
                </button>
              )}
            </span>
          );
        })}
      </nav>
      {others.length > 0 && (
        <Select
          label="Open another sheet"
          placeholder={`${others.length} more`}
          value=""
          choices={others.map((s) => [s.id, nameOf(s)])}
          onChange={openSheet}
          className="mb-0.5 w-20 shrink-0 text-soft"
        />
      )}
    </div>
  );
}
