'use client';

import { isoFromDay } from '@plateau/core';
import { Upload } from 'lucide-react';
import { toast } from 'sonner';
import type { StoredFollowed } from '@/model/follow/followed.ts';
import { HelpMark } from '@/parts/help-mark.tsx';
import { importFollowed } from '@/store/follow/followed-files.ts';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { useFileChoice } from '@/ui/use-file-choice.tsx';
import { useTitle } from '@/ui/use-title.ts';
import { BringUpToDate } from './bring-up-to-date.tsx';
import { checkWords } from './check-words.ts';
import { FollowedSection } from './followed-section.tsx';
import { Orders } from './orders.tsx';
import { TakeOut } from './take-out.tsx';
import { type FollowedEvening, useEvenings } from './use-evenings.ts';

/** The evening: bars up to date, what every followed run wants in the coming session, and how each does. */
export function Evening({ all }: { all: readonly StoredFollowed[] }) {
  useTitle('Runs', 'Evening');
  const evenings = useEvenings(all);
  const done = evenings.filter(({ evening, fault }) => evening ?? fault).length;
  const standing = evenings.filter(({ evening, otherPast }) => evening && !otherPast);
  const heldBack = evenings.filter(({ otherPast }) => otherPast);
  const day = Math.max(...evenings.map(({ evening }) => evening?.day ?? Number.NEGATIVE_INFINITY));
  return (
    <div
      className="document relative min-w-0 flex-1 overflow-auto px-4"
      tabIndex={0}
      role="region"
      aria-label="Evening"
      data-testid="evening"
      data-ready={done === all.length}
    >
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 py-3">
        <h2 className="font-serif text-2xl">
          {Number.isFinite(day) ? `The evening of ${isoFromDay(day)}` : 'The evening'}
        </h2>
        <HelpMark about="follow" />
        {done < all.length && (
          <span className="text-soft" role="status">
            {count(done)} of {count(all.length)} worked out …
          </span>
        )}
        <span className="ml-auto">
          <TakeOut evenings={standing} day={Number.isFinite(day) ? day : 0} />
        </span>
      </header>
      <div className="border-b border-hairline pb-3 print:hidden">
        <BringUpToDate />
      </div>
      {all.length === 0 ? (
        <NothingFollowed />
      ) : (
        <>
          <section
            aria-labelledby="orders-title"
            className="grid grid-cols-[minmax(0,1fr)] gap-2 border-b border-hairline py-4"
          >
            <h3 id="orders-title" className="font-serif text-lg">
              Orders for the coming session
            </h3>
            {heldBack.length > 0 && (
              <p className="text-loss">
                Held back: {heldBack.map(({ followed }) => followed.name).join(', ')}. Bars of tested days
                have changed; see below.
              </p>
            )}
            {(standing.length > 0 || heldBack.length === 0) && <Orders evenings={standing} />}
          </section>
          <LookFirst evenings={evenings} />
          {evenings.map((one) => (
            <FollowedSection key={one.followed.id} one={one} />
          ))}
        </>
      )}
      <ImportFollowed />
    </div>
  );
}

/** What concerns what is held or ordered. */
function LookFirst({ evenings }: { evenings: readonly FollowedEvening[] }) {
  const words = new Map<string, string>();
  for (const { evening } of evenings) {
    for (const check of evening?.checks ?? []) {
      if (check.concerned && evening) {
        words.set(`${check.kind} ${check.symbol} ${check.day}`, checkWords(check, evening.day));
      }
    }
  }
  return (
    <section
      aria-labelledby="look-title"
      className="grid grid-cols-[minmax(0,1fr)] gap-2 border-b border-hairline py-4"
    >
      <h3 id="look-title" className="font-serif text-lg">
        Look at first
      </h3>
      {words.size === 0 ? (
        <p className="text-soft">
          Nothing: what is held and ordered has its bars, and nothing about them is odd.
        </p>
      ) : (
        <ul className="list-disc pl-5" data-testid="look-first">
          {[...words].map(([key, text]) => (
            <li key={key}>{text}</li>
          ))}
        </ul>
      )}
    </section>
  );
}

function NothingFollowed() {
  return (
    <p className="max-w-prose py-6">
      Nothing is followed yet. Open a kept run or blend and press “Follow …”: its rules and the day it is
      trusted from are fixed, and each evening this page tells what it wants in the coming session, and
      whether it still behaves as it was tested.
    </p>
  );
}

function ImportFollowed() {
  const take = async (file: File): Promise<void> => {
    try {
      await importFollowed(file);
    } catch (error) {
      toast.error(`${file.name}: ${(error as Error).message}. Nothing was imported.`);
    }
  };
  const { field, choose } = useFileChoice({
    label: 'Followed file',
    accept: '.json,application/json',
    onFile: take,
  });
  return (
    <div className="py-4 print:hidden">
      <Button onClick={choose}>
        <Upload size={14} aria-hidden /> Follow from a file
      </Button>
      {field}
    </div>
  );
}
