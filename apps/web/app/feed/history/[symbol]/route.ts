// GET /feed/history/SYMBOL?since=YYYY-MM-DD&ahead=N: an instrument's bars as CSV, perhaps some sessions later.

import { dayFromIso } from '@plateau/core';
import { aheadIn, feed, later, linesSince } from '../../market.ts';
import { mishap } from '../../mishaps.ts';

export async function GET(
  request: Request,
  context: { params: Promise<{ symbol: string }> },
): Promise<Response> {
  const url = new URL(request.url);
  const failed = await mishap(url);
  if (failed) return failed;
  const { symbol } = await context.params;
  const since = url.searchParams.get('since');
  if (since !== null && dayFromIso(since) === undefined) {
    return new Response('since must be a date, YYYY-MM-DD.\n', { status: 400 });
  }
  const ahead = aheadIn(url);
  if (ahead === undefined) return new Response('ahead must be a number of sessions.\n', { status: 400 });
  const history = await historyOf(symbol, since ?? undefined, ahead);
  if (history === undefined) return new Response(`The feed has no instrument ${symbol}.\n`, { status: 404 });
  return new Response(history, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      // Tens of megabytes to the same machine: packing them costs more than sending them.
      'cache-control': 'no-store, no-transform',
    },
  });
}

async function historyOf(
  symbol: string,
  since: string | undefined,
  ahead: number,
): Promise<string | Uint8Array<ArrayBuffer> | undefined> {
  if (ahead > 0) return (await later({ ahead, symbol, ...(since !== undefined && { since }) })).history;
  const history = (await feed()).histories.get(symbol);
  return history && since !== undefined ? linesSince(history, since) : history;
}
