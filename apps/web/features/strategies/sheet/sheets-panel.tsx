'use client';

import { FolderClosed, X } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { seenOf } from '@/model/logbook/seen.ts';
import { holdoutFrom } from '@/model/sheet/read.ts';
import { type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { Curves } from '@/parts/logbook/curves.tsx';
import { useNewestVariants } from '@/store/logbook.ts';
import { editFieldOf } from '@/store/sheets/actions.ts';
import { openSheet } from '@/store/sheets/keep.ts';
import { useSheets } from '@/store/sheets/state.ts';
import { IconButton } from '@/ui/button';
import { count, percent, ratio } from '@/ui/format.ts';
import { TextInput } from '@/ui/text-input.tsx';
import { usePanelFocus } from '@/ui/use-focus-return.ts';

/** All sheets, in their folders: searched by any word, each with the figures and the curve of its last variant. */
export function SheetsPanel({ onClose }: { onClose: () => void }) {
  const searchField = useRef<HTMLInputElement>(null);
  usePanelFocus(searchField);
  const all = useSheets((s) => s.all);
  const [search, setSearch] = useState('');
  const living = useMemo(() => (all ?? []).filter(({ deleted }) => deleted === undefined), [all]);
  const found = useMemo(() => living.filter((sheet) => hasWords(sheet, search)), [living, search]);
  const folders = useMemo(() => inFolders(found), [found]);
  const names = useMemo(() => [...new Set(living.map(folderOf))].filter(Boolean), [living]);
  return (
    <section aria-label="Sheets" className="flex h-full min-h-0 flex-col px-4 pt-2">
      <div className="flex items-center gap-2">
        <h2 className="font-serif text-xl">Sheets</h2>
        <span className="text-soft">
          {found.length === living.length
            ? count(living.length)
            : `${count(found.length)} of ${count(living.length)}`}
        </span>
        <IconButton label="Back to the sheet" icon={X} className="ml-auto" onClick={onClose} />
      </div>
      <input
        type="search"
        value={search}
        ref={searchField}
        onChange={(event) => setSearch(event.target.value)}
        aria-label="Search the sheets"
        placeholder="name, folder, note, rule, universe …"
        className="my-2 rounded-sm border border-hairline bg-raised px-2 py-1"
      />
      <datalist id="folders">
        {names.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      <div className="min-h-0 flex-1 overflow-auto" role="region" aria-label="All sheets" tabIndex={0}>
        {found.length === 0 && <p className="py-4 text-soft">No sheet has these words.</p>}
        {folders.map(([folder, sheets]) => (
          <Folder key={folder} name={folder} sheets={sheets} onOpened={onClose} />
        ))}
      </div>
    </section>
  );
}

const folderOf = (sheet: Sheet): string => textOf(sheet.draft, 'folder').trim();

function hasWords({ draft }: Sheet, search: string): boolean {
  const text = Object.values(draft).join(' ').toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

/** The folders by name, those in none first; within each the newest first. */
function inFolders(sheets: readonly Sheet[]): [string, Sheet[]][] {
  const folders = new Map<string, Sheet[]>();
  for (const sheet of sheets) folders.set(folderOf(sheet), [...(folders.get(folderOf(sheet)) ?? []), sheet]);
  return [...folders]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([name, its]) => [name, its.sort((a, b) => b.created - a.created)]);
}

interface FolderProps {
  readonly name: string;
  readonly sheets: readonly Sheet[];
  readonly onOpened: () => void;
}

function Folder({ name, sheets, onOpened }: FolderProps) {
  const newest = useNewestVariants(sheets.map(({ id }) => id));
  return (
    <section aria-label={name || 'In no folder'}>
      {name !== '' && (
        <h3 className="flex items-center gap-1.5 pt-2 font-serif text-base">
          <FolderClosed size={14} aria-hidden /> {name}
        </h3>
      )}
      <ul>
        {sheets.map((sheet) => {
          const entry = newest?.get(sheet.id);
          const seen = entry && seenOf(entry, holdoutFrom(sheet));
          const called = textOf(sheet.draft, 'name') || 'no name';
          return (
            <li key={sheet.id} className="flex items-center gap-2 border-b border-hairline py-1.5">
              <div className="h-8 w-[84px] shrink-0">
                {seen && <Curves entries={[seen]} width={80} height={32} label="Equity over the benchmark" />}
              </div>
              <div className="min-w-0 flex-1">
                <button
                  type="button"
                  className="block max-w-full truncate text-left font-semibold hover:underline"
                  onClick={() => {
                    openSheet(sheet.id);
                    onOpened();
                  }}
                >
                  {called}
                </button>
                <p className="truncate text-soft">
                  {seen
                    ? `CAGR ${percent(seen.figures.cagr)} (${seen.benchmark} ${percent(seen.figures.benchmark.cagr)}), maximum drawdown ${percent(seen.figures.maxDrawdown)}, MAR ${ratio(seen.figures.mar)}`
                    : 'not run yet'}
                </p>
              </div>
              <TextInput
                aria-label={`Folder of ${called}`}
                placeholder="folder"
                list="folders"
                value={folderOf(sheet)}
                from={sheet}
                onCommit={(text) => editFieldOf(sheet.id, 'folder', text.trim())}
                className="w-20 shrink-0 rounded-sm border border-transparent bg-transparent px-1 text-soft hover:border-hairline focus:border-strong"
              />
            </li>
          );
        })}
      </ul>
    </section>
  );
}
