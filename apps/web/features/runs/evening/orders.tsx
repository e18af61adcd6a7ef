'use client';

import { isoFromDay, type NextOrder, type WhyDay } from '@plateau/core';
import { hasRoom, type NamedEvening, ordererOf, ordersByInstrument } from '@plateau/files';
import { useState } from 'react';
import { reasonsAskedOf } from '@/model/follow/followed.ts';
import { Conditions, ruleName } from '@/parts/inspect/conditions.tsx';
import { EXIT_BY } from '@/parts/trades/exit-words.ts';
import { NO_ROOM, VERDICTS } from '@/parts/trades/verdicts.ts';
import { Button } from '@/ui/button';
import { Fold } from '@/ui/fold.tsx';
import { count, price, written } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { Sideways } from '@/ui/sideways.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { askWhy } from '@/workers/run-client.ts';
import type { FollowedEvening } from './use-evenings.ts';

interface Wanted {
  readonly of: FollowedEvening;
  readonly order: NextOrder;
}

/** All orders for the coming session: by instrument in all, then who wants what, and why. */
export function Orders({ evenings }: { evenings: readonly FollowedEvening[] }) {
  const [asked, setAsked] = useState<Wanted>();
  const named = evenings.flatMap(({ followed, evening }): NamedEvening[] =>
    evening ? [{ name: followed.name, evening }] : [],
  );
  const rows = ordersByInstrument(named);
  const waiting = named.flatMap((one) =>
    one.evening.orders
      .filter((order) => !hasRoom(order))
      .map((order) => [ordererOf(one, order.part), order] as const),
  );
  // The same order as the rows': each followed one's own, as they stand.
  const wanted = evenings.flatMap((of) => (of.evening?.orders ?? []).map((order): Wanted => ({ of, order })));
  return (
    <div className="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-3">
      {rows.length === 0 && (
        <p className="text-soft">Nothing that finds room is asked for in the coming session.</p>
      )}
      <Sideways label="Orders, sideways">
        {rows.length > 0 && (
          <PlainTable
            label="Orders for the coming session"
            head={[
              'Symbol',
              'In all',
              'Close',
              'Wanted by',
              'Order',
              'Side',
              'Shares',
              'Stop',
              'Target',
              'Why',
            ]}
            rows={rows.flatMap(({ symbol, shares, close, wants }) =>
              wants.map((want, k) => {
                const of = wanted.find((one) => one.order.symbol === symbol && isOf(one, want));
                return [
                  k === 0 ? <strong key="symbol">{symbol}</strong> : '',
                  k > 0
                    ? ''
                    : shares === 0
                      ? 'nothing'
                      : `${shares > 0 ? 'buy' : 'sell'} ${written(Math.abs(shares), 'shares')}`,
                  k === 0 ? price(close) : '',
                  want.wantedBy,
                  want.action,
                  want.side,
                  written(want.shares, 'shares'),
                  price(want.stop),
                  price(want.target),
                  want.action === 'exit' ? (
                    want.reason ? (
                      EXIT_BY[want.reason]
                    ) : (
                      ''
                    )
                  ) : (
                    <button
                      key="why"
                      type="button"
                      className="text-accent hover:underline"
                      aria-label={`Why ${symbol}, ${want.wantedBy}`}
                      onClick={() => setAsked(of)}
                    >
                      its conditions
                    </button>
                  ),
                ];
              }),
            )}
          />
        )}
      </Sideways>
      {waiting.length > 0 && (
        <Fold
          title="Next in line"
          words={`${count(waiting.length)} asked for, which find no room at the last close`}
        >
          <Sideways label="Next in line, sideways">
            <PlainTable
              label="Next in line"
              head={['Symbol', 'Wanted by', 'Side', 'Shares', 'Close', 'Why not']}
              rows={waiting.map(([wantedBy, { symbol, side, shares, close, likely }]) => [
                symbol,
                wantedBy,
                side,
                written(shares, 'shares'),
                price(close),
                NO_ROOM[likely],
              ])}
            />
          </Sideways>
        </Fold>
      )}
      {asked && <Why {...asked} onClose={() => setAsked(undefined)} />}
    </div>
  );
}

/** The joined list holds copies of the orders, with the name of who wants them. */
function isOf(
  { of: { followed, evening }, order }: Wanted,
  want: NextOrder & { readonly wantedBy: string },
): boolean {
  const { part, shares, side, action } = want;
  const isSame =
    order.part === part && order.shares === shares && order.side === side && order.action === action;
  return (
    isSame && evening !== undefined && ordererOf({ name: followed.name, evening }, part) === want.wantedBy
  );
}

interface WhyProps extends Wanted {
  readonly onClose: () => void;
}

/** Each condition of the rule with the values it had at the last close. */
function Why({ of: { followed, evening }, order, onClose }: WhyProps) {
  const { symbol, part } = order;
  const day = evening?.day ?? 0;
  const { value, fault } = useAnswer<WhyDay | undefined>(
    () => askWhy(reasonsAskedOf(followed, part), symbol, day),
    [followed.id, part, symbol, day],
  );
  const own = value?.candidates.find((candidate) => candidate.symbol === symbol);
  return (
    <section aria-label={`Why ${symbol}`} className="grid gap-2 border border-hairline bg-raised p-3">
      <div className="flex items-center gap-3">
        <h4 className="font-semibold">
          {followed.name}: {symbol} on {isoFromDay(day)}
        </h4>
        <Button className="ml-auto" onClick={onClose}>
          Close
        </Button>
      </div>
      {fault && (
        <p role="alert" className="text-loss">
          {fault}
        </p>
      )}
      {own && (
        <p>
          In the simulated account: {VERDICTS[own.outcome]}
          {Number.isNaN(own.rank) ? '' : `, ranked by ${price(own.rank)}`}.
        </p>
      )}
      {value?.rules.map(({ path, conditions }) => (
        <Conditions key={path} name={ruleName(path)} rows={conditions} />
      ))}
    </section>
  );
}
