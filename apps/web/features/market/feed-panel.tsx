'use client';

import { Plus, RefreshCw } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Catalogue, SourceListing } from '@/model/market/source.ts';
import type { Updated } from '@/model/market/updated.ts';
import type { StoredListing } from '@/model/rows.ts';
import { sources } from '@/sources/sources.ts';
import { tellMarketChanged } from '@/store/tabs.ts';
import { Button } from '@/ui/button';
import { dataColumn as column, type DataColumn, DataTable } from '@/ui/data-table.tsx';
import { count } from '@/ui/format.ts';
import { addListings, readCatalogue, updateListings } from '@/workers/source-client.ts';

interface Offer extends SourceListing {
  readonly here: StoredListing | undefined;
}

type Work =
  | { readonly kind: 'idle' }
  | { readonly kind: 'adding'; readonly done: number; readonly total: number }
  | { readonly kind: 'updating'; readonly done: number; readonly total: number }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'added'; readonly total: number }
  | { readonly kind: 'updated'; readonly updates: readonly Updated[]; readonly stopped: boolean };

const said = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** A source's catalogue: searched, added from, and what is here brought up to date. */
export function FeedPanel({ listings }: { listings: readonly StoredListing[] }) {
  const [name, setName] = useState(sources[0].name);
  const source = sources.find((s) => s.name === name) ?? sources[0];
  const [catalogue, setCatalogue] = useState<Catalogue>();
  const [fault, setFault] = useState<string>();
  const [attempt, setAttempt] = useState(0);
  const [search, setSearch] = useState('');
  const [work, setWork] = useState<Work>({ kind: 'idle' });
  const stopper = useRef<AbortController>(undefined);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another attempt reads again
  useEffect(() => {
    const leaving = new AbortController();
    setFault(undefined);
    readCatalogue(name, leaving.signal).then(setCatalogue, (error) => {
      if (!leaving.signal.aborted) setFault(said(error));
    });
    return () => leaving.abort();
  }, [name, attempt]);
  useEffect(() => () => stopper.current?.abort(), []);

  const offers = useMemo(() => {
    const here = new Map(listings.map((listing) => [listing.symbol, listing]));
    const words = search.trim().toLowerCase().split(/\s+/);
    return (catalogue?.listings ?? [])
      .filter((l) => {
        const text = `${l.symbol} ${l.name} ${l.kind} ${l.group} ${l.island ?? ''}`.toLowerCase();
        return words.every((word) => text.includes(word));
      })
      .map((l): Offer => ({ ...l, here: here.get(l.symbol) }));
  }, [catalogue, listings, search]);
  const lacking = offers.filter(({ here }) => !here);
  const own = listings.filter((listing) => listing.source === name);
  const busy = work.kind === 'adding' || work.kind === 'updating';

  const add = async (wanted: readonly Offer[]): Promise<void> => {
    const abort = new AbortController();
    stopper.current = abort;
    setWork({ kind: 'adding', done: 0, total: wanted.length });
    try {
      const plain = wanted.map(({ here: _here, ...listing }) => listing);
      await addListings(
        name,
        plain,
        ({ done, total }) => setWork({ kind: 'adding', done, total }),
        abort.signal,
      );
      setWork({ kind: 'added', total: wanted.length });
    } catch (error) {
      setWork(
        abort.signal.aborted
          ? { kind: 'failed', message: 'Stopped. What had come is here; add the rest when you like.' }
          : { kind: 'failed', message: `${said(error)}. What had come is here; add again to go on.` },
      );
    }
    tellMarketChanged();
  };
  const update = async (): Promise<void> => {
    const abort = new AbortController();
    stopper.current = abort;
    const updates: Updated[] = [];
    setWork({ kind: 'updating', done: 0, total: own.length });
    try {
      await updateListings(
        name,
        own.map(({ symbol }) => symbol),
        (updated) => {
          updates.push(updated);
          setWork({ kind: 'updating', done: updates.length, total: own.length });
        },
        abort.signal,
      );
      setWork({ kind: 'updated', updates, stopped: false });
    } catch (error) {
      setWork(
        abort.signal.aborted
          ? { kind: 'updated', updates, stopped: true }
          : { kind: 'failed', message: `${said(error)}. What had come is here; try again to go on.` },
      );
    }
    tellMarketChanged();
  };

  const columns: DataColumn<Offer>[] = [
    column('symbol', 'Symbol', (o) => o.symbol, { width: 74, left: true, show: (o) => o.symbol }),
    column('name', 'Name', (o) => o.name, { width: 170, left: true, show: (o) => o.name }),
    column('kind', 'Kind', (o) => o.kind, { width: 56, left: true, show: (o) => o.kind }),
    column('group', 'Group', (o) => o.group, { width: 120, left: true, show: (o) => o.group }),
    column('here', 'In the market', (o) => (o.here ? 1 : 0), {
      width: 90,
      left: true,
      show: (o) =>
        o.here ? (
          <span className="text-soft">{o.here.source === name ? 'here' : `from ${o.here.source}`}</span>
        ) : (
          <button
            type="button"
            className="text-accent hover:underline"
            disabled={busy}
            aria-label={`Add ${o.symbol}`}
            onClick={() => void add([o])}
          >
            add
          </button>
        ),
    }),
  ];

  return (
    <>
      <div className="flex flex-wrap items-center gap-3 py-2">
        {sources.length > 1 && (
          <select
            aria-label="Source"
            value={name}
            onChange={(event) => setName(event.target.value)}
            className="rounded-sm border border-hairline bg-raised px-1 py-0.5"
          >
            {sources.map((s) => (
              <option key={s.name}>{s.name}</option>
            ))}
          </select>
        )}
        <p className="min-w-0 flex-1">
          <span className="font-semibold">{source.name}</span>{' '}
          <span className="text-soft">{source.about}</span>
        </p>
        <Button disabled={busy || own.length === 0} onClick={() => void update()}>
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
        <Button disabled={busy || lacking.length === 0} onClick={() => void add(lacking)}>
          <Plus size={14} aria-hidden />{' '}
          {lacking.length === 0 ? 'All of these are here' : `Add ${count(lacking.length)} that are not here`}
        </Button>
      </div>
      <FeedWork work={work} onStop={() => stopper.current?.abort()} />
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
            columns={columns}
            empty={catalogue ? 'The feed has nothing with these words.' : 'Reading the catalogue …'}
          />
        </div>
      )}
    </>
  );
}

