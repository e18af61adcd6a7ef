'use client';

import { at } from '@plateau/core';
import { writeCsv } from '@plateau/files';
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { Download, GitCompareArrows, Pin, RotateCcw, Trash2 } from 'lucide-react';
import { useRef, useState } from 'react';
import type { LogEntry, VariantSetting } from '@/model/logbook/entry.ts';
import type { Draft } from '@/model/sheet/sheet.ts';
import { HelpMark } from '@/parts/help-mark.tsx';
import { changeEntry, removeEntry } from '@/store/logbook.ts';
import { Button, IconButton } from '@/ui/button';
import { Checkbox } from '@/ui/checkbox.tsx';
import { count, moment, percent, ratio } from '@/ui/format.ts';
import { saveFile } from '@/ui/save-file.ts';
import { TextInput } from '@/ui/text-input.tsx';
import { Compare } from './compare.tsx';
import { Curves } from './curves.tsx';

const ROW = 54;

interface LogbookPanelProps {
  /** what it is the logbook of */
  readonly name: string;
  readonly entries: readonly LogEntry[];
  /** the first day that may not be seen; Infinity when nothing is veiled */
  readonly shut: number;
  /** names the variant on screen */
  readonly current: string | undefined;
  readonly onBringBack: (entry: LogEntry) => void;
  /** the key of the variant that edits are compared with, and what sets another; left out where that cannot be set */
  readonly compared?: string | undefined;
  readonly onCompare?: (entry: LogEntry) => void;
  readonly settings: (drafts: readonly Draft[]) => readonly VariantSetting[];
  /** the variants as files, made when they are asked for */
  readonly files: VariantFiles;
}

interface VariantFiles {
  /** what they are, on the button */
  readonly words: string;
  readonly zip: (entries: readonly LogEntry[]) => Uint8Array<ArrayBuffer>;
}

/** Every variant that was run and stayed: what changed, what came of it; brought back, pinned, named, compared. */
export function LogbookPanel(props: LogbookPanelProps) {
  const { name, entries, shut, current, onBringBack, compared, onCompare, settings, files } = props;
  // Variants run before the veil was set, or by another, saw what is veiled now: their figures wait until it is opened.
  const seen = entries.filter(({ curve }) => !(shut <= at(curve.days, curve.days.length - 1)));
  const [search, setSearch] = useState('');
  const [marked, setMarked] = useState<readonly string[]>([]);
  const scroller = useRef<HTMLDivElement>(null);
  const words = search.trim().toLowerCase().split(/\s+/);
  const found = seen
    .filter(({ name, note, changed, draft }) => {
      const text = `${name} ${note} ${changed} ${Object.values(draft).join(' ')}`.toLowerCase();
      return words.every((word) => text.includes(word));
    })
    .sort((a, b) => Number(b.pinned) - Number(a.pinned) || b.at - a.at);
  const virtual = useVirtualizer({
    count: found.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 6,
  });
  const pair = marked.map((id) => seen.find((entry) => entry.id === id)).filter((e) => e !== undefined);
  const mark = (id: string): void =>
    setMarked(marked.includes(id) ? marked.filter((m) => m !== id) : [...marked, id].slice(-2));
  if (pair.length === 2 && pair[0] && pair[1]) {
    return <Compare pair={[pair[0], pair[1]]} settings={settings} onClose={() => setMarked([])} />;
  }
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className="flex items-center gap-3 py-1">
        <input
          type="search"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          aria-label="Search the logbook"
          placeholder="Changes, names, notes, rules …"
          className="w-56 rounded-sm border border-hairline bg-raised px-2 py-0.5"
        />
        <span className="text-soft">
          {entries.length === 1 ? '1 variant tried' : `${count(entries.length, 'variant')} tried`}
          {seen.length < entries.length &&
            `; ${count(entries.length - seen.length)} that ran past the veil are not shown`}
          {marked.length === 1 && '; mark another to compare'}
        </span>
        <HelpMark about="logbook" />
        <span className="ml-auto flex gap-2">
          <Button
            disabled={seen.length === 0}
            onClick={() => saveFile(`${name} variants.zip`, 'application/zip', files.zip(seen))}
          >
            <Download size={14} aria-hidden /> {files.words}
          </Button>
          <Button
            disabled={seen.length === 0}
            onClick={() => saveFile(`${name} logbook.csv`, 'text/csv', logbookCsv(seen))}
          >
            <Download size={14} aria-hidden /> CSV
          </Button>
        </span>
      </div>
      {found.length === 0 ? (
        <p className="p-4 text-soft">
          {entries.length === 0
            ? 'Each variant that runs to its end and stays for a moment is written here.'
            : 'No variant has these words.'}
        </p>
      ) : (
        <div
          ref={scroller}
          className="min-h-0 flex-1 overflow-auto border border-hairline bg-raised"
          tabIndex={0}
          role="region"
          aria-label="Variants"
        >
          <ul style={{ height: virtual.getTotalSize(), position: 'relative' }} aria-label="Logbook">
            {virtual.getVirtualItems().map((item) => {
              const entry = found[item.index];
              if (!entry) return null;
              return (
                <Variant
                  key={entry.id}
                  entry={entry}
                  top={item.start}
                  current={entry.key === current}
                  marked={marked.includes(entry.id)}
                  onMark={() => mark(entry.id)}
                  onBringBack={() => onBringBack(entry)}
                  compared={entry.key === compared}
                  onCompare={onCompare && (() => onCompare(entry))}
                />
              );
            })}
          </ul>
        </div>
      )}
    </div>
  );
}

