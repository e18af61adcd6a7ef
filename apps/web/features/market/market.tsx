'use client';

import { dayFromIso, isoFromDay } from '@plateau/core';
import { parseAsString, parseAsStringLiteral, useQueryState, useQueryStates } from 'nuqs';
import { Tabs } from 'radix-ui';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { isHelpTopic } from '@/model/help-topics.ts';
import type { InstrumentQuality } from '@/model/market/quality.ts';
import type { StoredListing } from '@/model/rows.ts';
import { HelpMark } from '@/parts/help-mark.tsx';
import { useUndoKeys } from '@/parts/keys/use-undo-keys.ts';
import { dataColumn as column, type DataColumn, DataTable } from '@/ui/data-table.tsx';
import { count } from '@/ui/format.ts';
import { late } from '@/ui/late.tsx';
import { sortingFrom, sortingText } from '@/ui/sorting.ts';
import { Split } from '@/ui/split.tsx';
import { useListings, useQuality, useRepairs } from './market-data.ts';

const InstrumentView = late(
  'The chart',
  () => import('./instrument-view.tsx').then((m) => m.InstrumentView),
  {
    ahead: true,
  },
);
const QualityPanel = late('Quality', () => import('./quality-panel.tsx').then((m) => m.QualityPanel));
const Universes = late('Universes', () => import('./universes/universes.tsx').then((m) => m.Universes));
const FeedPanel = late('The feed', () => import('./feed-panel.tsx').then((m) => m.FeedPanel));
const ImportPanel = late('Import', () => import('./import/import-panel.tsx').then((m) => m.ImportPanel));
const WorkspacePanel = late('The workspace', () =>
  import('./workspace/workspace-panel.tsx').then((m) => m.WorkspacePanel),
);

interface Instrument extends StoredListing {
  readonly quality: InstrumentQuality | undefined;
}

const columns: DataColumn<Instrument>[] = [
  column('symbol', 'Symbol', (i) => i.symbol, { width: 62, left: true, show: (i) => i.symbol }),
  column('name', 'Name', (i) => i.name, { width: 124, left: true, show: (i) => i.name }),
  column('kind', 'Kind', (i) => i.kind, { width: 48, left: true, show: (i) => i.kind }),
  column('first', 'From', (i) => i.first, { width: 70, left: true, show: (i) => isoFromDay(i.first) }),
  column('last', 'To', (i) => i.last, { width: 70, left: true, show: (i) => isoFromDay(i.last) }),
  column('trouble', 'Findings', (i) => i.quality?.trouble, {
    width: 62,
    show: (i) => (i.quality ? i.quality.findings.length || '–' : '…'),
  }),
];

const PANELS = [
  ['instrument', 'Chart'],
  ['quality', 'Quality'],
  ['universes', 'Universes'],
  ['feed', 'Feed'],
  ['import', 'Import'],
  ['workspace', 'Workspace'],
] as const;
type PanelName = (typeof PANELS)[number][0];

const PLACE = {
  panel: parseAsStringLiteral(PANELS.map(([name]) => name)).withDefault('instrument'),
  symbol: parseAsString,
  day: parseAsString,
};

/** What the address names; each opening is a step that Back takes back. */
function usePlace() {
  const [{ panel, symbol, day }, setPlace] = useQueryStates(PLACE, { history: 'push' });
  return {
    panel,
    symbol: symbol ?? undefined,
    goTo: day === null ? undefined : dayFromIso(day),
    open: (next: string, to?: number): void => {
      const there = to === undefined ? null : isoFromDay(to);
      if (panel === 'instrument' && next === symbol && there === day) return;
      void setPlace({ panel: null, symbol: next, day: there });
    },
    show: (next: PanelName): void => {
      if (next !== panel) void setPlace({ panel: next, day: null });
    },
    /** another day of the same instrument */
    go: (to: number): void => void setPlace({ day: isoFromDay(to) }, { history: 'replace' }),
  };
}

