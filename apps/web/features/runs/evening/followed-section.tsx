'use client';

import { ENGINE_VERSION, isoFromDay, type Tested } from '@plateau/core';
import { Trash2 } from 'lucide-react';
import { benchmarkOf } from '@/model/runs/kept.ts';
import { HelpMark } from '@/parts/help-mark.tsx';
import { changeFollowed, removeFollowed } from '@/store/follow/followed.ts';
import { readTypedAccount } from '@/store/follow/typed-account.ts';
import { told } from '@/store/told.ts';
import { Button, IconButton } from '@/ui/button';
import { Fold } from '@/ui/fold.tsx';
import { count, money, percent } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { Sideways } from '@/ui/sideways.tsx';
import { TextInput } from '@/ui/text-input.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { Account } from './account.tsx';
import { checkWords } from './check-words.ts';
import { Held } from './held.tsx';
import { OwnFills } from './own-fills.tsx';
import { SinceChart } from './since-chart.tsx';
import { SinceWords } from './since-words.tsx';
import type { FollowedEvening } from './use-evenings.ts';

/** One followed run: how it does since it is trusted, what it holds, whose account it is. */
export function FollowedSection({ one }: { one: FollowedEvening }) {
  const { followed, evening, fault, otherPast } = one;
  const benchmark = benchmarkOf(followed.run);
  // As the place is opened: what is typed after that stands in the form, and would open its fold again under the hand.
  const { value: unused, waiting } = useAnswer(() => readTypedAccount(followed), [followed.id]);
  return (
    <section
      aria-label={followed.name}
      className="grid grid-cols-[minmax(0,1fr)] gap-2 border-b border-hairline py-4"
      data-followed={followed.id}
    >
      <header className="flex flex-wrap items-center gap-x-3">
        <h3 className="sr-only">{followed.name}</h3>
        <TextInput
          aria-label="Name of what is followed"
          value={followed.name}
          from={followed}
          onCommit={(text) => {
            const name = text.trim();
            if (name !== followed.name)
              void told(changeFollowed(followed.id, 'What is followed was renamed.', { name }));
          }}
          className="w-64 min-w-0 rounded-sm border border-transparent bg-transparent px-1 font-serif text-lg hover:border-hairline focus:border-strong"
        />
        <HelpMark about="since" />
        <span className="text-soft">
          {followed.run.universeName}, trusted from {isoFromDay(followed.trusted)}
          {evening && `; account ${money(evening.equity)}, cash ${money(evening.cash)}`}
        </span>
        <span className="ml-auto print:hidden">
          <IconButton
            label={`Follow ${followed.name} no more`}
            icon={Trash2}
            onClick={() => void told(removeFollowed(followed))}
          />
        </span>
      </header>
      {fault && (
        <p role="alert" className="text-loss">
          Its evening could not be worked out: {fault}
        </p>
      )}
      {!evening && !fault && <p className="text-soft">Working out its evening …</p>}
      {evening && otherPast && <OtherPast one={one} now={evening.tested} />}
      {evening && (
        <>
          <div className="grid grid-cols-[minmax(0,1fr)] gap-2 print:hidden">
            <SinceWords since={evening.since} benchmark={benchmark} />
            {evening.since.days.length > 1 && (
              <SinceChart
                name={followed.name}
                since={evening.since}
                benchmark={benchmark}
                own={evening.own?.equity}
              />
            )}
          </div>
          {!otherPast && <Held evening={evening} />}
          <QuietChecks one={one} />
          {evening.beside && (
            <Fold
              className="print:hidden"
              title="Your fills"
              words={`${count(followed.fills.length, 'fill')}`}
            >
              <OwnFills name={followed.name} beside={evening.beside} />
            </Fold>
          )}
        </>
      )}
      <Fold
        className="print:hidden"
        title="Your account"
        words={accountWords(one)}
        mustBeSeen={(evening?.own?.unplaced.length ?? 0) > 0 || unused !== undefined}
        stays
        mark={<HelpMark about="own account" />}
      >
        {!waiting && <Account followed={followed} evening={evening} unused={unused} />}
      </Fold>
    </section>
  );
}

function accountWords({ followed: { account } }: FollowedEvening): string {
  switch (account.kind) {
    case 'simulated':
      return 'orders are for the simulated account';
    case 'capital':
      return `orders are for ${money(account.capital)}, filled as simulated`;
    case 'fills':
      return `orders are for ${money(account.capital)} and your fills`;
    case 'holdings':
      return `orders are for ${count(account.holdings.length, 'position')} and ${money(account.cash)} in cash`;
  }
}

/** What concerns neither what is held nor what is ordered. */
function QuietChecks({ one: { evening } }: { one: FollowedEvening }) {
  const quiet = evening?.checks.filter(({ concerned }) => !concerned) ?? [];
  if (!evening || quiet.length === 0) return null;
  return (
    <Fold
      className="print:hidden"
      title="Beside what is held and ordered"
      words={count(quiet.length, 'thing')}
    >
      <ul className="list-disc py-1 pl-5">
        {quiet.map((check) => (
          <li key={`${check.kind} ${check.symbol} ${check.day}`}>{checkWords(check, evening.day)}</li>
        ))}
      </ul>
    </Fold>
  );
}

/** Bars of the tested days have changed: what it does to the tested part, and the question whether to go on. */
function OtherPast({ one: { followed }, now }: { one: FollowedEvening; now: Tested }) {
  const { tested } = followed;
  const row = (name: string, { cagr, maxDrawdown, trades, endEquity }: Tested) => [
    name,
    percent(cagr, 2),
    percent(maxDrawdown, 2),
    count(trades),
    money(endEquity),
  ];
  return (
    <div role="alert" className="grid gap-2 border border-loss bg-raised p-3">
      <p>
        Bars of days up to {isoFromDay(followed.trusted)} have changed since it was trusted, as after a split
        or a correction. Its orders are held back until you say that it goes on.
      </p>
      <Sideways label="The tested part, before and now, sideways">
        <PlainTable
          label="The tested part, before and now"
          head={['Tested part', 'CAGR', 'Maximum drawdown', 'Trades', 'End of it']}
          rows={[row('When it was trusted', tested), row('With the bars of now', now)]}
        />
      </Sideways>
      <Button
        className="justify-self-start"
        onClick={() =>
          void told(
            changeFollowed(followed.id, `“${followed.name}” goes on with the bars of now.`, {
              tested: now,
              engine: ENGINE_VERSION,
            }),
          )
        }
      >
        Go on with the bars of now
      </Button>
    </div>
  );
}
