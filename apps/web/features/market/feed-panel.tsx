'use client';

import { Plus, RefreshCw } from 'lucide-react';
import { useMemo, useState } from 'react';
import type { Catalogue, SourceListing } from '@/model/market/source.ts';
import type { StoredListing } from '@/model/rows.ts';
import { FeedWork } from '@/parts/feed/feed-work.tsx';
import { useFeedWork } from '@/parts/feed/use-feed-work.ts';
import { sources } from '@/sources/sources.ts';
import { Button } from '@/ui/button';
import { dataColumn as column, type DataColumn, DataTable } from '@/ui/data-table.tsx';
import { count } from '@/ui/format.ts';
import { Select } from '@/ui/select.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { readCatalogue } from '@/workers/source-client.ts';

interface Offer extends SourceListing {
  readonly here: StoredListing | undefined;
}

/** Offers of which every word is said, with what is here of them. */
function offersOf(
  catalogue: Catalogue | undefined,
  listings: readonly StoredListing[],
  search: string,
): Offer[] {
  const here = new Map(listings.map((listing) => [listing.symbol, listing]));
  const words = search.trim().toLowerCase().split(/\s+/);
  return (catalogue?.listings ?? [])
    .filter((l) => {
      const text = `${l.symbol} ${l.name} ${l.kind} ${l.group} ${l.island ?? ''}`.toLowerCase();
      return words.every((word) => text.includes(word));
    })
    .map((l) => ({ ...l, here: here.get(l.symbol) }));
}

const plain = (offers: readonly Offer[]): SourceListing[] =>
  offers.map(({ here: _here, ...listing }) => listing);

/** A source's catalogue: searched, added from, and what is here brought up to date. */
export function FeedPanel({ listings }: { listings: readonly StoredListing[] }) {
  const [name, setName] = useState(sources[0].name);
  const source = sources.find((s) => s.name === name) ?? sources[0];
  const [attempt, setAttempt] = useState(0);
  const [search, setSearch] = useState('');
  const { value: catalogue, fault } = useAnswer((signal) => readCatalogue(name, signal), [name, attempt]);
  const { work, busy, add, update, stop } = useFeedWork(name);
  const offers = useMemo(() => offersOf(catalogue, listings, search), [catalogue, listings, search]);
  const lacking = offers.filter(({ here }) => !here);
  const own = listings.filter((listing) => listing.source === name);
  return (
    <>
      <div className="flex flex-wrap items-center gap-3 py-2">
        {sources.length > 1 && (
          <Select
            label="Source"
            value={name}
            choices={sources.map((s) => [s.name, s.name])}
            onChange={setName}
          />
        )}
        <p className="min-w-0 flex-1">
          <span className="font-semibold">{source.name}</span>{' '}
          <span className="text-soft">{source.about}</span>
        </p>
        <Button
          disabled={busy || own.length === 0}
          onClick={() => void update(own.map(({ symbol }) => symbol))}
        >
          <RefreshCw size={14} aria-hidden /> Bring {count(own.length)} up to date
        </Button>
      </div>
      <div className="flex items-center gap-3 pb-2">
        <input
          type="search"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          aria-label="Search the feed"
          placeholder="Symbol, name, group …"
          className="min-w-0 flex-1 rounded-sm border border-hairline bg-raised px-2 py-1"
        />
        <Button disabled={busy || lacking.length === 0} onClick={() => void add(plain(lacking))}>
          <Plus size={14} aria-hidden />{' '}
          {lacking.length === 0 ? 'All of these are here' : `Add ${count(lacking.length)} that are not here`}
        </Button>
      </div>
      <FeedWork work={work} onStop={stop} />
      {fault ? (
        <div role="alert" className="py-2">
          <p>The catalogue could not be read: {fault}.</p>
          <Button className="mt-2" onClick={() => setAttempt((n) => n + 1)}>
            Try again
          </Button>
        </div>
      ) : (
        <div className="min-h-0 flex-1">
          <DataTable
            label="What the feed has"
            rows={offers}
            columns={columnsOf(name, busy, (offer) => void add(plain([offer])))}
            empty={catalogue ? 'The feed has nothing with these words.' : 'Reading the catalogue …'}
          />
        </div>
      )}
    </>
  );
}

/** @param source the name of the source that is shown */
function columnsOf(source: string, busy: boolean, add: (offer: Offer) => void): DataColumn<Offer>[] {
  return [
    column('symbol', 'Symbol', (o) => o.symbol, { width: 74, left: true, show: (o) => o.symbol }),
    column('name', 'Name', (o) => o.name, { width: 170, left: true, show: (o) => o.name }),
    column('kind', 'Kind', (o) => o.kind, { width: 56, left: true, show: (o) => o.kind }),
    column('group', 'Group', (o) => o.group, { width: 120, left: true, show: (o) => o.group }),
    column('here', 'In the market', (o) => (o.here ? 1 : 0), {
      width: 90,
      left: true,
      show: (o) =>
        o.here ? (
          <span className="text-soft">{o.here.source === source ? 'here' : `from ${o.here.source}`}</span>
        ) : (
          <button
            type="button"
            className="text-accent hover:underline"
            disabled={busy}
            aria-label={`Add ${o.symbol}`}
            onClick={() => add(o)}
          >
            add
          </button>
        ),
    }),
  ];
}
