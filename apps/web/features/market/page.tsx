'use client';

import { isoFromDay } from '@plateau/core';
import { barsCsv, barsParquet, barsXlsx } from '@plateau/files';
import { Download, FileInput, Users } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import type { StoredListing } from '@/store/database.ts';
import { Button } from '@/ui/button';
import { dataColumn as column, type DataColumn, DataTable } from '@/ui/data-table.tsx';
import { count } from '@/ui/format.ts';
import { saveFile } from '@/ui/save-file.ts';
import type { InstrumentQuality } from '@/workers/quality.worker.ts';
import { findingText } from './finding-words.ts';
import { ImportPanel } from './import/import-panel.tsx';
import { useBars, useListings, useQuality } from './market-data.ts';
import { PriceChart } from './price-chart.tsx';
import { Universes } from './universes.tsx';

interface Instrument extends StoredListing {
  readonly quality: InstrumentQuality | undefined;
}

const columns: DataColumn<Instrument>[] = [
  column('symbol', 'Symbol', (i) => i.symbol, { width: 70, left: true, show: (i) => i.symbol }),
  column('name', 'Name', (i) => i.name, { width: 150, left: true, show: (i) => i.name }),
  column('kind', 'Kind', (i) => i.kind, { width: 56, left: true, show: (i) => i.kind }),
  column('first', 'From', (i) => i.first, { width: 74, left: true, show: (i) => isoFromDay(i.first) }),
  column('last', 'To', (i) => i.last, { width: 74, left: true, show: (i) => isoFromDay(i.last) }),
  column('trouble', 'Findings', (i) => i.quality?.trouble, {
    width: 62,
    show: (i) => (i.quality ? i.quality.findings.length || '–' : '…'),
  }),
];

/** The Market place: every instrument, its chart, what is wrong with its bars, and the way in for more. */
export function MarketPage() {
  const listings = useListings();
  const quality = useQuality(listings);
  const [search, setSearch] = useState('');
  const [symbol, setSymbol] = useState<string>();
  const [goTo, setGoTo] = useState<number>();
  const [panel, setPanel] = useState<'instrument' | 'import' | 'universes'>('instrument');

  useEffect(() => {
    const asked = new URLSearchParams(window.location.search);
    setSymbol(asked.get('symbol') ?? undefined);
    const wanted = asked.get('panel');
    if (wanted === 'import' || wanted === 'universes') setPanel(wanted);
  }, []);
  const instruments = useMemo(() => {
    const words = search.trim().toLowerCase().split(/\s+/);
    return (listings ?? [])
      .filter((l) => {
        const text = `${l.symbol} ${l.name} ${l.kind} ${l.group} ${l.island ?? ''} ${l.source}`.toLowerCase();
        return words.every((word) => text.includes(word));
      })
      .map((l): Instrument => ({ ...l, quality: quality?.get(l.symbol) }));
  }, [listings, quality, search]);
  const chosen = listings?.find((l) => l.symbol === symbol) ?? listings?.[0];
  const open = (next: string): void => {
    setSymbol(next);
    setGoTo(undefined);
    setPanel('instrument');
    window.history.replaceState(null, '', `?symbol=${encodeURIComponent(next)}`);
  };
  const toggle = (wanted: 'import' | 'universes'): void => {
    const next = panel === wanted ? 'instrument' : wanted;
    setPanel(next);
    window.history.replaceState(null, '', next === 'instrument' ? '?' : `?panel=${next}`);
  };
  const close = (): void => setPanel('instrument');
  if (!listings) return null;

  return (
    <main className="h-full">
      <h1 className="sr-only">Market</h1>
      <Group orientation="horizontal" className="h-full">
        <Panel defaultSize="40%" minSize="25%" className="flex flex-col px-3 pb-2">
          <div className="flex items-center gap-2 py-2">
            <input
              type="search"
              value={search}
              onChange={(event) => setSearch(event.target.value)}
              aria-label="Search instruments"
              placeholder="Symbol, name, sector, island …"
              className="min-w-0 flex-1 rounded-sm border border-hairline bg-raised px-2 py-1"
            />
            <span className="whitespace-nowrap text-soft">
              {count(instruments.length)} of {count(listings.length)}
            </span>
            <Button aria-pressed={panel === 'universes'} onClick={() => toggle('universes')}>
              <Users size={14} aria-hidden /> Universes
            </Button>
            <Button aria-pressed={panel === 'import'} onClick={() => toggle('import')}>
              <FileInput size={14} aria-hidden /> Import
            </Button>
          </div>
          <div className="min-h-0 flex-1">
            <DataTable
              label="Instruments"
              rows={instruments}
              columns={columns}
              empty={search ? 'No instrument has these words.' : 'The market is empty: import files of bars.'}
              onOpen={(i) => open(i.symbol)}
              isOpen={(i) => panel === 'instrument' && i.symbol === chosen?.symbol}
            />
          </div>
        </Panel>
        <Separator aria-label="Width of the list" className="w-1 bg-hairline hover:bg-accent" />
        <Panel minSize="40%" className="flex min-h-0 flex-col px-3 pb-2">
          {panel === 'universes' ? (
            <Universes listings={listings} listed={instruments} onClose={close} />
          ) : panel === 'import' || !chosen ? (
            <ImportPanel onClose={close} />
          ) : (
            <InstrumentView
              key={chosen.block}
              listing={chosen}
              quality={quality?.get(chosen.symbol)}
              goTo={goTo}
              onGoTo={setGoTo}
            />
          )}
        </Panel>
      </Group>
    </main>
  );
}

