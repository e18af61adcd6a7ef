// The Skerry feed of Plateau's own server.

import { type Bars, type Day, isoFromDay } from '@plateau/core';
import { readBarsCsv } from '@plateau/files';
import type { Catalogue, Source } from '@/model/market/source.ts';
import { FIRST_SOURCE } from './first.ts';
import { readCatalogue } from './read-catalogue.ts';

async function fetchText(path: string): Promise<string> {
  const response = await fetch(path, { cache: 'no-store' });
  if (!response.ok) throw new Error(`the feed answered ${response.status} for ${path}`);
  return response.text();
}

export const skerry: Source = {
  name: FIRST_SOURCE,
  about: 'The demo market: an invented exchange, twenty-one years of daily bars.',

  async catalogue(): Promise<Catalogue> {
    return readCatalogue(await fetchText('/feed/catalogue'));
  },

  async history(symbol: string, since?: Day): Promise<Bars> {
    const query = since === undefined ? '' : `?since=${isoFromDay(since)}`;
    const read = readBarsCsv(await fetchText(`/feed/history/${encodeURIComponent(symbol)}${query}`), symbol);
    if (!read.ok) throw new Error(`${symbol}: ${read.problems[0]?.message ?? 'unreadable'}`);
    return read.value;
  },
};
