// The account of what is followed as it is typed: it is laid on the orders only once it is used, and until then not lost.

import { type FollowedAccount, type OwnHolding, readKept } from '@plateau/core';
import { eventsCsv, fillsCsv, holdingsCsv } from '@plateau/files';
import type { StoredFollowed } from './followed.ts';

/** Each field as its text. */
export interface TypedAccount {
  readonly kind: FollowedAccount['kind'];
  readonly capital: string;
  readonly cash: string;
  readonly fills: string;
  readonly holdings: string;
  readonly events: string;
}

type Used = Pick<StoredFollowed, 'account' | 'fills' | 'events'>;

/** Names the account that is in use: what was typed over another is of no account any more. */
export const nameOfUsed = ({ account, fills, events }: Used): string =>
  JSON.stringify([account, fills, events]);

/** The account in use as one would type it. */
export const typedOf = ({ account, fills, events }: Used): TypedAccount => ({
  kind: account.kind,
  capital: 'capital' in account ? String(account.capital) : '',
  cash: 'cash' in account ? String(account.cash) : '',
  fills: fills.length === 0 ? '' : fillsCsv(fills),
  holdings: account.kind === 'holdings' ? holdingsCsv(account.holdings) : '',
  events: events.length === 0 ? '' : eventsCsv(events),
});

/** The account as it is typed, or what is wrong with it. */
export function accountOf(
  { kind, capital, cash }: TypedAccount,
  holdings: readonly OwnHolding[],
): FollowedAccount | string {
  if (kind === 'simulated') return { kind };
  if (kind === 'holdings') {
    if (cash.trim() === '') return 'Type the cash that stands beside the positions; 0 if there is none.';
    const beside = readKept(cash);
    return beside.kind === 'one' ? { kind, cash: beside.value, holdings } : beside.why;
  }
  const money = readKept(capital);
  if (capital.trim() !== '' && money.kind === 'none') return money.why;
  return money.kind === 'one' && money.value > 0
    ? { kind, capital: money.value }
    : 'Type the money that the account began with, above 0.';
}
