'use client';

import { isoFromDay, reviewDates } from '@plateau/core';
import {
  type CalendarEntry,
  calendarFile,
  checksTable,
  eveningJson,
  eveningOrdersTable,
  type NamedEvening,
  ordersByInstrumentTable,
  sinceTable,
  tableCsv,
} from '@plateau/files';
import { Copy, Download } from 'lucide-react';
import { toast } from 'sonner';
import type { StoredFollowed } from '@/model/follow/followed.ts';
import { followedFileOf } from '@/store/follow/followed-files.ts';
import { Button } from '@/ui/button';
import { Menu } from '@/ui/menu.tsx';
import { saveFile } from '@/ui/save-file.ts';
import type { FollowedEvening } from './use-evenings.ts';

interface TakeOutProps {
  /** those whose orders stand */
  readonly evenings: readonly FollowedEvening[];
  readonly day: number;
}

/** The evening as files: orders, checks, curves, dates; and on one page of paper. */
export function TakeOut({ evenings, day }: TakeOutProps) {
  const named = evenings.flatMap(({ followed, evening }): NamedEvening[] =>
    evening ? [{ name: followed.name, evening }] : [],
  );
  const date = isoFromDay(day);
  const csv = (name: string, text: string): void => saveFile(`${name} ${date}.csv`, 'text/csv', text);
  const orders = (): string => tableCsv(ordersByInstrumentTable(named));
  const copy = (): void => {
    navigator.clipboard.writeText(orders()).then(
      () => toast('The orders are copied.', { duration: 4000 }),
      () => toast.error('The browser did not allow it to copy. Take the CSV instead.'),
    );
  };
  return (
    <span className="flex gap-2 print:hidden">
      <Button onClick={copy} disabled={named.length === 0}>
        <Copy size={14} aria-hidden /> Copy orders
      </Button>
      <Menu
        trigger={
          <Button disabled={named.length === 0}>
            <Download size={14} aria-hidden /> Take out
          </Button>
        }
        items={[
          ['Orders by instrument as CSV', () => csv('Orders by instrument', orders())],
          ['Orders by strategy as CSV', () => csv('Orders', tableCsv(eveningOrdersTable(named)))],
          ['Checks as CSV', () => csv('Checks', tableCsv(checksTable(named)))],
          ['Evening as JSON', () => saveFile(`Evening ${date}.json`, 'application/json', eveningJson(named))],
          ['Dates as a calendar', () => saveFile('Plateau dates.ics', 'text/calendar', datesOf(evenings))],
          ['Print …', () => window.print()],
          ...evenings.flatMap(({ followed, evening }) =>
            evening
              ? [
                  [
                    `${followed.name}: days since as CSV`,
                    () =>
                      csv(`${followed.name} since`, tableCsv(sinceTable(evening.since, evening.own?.equity))),
                  ] as const,
                ]
              : [],
          ),
          ...evenings.map(
            ({ followed }) =>
              [`${followed.name}: for plateau evening`, () => void takeFollowed(followed)] as const,
          ),
        ]}
      />
    </span>
  );
}

async function takeFollowed(followed: StoredFollowed): Promise<void> {
  try {
    saveFile(`${followed.name} followed.json`, 'application/json', await followedFileOf(followed));
  } catch (error) {
    toast.error(`The file was not made: ${(error as Error).message}.`);
  }
}

/** Review days and time exits to come. */
function datesOf(evenings: readonly FollowedEvening[]): string {
  const entries = evenings.flatMap(({ followed, evening }): CalendarEntry[] => {
    const { id, name, trusted } = followed;
    const reviews = reviewDates(trusted, evening?.day ?? trusted).map((day) => ({
      id: `${id}-review-${day}`,
      day,
      title: `Look at “${name}” again`,
      about: `It is followed since ${isoFromDay(trusted)}. Hold it against its band and its tested trades.`,
    }));
    const exits = (evening?.timeExits ?? []).map(({ symbol, side, day }) => ({
      id: `${id}-time-${symbol}-${side}`,
      day,
      title: `${symbol} reaches its time limit`,
      about: `“${name}”, ${side}: the exit is decided at this close if every weekday before is a session.`,
    }));
    return [...reviews, ...exits];
  });
  return calendarFile(entries, Date.now());
}