/** Every instrument beside its chart, and what brings in, checks, groups and keeps them. */
export function Market() {
  const listings = useListings();
  const repairs = useRepairs();
  const quality = useQuality(listings, repairs);
  const [search, setSearch] = useQueryState(
    'find',
    parseAsString.withDefault('').withOptions({ history: 'replace' }),
  );
  const [sort, setSort] = useQueryState(
    'sort',
    parseAsString.withDefault('').withOptions({ history: 'replace' }),
  );
  const { panel, symbol, goTo, open, show, go } = usePlace();
  useUndoKeys('market');
  const instruments = useMemo(
    () =>
      withWords(listings ?? [], search).map((l): Instrument => ({ ...l, quality: quality?.get(l.symbol) })),
    [listings, quality, search],
  );
  const chosen = listings?.find((l) => l.symbol === symbol) ?? listings?.[0];
  const own = useMemo(
    () => (repairs ?? []).filter((repair) => repair.symbol === chosen?.symbol),
    [repairs, chosen?.symbol],
  );
  if (!listings) return null;

  return (
    <main className="h-full">
      <h1 className="sr-only">Market</h1>
      <Split
        label="Width of the list"
        size="38%"
        least="25%"
        firstClass="px-3 pb-2"
        secondClass="px-3 pb-2"
        first={
          <>
            <Search
              text={search}
              onText={(text) => void setSearch(text)}
              found={instruments.length}
              of={listings.length}
            />
            <div className="min-h-0 flex-1">
              <DataTable
                label="Instruments"
                rows={instruments}
                columns={columns}
                sortedBy={sortingFrom(sort)}
                onSort={(next) => void setSort(sortingText(next))}
                empty={
                  search ? 'No instrument has these words.' : 'The market is empty: import files of bars.'
                }
                onOpen={(i) => open(i.symbol)}
                isOpen={(i) => panel === 'instrument' && i.symbol === chosen?.symbol}
              />
            </div>
          </>
        }
        second={
          <Tabs.Root
            value={panel}
            onValueChange={(next) => show(next as PanelName)}
            activationMode="manual"
            className="flex h-full min-h-0 flex-col"
          >
            <PanelTabs panel={panel} />
            <Tabs.Content value={panel} className="flex min-h-0 flex-1 flex-col" tabIndex={-1}>
              {panel === 'instrument' &&
                (chosen ? (
                  <InstrumentView
                    // An import brings another instrument under the same name; an update only lengthens it.
                    key={chosen.source === 'files' ? chosen.block : chosen.symbol}
                    listing={chosen}
                    listings={listings}
                    quality={quality?.get(chosen.symbol)}
                    repairs={own}
                    goTo={goTo}
                    onGoTo={go}
                  />
                ) : (
                  <p className="p-6 text-soft">The market is empty: import files, or add from the feed.</p>
                ))}
              {panel === 'quality' && (
                <QualityPanel listings={listings} quality={quality} repairs={repairs ?? []} onOpen={open} />
              )}
              {panel === 'universes' && (
                <Universes listings={listings} listed={instruments} quality={quality} />
              )}
              <Kept shown={panel === 'feed'}>
                <FeedPanel listings={listings} />
              </Kept>
              <Kept shown={panel === 'import'}>
                <ImportPanel />
              </Kept>
              {panel === 'workspace' && <WorkspacePanel />}
            </Tabs.Content>
          </Tabs.Root>
        }
      />
    </main>
  );
}

/** The listings of which every word is said. */
function withWords(listings: readonly StoredListing[], search: string): StoredListing[] {
  const words = search.trim().toLowerCase().split(/\s+/);
  return listings.filter((l) => {
    const text = `${l.symbol} ${l.name} ${l.kind} ${l.group} ${l.island ?? ''} ${l.source}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
}

interface SearchProps {
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly found: number;
  readonly of: number;
}

function Search({ text, onText, found, of }: SearchProps) {
  return (
    <div className="flex items-center gap-2 py-2">
      <input
        type="search"
        value={text}
        onChange={(event) => onText(event.target.value)}
        aria-label="Search instruments"
        placeholder="Symbol, name, sector, island …"
        className="min-w-0 flex-1 rounded-sm border border-hairline bg-raised px-2 py-1"
      />
      <span className="whitespace-nowrap text-soft">
        {count(found)} of {count(of)}
      </span>
    </div>
  );
}

function PanelTabs({ panel }: { readonly panel: PanelName }) {
  return (
    <div className="flex items-center justify-between border-b border-hairline">
      <Tabs.List aria-label="Market" className="flex gap-4">
        {PANELS.map(([name, label]) => (
          <Tabs.Trigger
            key={name}
            value={name}
            className="-outline-offset-2 border-b-2 border-transparent px-1 py-1.5 text-soft hover:text-ink data-[state=active]:border-accent data-[state=active]:text-ink"
          >
            {label}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {isHelpTopic(panel) && <HelpMark about={panel} />}
    </div>
  );
}

/** Stays, out of sight, once it was shown: its work goes on while another panel is looked at. */
function Kept({ shown, children }: { shown: boolean; children: ReactNode }) {
  const [opened, setOpened] = useState(shown);
  useEffect(() => {
    if (shown) setOpened(true);
  }, [shown]);
  if (!opened && !shown) return null;
  return <div className={shown ? 'flex min-h-0 flex-1 flex-col' : 'hidden'}>{children}</div>;
}
