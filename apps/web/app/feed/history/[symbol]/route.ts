// GET /feed/history/SYMBOL?since=YYYY-MM-DD: an instrument's bars as CSV.

import { dayFromIso } from '@plateau/core';
import { historyCsv } from '@plateau/skerry';
import { skerryMarket, wholeHistory } from '../../market.ts';
import { mishap } from '../../mishaps.ts';

export async function GET(
  request: Request,
  context: { params: Promise<{ symbol: string }> },
): Promise<Response> {
  const url = new URL(request.url);
  const failed = await mishap(url);
  if (failed) return failed;
  const { symbol } = await context.params;
  const sinceText = url.searchParams.get('since');
  const since = sinceText === null ? undefined : dayFromIso(sinceText);
  if (sinceText !== null && since === undefined) {
    return new Response('since must be a date, YYYY-MM-DD.\n', { status: 400 });
  }
  const bars = skerryMarket().bars.get(symbol);
  const history = since === undefined ? wholeHistory(symbol) : bars && historyCsv(bars, since);
  if (history === undefined) return new Response(`The feed has no instrument ${symbol}.\n`, { status: 404 });
  return new Response(history, { headers: { 'content-type': 'text/csv; charset=utf-8' } });
}
