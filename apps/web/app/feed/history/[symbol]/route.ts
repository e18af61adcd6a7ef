// GET /feed/history/SYMBOL?since=YYYY-MM-DD: an instrument's bars as CSV.

import { dayFromIso } from '@plateau/core';
import { feed, linesSince } from '../../market.ts';
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
  const history = (await feed()).histories.get(symbol);
  if (history === undefined) return new Response(`The feed has no instrument ${symbol}.\n`, { status: 404 });
  return new Response(since === null ? history : linesSince(history, since), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      // Tens of megabytes to the same machine: packing them costs more than sending them.
      'cache-control': 'no-store, no-transform',
    },
  });
}
