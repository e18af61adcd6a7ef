'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { Command } from 'cmdk';
import { ChevronDown, X } from 'lucide-react';
import { Popover } from 'radix-ui';
import { type ReactNode, useMemo, useRef, useState } from 'react';
import { box, POPPED } from './box.ts';

export interface PickedInstrument {
  /** what is picked */
  readonly symbol: string;
  /** what is shown of it, where that is not the symbol */
  readonly shown?: string;
  readonly name: string;
  /** what it is, told at the end of its line */
  readonly note?: string;
}

interface SymbolPickerProps {
  /** its name; left out where a label points at its id */
  readonly label?: string;
  readonly id?: string | undefined;
  /** the value chosen, and what is shown of it */
  readonly value: string;
  readonly shown?: ReactNode;
  readonly onPick: (value: string) => void;
  /** gets what can be picked, once the list is opened, and shows it */
  readonly list: (show: (options: readonly PickedInstrument[]) => ReactNode) => ReactNode;
  readonly placeholder?: ReactNode;
  /** whether any text that is a symbol may be picked, though it is in no list */
  readonly free?: boolean;
  /** whether it can be emptied */
  readonly optional?: boolean;
  readonly disabled?: boolean;
  readonly faulty?: boolean;
  readonly describedBy?: string | undefined;
  readonly look?: 'box' | 'word';
  readonly className?: string;
}

const SYMBOL = /^[\p{L}\p{N}_^][\p{L}\p{N}_.&^-]*$/u;
const ROW = 24;
/** The list is searched by every word, in symbol and name. */
const has = (option: PickedInstrument, words: readonly string[]): boolean => {
  const text = `${option.shown ?? option.symbol} ${option.name}`.toLowerCase();
  return words.every((word) => text.includes(word));
};

/** An instrument, found by its symbol or its name among thousands. */
export function SymbolPicker(props: SymbolPickerProps) {
  const { label, id, value, onPick, list, optional = false, disabled = false, faulty } = props;
  const [open, setOpen] = useState(false);
  const pick = (next: string): void => {
    onPick(next);
    setOpen(false);
  };
  return (
    <span className={clsx('inline-flex min-w-0 items-center', props.className)}>
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger
          id={id}
          role="combobox"
          aria-label={label}
          aria-invalid={faulty || undefined}
          aria-describedby={props.describedBy}
          disabled={disabled}
          data-value={value}
          className={clsx(
            'inline-flex min-w-0 flex-1 items-center justify-between gap-1 text-left',
            props.look === 'word'
              ? 'word word-instrument rounded-sm hover:bg-sunk'
              : box({ faulty, className: 'px-1.5 py-0.5' }),
          )}
        >
          <span className={clsx('min-w-0 truncate', value === '' && 'text-soft')}>
            {value === '' ? (props.placeholder ?? 'pick one') : (props.shown ?? value)}
          </span>
          <ChevronDown size={12} aria-hidden className="shrink-0 text-soft" />
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content
            align="start"
            sideOffset={2}
            aria-label={`Pick ${label?.toLowerCase() ?? 'an instrument'}`}
            className={`w-80 ${POPPED}`}
          >
            {list((options) => (
              <SymbolList options={options} free={props.free ?? false} onPick={pick} />
            ))}
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      {optional && value !== '' && (
        <button
          type="button"
          aria-label={`No ${label?.toLowerCase() ?? 'instrument'}`}
          className="flex size-[1.85rem] items-center justify-center text-soft hover:text-ink"
          onClick={() => onPick('')}
        >
          <X size={11} aria-hidden />
        </button>
      )}
    </span>
  );
}

interface SymbolListProps {
  readonly options: readonly PickedInstrument[];
  readonly free: boolean;
  readonly onPick: (value: string) => void;
}

function SymbolList({ options, free, onPick }: SymbolListProps) {
  const [search, setSearch] = useState('');
  const found = useMemo(() => {
    const words = search.toLowerCase().split(/\s+/).filter(Boolean);
    const all = options.filter((option) => has(option, words));
    // Who types a symbol means it, whatever names hold its letters.
    const exact = all.findIndex(({ symbol }) => symbol.toLowerCase() === search.trim().toLowerCase());
    return exact > 0 ? [...all.splice(exact, 1), ...all] : all;
  }, [options, search]);
  const typed = search.trim();
  const offered = free && SYMBOL.test(typed) && !found.some(({ symbol }) => symbol === typed);
  const [marked, setMarked] = useState('');
  const first = found[0]?.symbol ?? typed;
  const scroll = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: found.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 12,
    initialRect: { width: 300, height: 288 },
  });
  return (
    <Command
      label="Instruments"
      shouldFilter={false}
      loop={false}
      value={marked || first}
      onValueChange={setMarked}
    >
      <Command.Input
        value={search}
        onValueChange={(text) => {
          setSearch(text);
          setMarked('');
          scroll.current?.scrollTo({ top: 0 });
        }}
        placeholder="Symbol or name"
        className="w-full border-b border-hairline bg-transparent px-3 py-1.5 outline-none"
      />
      <Command.List ref={scroll} className="max-h-72 overflow-auto p-1">
        {found.length === 0 && !offered && (
          <p className="p-2 text-soft">There is no instrument of this symbol or name.</p>
        )}
        {offered && (
          <Command.Item value={typed} onSelect={() => onPick(typed)} className={ITEM}>
            <span>
              Use <b>{typed}</b>, which is not in the market
            </span>
          </Command.Item>
        )}
        <div className="relative" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map(({ index, start }) => {
            const option = found[index];
            if (!option) return null;
            return (
              <Command.Item
                key={option.symbol}
                value={option.symbol}
                data-symbol={option.symbol}
                onSelect={() => onPick(option.symbol)}
                className={`${ITEM} absolute inset-x-0`}
                style={{ top: start, height: ROW }}
              >
                <span className={clsx('truncate font-semibold', !option.shown && 'w-20 shrink-0')}>
                  {option.shown ?? option.symbol}
                </span>
                <span className="min-w-0 flex-1 truncate">{option.name}</span>
                {option.note && <span className="shrink-0 text-soft">{option.note}</span>}
              </Command.Item>
            );
          })}
        </div>
      </Command.List>
    </Command>
  );
}

const ITEM = 'flex cursor-default items-center gap-2 rounded-sm px-2 data-[selected=true]:bg-accent-paper';
