import {
  isoFromDay,
  type ShownRun,
  type SizeExample,
  type SizeWarning,
  type Strategy,
  sizesTaken,
  sizeWarnings,
} from '@plateau/core';
import { TriangleAlert } from 'lucide-react';
import { useMemo } from 'react';
import { count, money, percent, price } from '@/ui/format.ts';

function warned(warning: SizeWarning): string {
  switch (warning.kind) {
    case 'one-takes-all':
      return `One position may take ${count(warning.percent)}% of the account: its fate is the account’s.`;
    case 'more-than-account':
      return `All slots together ask for ${count(warning.percent)}% of the account: the last ones will find no cash.`;
    case 'idle-slots':
      return `The rotation holds ${warning.hold} of ${warning.slots} slots: ${count(warning.percent)}% of the account is invested at most. Give as many slots as it holds.`;
    case 'risk-without-stop':
      return `A size by risk needs an initial or a trailing stop on the ${warning.side} side: without one nothing says what is at risk.`;
  }
}

/** How a size came about, step by step. */
function steps({ size, limits }: Strategy, { trade, equity, value, share }: SizeExample): string {
  // What the account could not pay is told, or the sum would not come out.
  const cut = trade.shares < trade.wanted ? `, cut from ${count(trade.wanted)} for lack of cash` : '';
  const shares = `${count(trade.shares, 'share')} for ${money(value)}, ${percent(share)} of the account${cut}`;
  const at = `at ${price(trade.entryPrice)}`;
  switch (size.method) {
    case 'percent-of-equity':
      return `${size.percent}% of ${money(equity)} is ${money((equity * size.percent) / 100)}; ${at} that came to ${shares}.`;
    case 'equal-slots':
      return `one of ${limits.positions ?? 'the'} slots of ${money(equity)}; ${at} that came to ${shares}.`;
    case 'cash':
      return `${money(size.amount)} ${at} came to ${shares}.`;
    case 'shares':
      return `${count(size.count, 'share')} ${at} came to ${shares}.`;
    case 'risk-cash':
      return `${money(size.amount)} at risk with a stop ${price(trade.riskPerShare)} away; ${at} that came to ${shares}.`;
    case 'risk-percent':
      return `${size.percent}% of ${money(equity)} is ${money((equity * size.percent) / 100)} at risk with a stop ${price(trade.riskPerShare)} away; ${at} that came to ${shares}.`;
    case 'volatility':
      return `${size.percent}% of ${money(equity)} is ${money((equity * size.percent) / 100)} a day’s range of ${size.atr} bars; ${at} that came to ${shares}.`;
  }
}

/** The size on the sheet worked out for the latest entry, and what is odd about it. */
export function SizeNote({ strategy, run }: { strategy: Strategy; run: ShownRun }) {
  const { latest, largestShare } = useMemo(
    () => sizesTaken(run.marks, [...run.trades, ...run.openTrades]),
    [run],
  );
  const warnings = sizeWarnings(strategy, largestShare);
  return (
    <div className="pb-1" data-testid="size-note">
      {warnings.map((warning) => (
        <p key={warning.kind} className="flex gap-1.5">
          <TriangleAlert size={12} aria-hidden className="mt-1 shrink-0 text-loss" />
          {warned(warning)}
        </p>
      ))}
      {latest && (
        <p className="text-soft">
          {latest.trade.symbol}, decided {isoFromDay(latest.trade.decisionDay)}: {steps(strategy, latest)}
        </p>
      )}
    </div>
  );
}