function FeedWork({ work, onStop }: { work: Work; onStop: () => void }) {
  if (work.kind === 'idle') return null;
  if (work.kind === 'adding' || work.kind === 'updating') {
    return (
      <p className="flex items-center gap-3 pb-2" aria-live="polite">
        <progress
          value={work.done}
          max={Math.max(1, work.total)}
          aria-label="Instruments fetched"
          className="h-2 w-40"
        />
        {count(work.done)} of {count(work.total)} {work.kind === 'adding' ? 'added' : 'looked at'}
        <Button onClick={onStop}>Stop</Button>
      </p>
    );
  }
  if (work.kind === 'failed')
    return (
      <p role="alert" className="pb-2 text-loss">
        {work.message}
      </p>
    );
  if (work.kind === 'added')
    return (
      <p role="status" className="pb-2">
        {work.total === 1 ? 'One instrument' : `${count(work.total)} instruments`} came into the market.
      </p>
    );
  const came = work.updates.filter(({ added, revised }) => added > 0 || revised);
  const failed = work.updates.filter(({ fault }) => fault !== undefined);
  const bars = came.reduce((sum, { added }) => sum + added, 0);
  return (
    <div role="status" className="max-h-32 shrink-0 overflow-auto pb-2">
      <p>
        {work.stopped ? 'Stopped: ' : ''}
        {count(work.updates.length)} instruments looked at;{' '}
        {came.length === 0
          ? 'all were up to date.'
          : `${count(bars)} ${bars === 1 ? 'bar' : 'bars'} came for ${count(came.length)} of them.`}
      </p>
      {came.slice(0, 200).map(({ symbol, added, revised }) => (
        <p key={symbol} className="text-soft">
          {symbol}:{' '}
          {revised ? 'its past had changed, so all of it was fetched anew' : `${count(added)} new bars`}
        </p>
      ))}
      {failed.map(({ symbol, fault }) => (
        <p key={symbol} className="text-loss">
          {symbol} did not come: {fault}. Bring up to date again to fetch it.
        </p>
      ))}
    </div>
  );
}
