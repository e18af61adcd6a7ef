// Looks through every stored instrument: what is wrong with its bars, and what a universe may be filtered by. What was found
// is kept until its bars or repairs change.

import {
  type Bars,
  daysOfBlock,
  findingsOf,
  type GapYear,
  gapCalendar,
  isBlock,
  marketCalendar,
  measureInstrument,
  troubleOf,
  unsettled,
} from '@plateau/core';
import { expose } from 'comlink';
import Joi from 'joi';
import type { InstrumentQuality } from '@/model/market/quality.ts';
import type { StoredListing } from '@/model/rows.ts';
import { readBars, repairsBySymbol } from '@/store/bars.ts';
import { database } from '@/store/database.ts';
import { readAll, readOne } from '@/store/read.ts';

/** What was found the last time. */
interface Kept {
  /** of the blocks that the calendars were made of */
  readonly blocks: string;
  /** the whole market's sessions, and each source's that has enough instruments to know its own */
  readonly calendar: Int32Array;
  readonly calendars: ReadonlyMap<string, Int32Array>;
  readonly found: readonly (InstrumentQuality & { readonly stamp: string })[];
}

const isColumn = (value: unknown): boolean => value instanceof Int32Array;
const keptKind = Joi.object({
  blocks: Joi.string().required(),
  calendar: Joi.any().custom((value, helpers) => (isColumn(value) ? value : helpers.error('any.invalid'))),
  calendars: Joi.any().custom((value, helpers) =>
    value instanceof Map && [...value.values()].every(isColumn) ? value : helpers.error('any.invalid'),
  ),
  found: Joi.array()
    .items(Joi.object({ symbol: Joi.string().required(), stamp: Joi.string().required() }).unknown())
    .required(),
}).required();

/** What was found the last time, where it is of the kind that it must be: else all is looked through again. */
function keptFrom(value: unknown): Kept | undefined {
  return keptKind.validate(value, { convert: false }).error ? undefined : (value as Kept);
}

/** Instruments read at once: enough to be quick, few enough for any memory. */
const BATCH = 64;
const KEY = 'quality';
/** Instruments that together tell a session from a day off. */
const ENOUGH = 10;

const blockStamp = ({ symbol, block, count, last, changed }: StoredListing): string =>
  `${symbol} ${block} ${count} ${last} ${changed}`;

async function digest(text: string): Promise<string> {
  const bytes = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text));
  return Array.from(new Uint8Array(bytes), (byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** Looks again only at the instruments whose bars or repairs have changed, unless the market's calendar has. */
async function current(): Promise<Kept> {
  const [listings, repairs] = await Promise.all([readAll('listings'), readAll('repairs')]);
  const kept = keptFrom((await database.settings.get(KEY))?.value);
  const blocks = await digest(listings.map(blockStamp).join('\n'));
  const sameDays = kept?.blocks === blocks;
  const { calendar, calendars } = sameDays ? kept : await calendarsOf(listings);
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
      const sessions = calendars.get(listing.source) ?? calendar;
      const findings = unsettled(findingsOf(its, sessions), bySymbol.get(symbol) ?? []);
      const trouble = troubleOf(findings);
      before.set(symbol, { symbol, findings, trouble, ...measureInstrument(its), stamp: stampOf(listing) });
    }
  }
  const found = listings.flatMap(({ symbol }) => before.get(symbol) ?? []);
  const fresh = { blocks, calendar, calendars, found };
  await database.settings.put({ key: KEY, value: fresh });
  return fresh;
}

async function inspectAll(): Promise<readonly InstrumentQuality[]> {
  return (await current()).found;
}

/** Missing sessions by year and week. */
async function gapsOf(symbol: string): Promise<GapYear[]> {
  const listing = await readOne('listings', symbol);
  const bars: Bars | undefined = listing && (await readBars([listing])).get(symbol);
  if (!bars || !listing) return [];
  const { calendar, calendars } = await current();
  return gapCalendar(bars.day, calendars.get(listing.source) ?? calendar);
}

/** The market's sessions. */
async function sessions(): Promise<Int32Array> {
  return (await current()).calendar;
}

/** Markets keep other holidays, so a source that knows its own sessions is not held to another's. */
async function calendarsOf(
  listings: readonly StoredListing[],
): Promise<Pick<Kept, 'calendar' | 'calendars'>> {
  const all: Int32Array[] = [];
  const bySource = new Map<string, Int32Array[]>();
  for (let k = 0; k < listings.length; k += BATCH) {
    const batch = listings.slice(k, k + BATCH);
    const blocks = await database.blocks.bulkGet(batch.map(({ block }) => block));
    batch.forEach(({ source }, n) => {
      const stored = blocks[n];
      if (!isBlock(stored?.block)) return;
      const days = daysOfBlock(stored.block).slice();
      all.push(days);
      const its = bySource.get(source);
      if (its) its.push(days);
      else bySource.set(source, [days]);
    });
  }
  const enough = [...bySource].filter(([, days]) => days.length >= ENOUGH);
  return {
    calendar: marketCalendar(all),
    calendars: new Map(enough.map(([source, days]) => [source, marketCalendar(days)])),
  };
}

const api = { inspectAll, gapsOf, sessions };
export type QualityApi = typeof api;
expose(api);
