'use client';

import { BellRing, CalendarPlus, RefreshCw } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { FeedWork } from '@/parts/feed/feed-work.tsx';
import { useFeedWork } from '@/parts/feed/use-feed-work.ts';
import { sources } from '@/sources/sources.ts';
import { moveOn, useSessionsAhead } from '@/store/market/ahead.ts';
import { useInstruments } from '@/store/market/listings.ts';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { askToNotify, mayNotify, notify } from '@/ui/notify.ts';

/** One button that brings every instrument that came from a source up to date; a stand-in can be moved on first. */
export function BringUpToDate() {
  const listings = useInstruments();
  const [source] = sources;
  const { work, busy, update, stop } = useFeedWork(source.name);
  const ahead = useSessionsAhead(source.name);
  const ofSource = sources.map(({ name }) => ({
    source: name,
    symbols: (listings ?? []).filter((listing) => listing.source === name).map(({ symbol }) => symbol),
  }));
  const [first, ...others] = ofSource;
  const fed = ofSource.reduce((sum, { symbols }) => sum + symbols.length, 0);
  const { mostAhead } = source;
  const wasBusy = useRef(false);
  useEffect(() => {
    if (wasBusy.current && !busy) {
      const isDone = work.kind === 'updated' && !work.stopped;
      notify(isDone ? 'The bars are up to date.' : 'The update of the bars has ended before its end.');
    }
    wasBusy.current = busy;
  }, [busy, work]);
  const updateAll = (): Promise<void> => update(first?.symbols ?? [], others);
  const next = async (): Promise<void> => {
    await moveOn(source.name, mostAhead ?? 0);
    await updateAll();
  };
  return (
    <div data-testid="up-to-date" data-busy={busy} className="grid gap-1">
      <div className="flex flex-wrap items-center gap-2">
        <Button disabled={busy || fed === 0} onClick={() => void updateAll()}>
          <RefreshCw size={14} aria-hidden /> Bring {count(fed)} up to date
        </Button>
        {mostAhead !== undefined && (
          <Button
            disabled={busy || fed === 0 || ahead >= mostAhead}
            onClick={() => void next()}
            title={`The demo market ends with 2025. It can be moved on by ${count(mostAhead)} sessions, to try an evening; ${count(ahead)} have come.`}
          >
            <CalendarPlus size={14} aria-hidden /> Next session of the demo market
          </Button>
        )}
        <TellMe />
        {fed < (listings?.length ?? 0) && (
          <span className="text-soft">
            {count((listings?.length ?? 0) - fed)} came from files: import their new bars in Market.
          </span>
        )}
      </div>
      <FeedWork work={work} onStop={stop} brief />
    </div>
  );
}

/** Lets the browser tell when an update or a study ends while one looks elsewhere. */
function TellMe() {
  const [may, setMay] = useState<NotificationPermission>('denied');
  useEffect(() => setMay(mayNotify()), []);
  if (may !== 'default') return null;
  return (
    <Button onClick={() => void askToNotify().then(setMay)}>
      <BellRing size={14} aria-hidden /> Tell me when long work ends …
    </Button>
  );
}