interface VariantProps {
  readonly entry: LogEntry;
  /** pixels from the list's top */
  readonly top: number;
  /** what the sheet holds now */
  readonly current: boolean;
  /** chosen to be compared */
  readonly marked: boolean;
  readonly onMark: () => void;
  readonly onBringBack: () => void;
  /** what edits are compared with */
  readonly compared: boolean;
  readonly onCompare: (() => void) | undefined;
}

function Variant(props: VariantProps) {
  const { entry, top, current, marked, onMark, onBringBack, compared, onCompare } = props;
  const { figures, pinned } = entry;
  return (
    <li
      aria-current={current || undefined}
      style={{ height: ROW, transform: `translateY(${top}px)` }}
      className={clsx(
        'absolute flex w-full items-center gap-3 border-b border-hairline px-2',
        current && 'bg-accent-paper',
      )}
    >
      <Checkbox label={`Compare the variant of ${moment(entry.at)}`} checked={marked} onChange={onMark} />
      <Curves entries={[entry]} width={96} height={40} label="Equity over the benchmark" />
      <div className="min-w-0 flex-1">
        <p className="truncate" title={entry.changed}>
          {entry.changed}
        </p>
        <div className="flex gap-2">
          <Words entry={entry} field="name" label="Name" width="w-28" />
          <Words entry={entry} field="note" label="Note" width="min-w-0 flex-1" />
        </div>
      </div>
      <dl className="grid shrink-0 grid-cols-4 gap-x-3 text-right">
        {[
          ['CAGR', percent(figures.cagr)],
          ['Max. drawdown', percent(figures.maxDrawdown)],
          ['MAR', ratio(figures.mar)],
          ['Trades', count(figures.trades)],
        ].map(([label, value]) => (
          <div key={label}>
            <dt className="text-soft">{label}</dt>
            <dd className="font-semibold">{value}</dd>
          </div>
        ))}
      </dl>
      <time className="w-16 shrink-0 text-right text-soft" dateTime={new Date(entry.at).toISOString()}>
        {moment(entry.at)}
      </time>
      <span className="flex shrink-0">
        <IconButton
          label={pinned ? 'Unpin' : 'Pin'}
          icon={Pin}
          aria-pressed={pinned}
          className={pinned ? 'text-accent' : undefined}
          onClick={() => void changeEntry(entry, pinned ? 'Unpinned' : 'Pinned', { pinned: !pinned })}
        />
        {onCompare && (
          <IconButton
            label="Compare edits with this"
            icon={GitCompareArrows}
            aria-pressed={compared}
            className={compared ? 'text-accent' : undefined}
            onClick={onCompare}
          />
        )}
        <IconButton label="Bring back" icon={RotateCcw} disabled={current} onClick={onBringBack} />
        <IconButton label="Delete" icon={Trash2} onClick={() => void removeEntry(entry)} />
      </span>
    </li>
  );
}

interface WordsProps {
  readonly entry: LogEntry;
  readonly field: 'name' | 'note';
  readonly label: string;
  readonly width: string;
}

function Words({ entry, field, label, width }: WordsProps) {
  return (
    <TextInput
      value={entry[field]}
      from={entry}
      aria-label={`${label} of the variant of ${moment(entry.at)}`}
      placeholder={label.toLowerCase()}
      onCommit={(text) => {
        if (text !== entry[field]) void changeEntry(entry, `The ${field} of a variant`, { [field]: text });
      }}
      className={clsx(
        width,
        'rounded-sm border border-transparent bg-transparent text-soft hover:border-hairline focus:border-hairline',
      )}
    />
  );
}

function logbookCsv(entries: readonly LogEntry[]): string {
  return writeCsv(
    ['time', 'name', 'note', 'changed', 'cagr', 'maxDrawdown', 'mar', 'sharpe', 'trades', 'benchmarkCagr'],
    entries.map(({ at, name, note, changed, figures }) => [
      new Date(at).toISOString(),
      name,
      note,
      changed,
      figures.cagr,
      figures.maxDrawdown,
      figures.mar,
      figures.sharpe,
      figures.trades,
      figures.benchmark.cagr,
    ]),
  );
}
