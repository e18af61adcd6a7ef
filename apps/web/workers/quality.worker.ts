// Looks through every stored instrument: what is wrong with its bars, and what a universe may be filtered by. What was found
// is kept until its bars or repairs change.

import {
  type Bars,
  type Finding,
  findingsOf,
  type GapYear,
  gapCalendar,
  type InstrumentMeasures,
  marketCalendar,
  measureInstrument,
  troubleOf,
  unsettled,
} from '@plateau/core';
import { expose } from 'comlink';
import { unpackBars } from '@/store/bar-block.ts';
import { readBars, repairsBySymbol } from '@/store/bars.ts';
import { database, type StoredListing } from '@/store/database.ts';

export interface InstrumentQuality extends InstrumentMeasures {
  readonly symbol: string;
  readonly findings: readonly Finding[];
  readonly trouble: number;
}

/** What was found the last time. */
interface Kept {
  /** of the blocks that the calendar was made of */
  readonly blocks: string;
  readonly calendar: Int32Array;
  readonly found: readonly (InstrumentQuality & { readonly stamp: string })[];
}

/** Instruments read at once: enough to be quick, few enough for any memory. */
const BATCH = 64;
const KEY = 'quality';

const blockStamp = ({ symbol, block, count, last }: StoredListing): string =>
  `${symbol} ${block} ${count} ${last}`;

async function digest(text: string): Promise<string> {
  const bytes = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text));
  return Array.from(new Uint8Array(bytes), (byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** Looks again only at the instruments whose bars or repairs have changed, unless the market's calendar has. */
async function current(): Promise<Kept> {
  const [listings, repairs] = await Promise.all([database.listings.toArray(), database.repairs.toArray()]);
  const kept = (await database.settings.get(KEY))?.value as Kept | undefined;
  const blocks = await digest(listings.map(blockStamp).join('\n'));
  const sameDays = kept?.blocks === blocks;
  const calendar = sameDays ? kept.calendar : await calendarOf(listings.map(({ block }) => block));
  const before = new Map(sameDays ? kept.found.map((quality) => [quality.symbol, quality]) : []);
  const bySymbol = repairsBySymbol(repairs);
  const stampOf = (listing: StoredListing): string =>
    [blockStamp(listing), ...(bySymbol.get(listing.symbol) ?? []).map(({ id }) => id)].join(' ');
  const stale = listings.filter((listing) => before.get(listing.symbol)?.stamp !== stampOf(listing));
  if (sameDays && stale.length === 0) return kept;
  for (let k = 0; k < stale.length; k += BATCH) {
    const batch = stale.slice(k, k + BATCH);
    const bars = await readBars(batch);
    for (const listing of batch) {
      const { symbol } = listing;
      const its = bars.get(symbol);
      if (!its) continue;
      const findings = unsettled(findingsOf(its, calendar), bySymbol.get(symbol) ?? []);
      const trouble = troubleOf(findings);
      before.set(symbol, { symbol, findings, trouble, ...measureInstrument(its), stamp: stampOf(listing) });
    }
  }
  const found = listings.flatMap(({ symbol }) => before.get(symbol) ?? []);
  const fresh = { blocks, calendar, found };
  await database.settings.put({ key: KEY, value: fresh });
  return fresh;
}

async function inspectAll(): Promise<readonly InstrumentQuality[]> {
  return (await current()).found;
}

/** Missing sessions by year and week. */
async function gapsOf(symbol: string): Promise<GapYear[]> {
  const listing = await database.listings.get(symbol);
  const bars: Bars | undefined = listing && (await readBars([listing])).get(symbol);
  return bars ? gapCalendar(bars.day, (await current()).calendar) : [];
}

/** The market's sessions. */
async function sessions(): Promise<Int32Array> {
  return (await current()).calendar;
}

async function calendarOf(ids: readonly string[]): Promise<Int32Array> {
  const days: Int32Array[] = [];
  for (let k = 0; k < ids.length; k += BATCH) {
    const blocks = await database.blocks.bulkGet(ids.slice(k, k + BATCH));
    for (const stored of blocks) if (stored) days.push(unpackBars(stored.block).day.slice());
  }
  return marketCalendar(days);
}

const api = { inspectAll, gapsOf, sessions };
export type QualityApi = typeof api;
expose(api);