interface InstrumentViewProps {
  readonly listing: StoredListing;
  readonly quality: InstrumentQuality | undefined;
  readonly goTo: number | undefined;
  readonly onGoTo: (day: number) => void;
}

function InstrumentView({ listing, quality, goTo, onGoTo }: InstrumentViewProps) {
  const bars = useBars(listing);
  const { symbol } = listing;
  const parquet = 'application/vnd.apache.parquet';
  const sheet = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
  return (
    <>
      <header className="flex items-baseline gap-3 pt-2">
        <h2 className="truncate font-serif text-xl">{listing.name}</h2>
        <span className="font-semibold">{symbol}</span>
        <span className="min-w-0 flex-1 truncate text-soft">
          {[
            listing.kind,
            listing.group,
            listing.island,
            `${count(listing.count)} bars from ${listing.source}`,
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
        {bars && (
          <span className="flex shrink-0 gap-1">
            <Button onClick={() => saveFile(`${symbol}.csv`, 'text/csv', barsCsv(bars))}>
              <Download size={14} aria-hidden /> CSV
            </Button>
            <Button onClick={async () => saveFile(`${symbol}.xlsx`, sheet, await barsXlsx(bars))}>
              XLSX
            </Button>
            <Button onClick={() => saveFile(`${symbol}.parquet`, parquet, barsParquet(bars))}>Parquet</Button>
          </span>
        )}
      </header>
      {bars && <PriceChart symbol={symbol} bars={bars} goTo={goTo} />}
      <section
        aria-label="Findings"
        className="max-h-44 shrink-0 overflow-auto border-t border-hairline pt-1"
        tabIndex={0}
      >
        <h3 className="font-semibold">What looks wrong</h3>
        {!quality && <p className="text-soft">Looking through the bars …</p>}
        {quality?.findings.length === 0 && <p className="text-soft">Nothing: every check passed.</p>}
        <ul>
          {quality?.findings.map((finding) => (
            <li key={`${finding.kind} ${finding.from}`}>
              <button
                type="button"
                className="text-left hover:text-accent hover:underline"
                onClick={() => onGoTo(finding.from)}
              >
                {findingText(finding)}
              </button>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}
