'use client';

import { catalogue, otherNamesOf } from '@plateau/core';
import { readStrategy, STRATEGY_FORMAT } from '@plateau/files';
import { X } from 'lucide-react';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { HelpMark } from '@/parts/help-mark.tsx';
import { importStrategy } from '@/store/sheets/actions.ts';
import { Button, IconButton } from '@/ui/button';
import { usePanelFocus } from '@/ui/use-focus-return.ts';
import { type ShelfSheet, shelf } from './shelf.ts';

/** What traders call the measures that a ready sheet reads. */
function otherNames({ strategy }: ShelfSheet): string {
  const text = JSON.stringify(strategy);
  return catalogue
    .filter(({ phrase }) => text.includes(phrase))
    .flatMap(({ phrase }) => otherNamesOf(phrase))
    .join(' ');
}

/** What a ready sheet that says nothing of its size has. */
const SIZE = { method: 'percent-of-equity', percent: 10 };

/** Ready sheets, searched by any word, each opened as a copy of the trader's own. */
export function ShelfPanel({ onClose }: { onClose: () => void }) {
  const searchField = useRef<HTMLInputElement>(null);
  usePanelFocus(searchField);
  const [search, setSearch] = useState('');
  const words = search.trim().toLowerCase().split(/\s+/);
  const found = shelf.filter((sheet) => {
    const text =
      `${otherNames(sheet)} ${sheet.name} ${sheet.style} ${sheet.about} ${JSON.stringify(sheet.strategy)}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
  const open = ({ name, strategy, about }: ShelfSheet): void => {
    // As every new sheet it refuses crumbs.
    const size = { ...((strategy.size as object | undefined) ?? SIZE), minFilledPercent: 10 };
    const read = readStrategy({ format: STRATEGY_FORMAT, name, notes: about, ...strategy, size }, name);
    if (!read.ok) return void toast.error(`“${name}” cannot be opened: ${read.problems[0]?.message}`);
    importStrategy(read.value);
    toast(`“${name}” is opened as a sheet of your own.`, { duration: 4000 });
    onClose();
  };
  return (
    <section aria-label="Shelf" className="flex h-full min-h-0 flex-col px-4 pt-2">
      <div className="flex items-center gap-2">
        <h2 className="font-serif text-xl">Shelf</h2>
        <HelpMark about="shelf" />
        <span className="text-soft">ideas to begin from</span>
        <IconButton label="Back to the sheet" icon={X} className="ml-auto" onClick={onClose} />
      </div>
      <input
        type="search"
        value={search}
        ref={searchField}
        onChange={(event) => setSearch(event.target.value)}
        aria-label="Search the shelf"
        placeholder="breakout, rotation, RSI, short …"
        className="my-2 rounded-sm border border-hairline bg-raised px-2 py-1"
      />
      <ul className="min-h-0 flex-1 overflow-auto" aria-label="Ready sheets">
        {found.map((sheet) => (
          <li key={sheet.name} className="border-b border-hairline py-2">
            <div className="flex items-baseline gap-2">
              <h3 className="font-semibold">{sheet.name}</h3>
              <span className="min-w-0 flex-1 text-soft">{sheet.style}</span>
              <Button aria-label={`Open a copy of ${sheet.name}`} onClick={() => open(sheet)}>
                Open a copy
              </Button>
            </div>
            <p className="pt-1">{sheet.about}</p>
          </li>
        ))}
        {found.length === 0 && <li className="py-4 text-soft">No ready sheet has these words.</li>}
      </ul>
    </section>
  );
}
