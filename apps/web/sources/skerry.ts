// The Skerry feed of Plateau's own server.

import { type Bars, type Day, isoFromDay } from '@plateau/core';
import { readBarsCsv } from '@plateau/files';
import type { Catalogue, Source } from '@/model/market/source.ts';
import { FIRST_SOURCE } from './first.ts';
import { readCatalogue } from './read-catalogue.ts';

/** As many as its server has. */
const MOST_AHEAD = 120;

async function fetchText(path: string): Promise<string> {
  const response = await fetch(path, { cache: 'no-store' });
  if (!response.ok) throw new Error(`the feed answered ${response.status} for ${path}`);
  return response.text();
}

export const skerry: Source = {
  name: FIRST_SOURCE,
  about: 'The demo market: an invented exchange with daily bars to the end of 2025.',

  mostAhead: MOST_AHEAD,

  async catalogue(ahead = 0): Promise<Catalogue> {
    return readCatalogue(await fetchText(`/feed/catalogue${queryOf({ ahead })}`));
  },

  async history(symbol: string, since?: Day, ahead = 0): Promise<Bars> {
    const path = `/feed/history/${encodeURIComponent(symbol)}${queryOf({ since, ahead })}`;
    const read = readBarsCsv(await fetchText(path), symbol);
    if (!read.ok) throw new Error(`${symbol}: ${read.problems[0]?.message ?? 'unreadable'}`);
    return read.value;
  },
};

function queryOf({ since, ahead }: { readonly since?: Day | undefined; readonly ahead: number }): string {
  const parts = [
    ...(since === undefined ? [] : [`since=${isoFromDay(since)}`]),
    ...(ahead === 0 ? [] : [`ahead=${ahead}`]),
  ];
  return parts.length === 0 ? '' : `?${parts.join('&')}`;
}
