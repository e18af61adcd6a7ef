'use client';

import { dayFromIso, isoFromDay, type Trade, type WhyDay } from '@plateau/core';
import { useLiveQuery } from 'dexie-react-hooks';
import { Check, Minus, X } from 'lucide-react';
import Link from 'next/link';
import { type FormEvent, useEffect, useState } from 'react';
import { database, type StoredRun } from '@/store/database.ts';
import { Button } from '@/ui/button';
import { money, percent, price, ratio } from '@/ui/format.ts';
import { askInWorker } from '@/workers/engine-client.ts';
import { PlainTable } from './plain-table.tsx';

export interface Asked {
  readonly symbol: string;
  readonly day: number;
  /** the trade that was opened, if one was */
  readonly trade?: Trade;
}

interface WhySectionProps {
  readonly kept: StoredRun;
  readonly asked: Asked | undefined;
  readonly onAsk: (asked: Asked) => void;
}

const RULES: Readonly<Record<string, string>> = {
  'long.enter': 'Enter when',
  'long.leave': 'Leave when',
  'short.enter': 'Enter short when',
  'short.leave': 'Leave short when',
};

const OUTCOMES: Readonly<Record<WhyDay['candidates'][number]['outcome'], string>> = {
  taken: 'taken',
  shrunk: 'taken, with fewer shares for want of cash',
  held: 'held already',
  'no-bar': 'no bar to fill on',
  'no-slot': 'no slot was free',
  'day-limit': 'the day’s limit was reached',
  'group-full': 'its group was full',
  'too-small': 'too small',
  'no-cash': 'no cash',
  'both-sides': 'asked for on both sides',
  'no-rank': 'its rank is undefined',
};

/** Any instrument on any day: each condition with its values, and what was decided. */
export function WhySection({ kept, asked, onAsk }: WhySectionProps) {
  const [why, setWhy] = useState<WhyDay>();
  const [fault, setFault] = useState<string>();
  const symbols = useLiveQuery(() => database.listings.toCollection().primaryKeys(), []) ?? [];
  useEffect(() => {
    if (!asked) return;
    let late = false;
    setFault(undefined);
    askInWorker(kept.universe, kept.request, { ask: 'why', symbol: asked.symbol, day: asked.day }).then(
      (answer) => !late && setWhy(answer),
      (error: Error) => !late && setFault(error.message),
    );
    return () => {
      late = true;
    };
  }, [kept, asked]);
  const ask = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const data = new FormData(event.currentTarget);
    const symbol = String(data.get('symbol')).trim().toUpperCase();
    const day = dayFromIso(String(data.get('day')).trim());
    if (!symbols.includes(symbol)) return setFault(`There is no instrument ${symbol || 'without a symbol'}.`);
    if (day === undefined) return setFault('Write the day as YYYY-MM-DD.');
    onAsk({ symbol, day });
  };
  const field = 'rounded-sm border border-hairline bg-raised px-1.5 py-0.5';
  return (
    <div className="grid gap-3" aria-live="polite">
      <form
        key={asked && `${asked.symbol} ${asked.day}`}
        onSubmit={ask}
        className="flex items-center gap-2"
        aria-label="Why, or why not"
      >
        <label>
          Instrument{' '}
          <input name="symbol" defaultValue={asked?.symbol} list="why-symbols" className={`${field} w-24`} />
        </label>
        <datalist id="why-symbols">
          {symbols.map((symbol) => (
            <option key={symbol} value={symbol} />
          ))}
        </datalist>
        <label>
          Day{' '}
          <input
            name="day"
            defaultValue={asked && isoFromDay(asked.day)}
            placeholder="YYYY-MM-DD"
            className={`${field} w-28`}
          />
        </label>
        <Button type="submit">Ask</Button>
        <span className="text-soft">or open a trade in the table above.</span>
      </form>
      {fault && (
        <p role="alert" className="text-loss">
          {fault}
        </p>
      )}
      {asked?.trade && <Opened trade={asked.trade} />}
      {why && !fault && <Answer why={why} />}
    </div>
  );
}

function Opened({ trade }: { trade: Trade }) {
  const { symbol, side, entryDay, entryPrice, shares, exitDay, exitPrice, exitReason, profit } = trade;
  return (
    <p>
      {symbol} {side}: {shares.toLocaleString('en')} shares in at {price(entryPrice)} on{' '}
      {isoFromDay(entryDay)}, out at {price(exitPrice ?? Number.NaN)} on{' '}
      {exitDay === undefined ? 'no day yet' : isoFromDay(exitDay)} by {exitReason ?? 'nothing yet'}:{' '}
      {money(profit)}, {percent(trade.return)}; at worst {percent(trade.mae)}, at best {percent(trade.mfe)}.{' '}
      <Link
        className="text-accent underline"
        href={`/market?symbol=${encodeURIComponent(symbol)}&day=${isoFromDay(entryDay)}`}
      >
        Its chart
      </Link>
    </p>
  );
}

function Answer({ why: { symbol, day, member, rules, candidates } }: { why: WhyDay }) {
  if (day === undefined) return <p>{symbol} had no bar yet.</p>;
  const own = candidates.filter((candidate) => candidate.symbol === symbol);
  return (
    <>
      <p data-testid="why">
        On {isoFromDay(day)} {symbol} was {member ? '' : 'not '}a member of the universe
        {own.length > 0
          ? ` and a candidate: ${own.map(({ side, outcome }) => `${side}, ${OUTCOMES[outcome]}`).join('; ')}.`
          : ', and no candidate.'}
      </p>
      {rules.map(({ path, conditions }) => (
        <table key={path} aria-label={RULES[path]} className="justify-self-start">
          <caption className="text-left font-semibold">{RULES[path]}</caption>
          <tbody>
            {conditions.map(({ text, depth, truth, values }, k) => (
              <tr key={`${k} ${text}`} className="border-b border-hairline">
                <td className="pr-2">
                  <Truth truth={truth} />
                </td>
                <td className="pr-4" style={{ paddingLeft: `${depth}rem` }}>
                  {text}
                </td>
                <td className="text-soft">
                  {values.map((v) => `${v.text} ${ratio(v.value, Math.abs(v.value) < 1 ? 4 : 2)}`).join('; ')}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ))}
      {candidates.length > 0 && (
        <PlainTable
          label="Candidates of the day"
          head={['Candidate', 'Side', 'Rank value', 'Outcome']}
          rows={candidates.map((candidate) => [
            candidate.symbol,
            candidate.side,
            ratio(candidate.rank, 4),
            OUTCOMES[candidate.outcome],
          ])}
        />
      )}
    </>
  );
}

function Truth({ truth }: { truth: boolean | undefined }) {
  const [Icon, words, colour] =
    truth === undefined
      ? ([Minus, 'undefined', 'text-soft'] as const)
      : truth
        ? ([Check, 'held', 'text-gain'] as const)
        : ([X, 'did not hold', 'text-loss'] as const);
  return (
    <span className={colour}>
      <Icon size={14} aria-hidden />
      <span className="sr-only">{words}</span>
    </span>
  );
}
