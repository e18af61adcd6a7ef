// What the trader does to the store from the Market place; each can be undone from the message that tells of it.

import { dayFromIso, type Finding, isoFromDay, type Repair, type Universe } from '@plateau/core';
import { toast } from 'sonner';
import { unpackBars } from '@/store/bar-block.ts';
import { database, type StoredListing, type StoredRepair, type StoredUniverse } from '@/store/database.ts';
import { forgetMarket } from '@/workers/engine-pool.ts';

function tell(message: string, undo: () => Promise<unknown>): void {
  forgetMarket();
  toast(message, {
    action: {
      label: 'Undo',
      onClick: () => void undo().then(forgetMarket),
    },
  });
}

export type RepairKind = 'drop' | 'split' | 'accept';

/** Lays a repair over the bar of a finding. */
export async function repair(listing: StoredListing, finding: Finding, kind: RepairKind): Promise<void> {
  const { symbol } = listing;
  const base = { id: crypto.randomUUID(), symbol, made: Date.now(), day: finding.from };
  const laid = await laidRepair(listing, finding, kind);
  if (!laid) return void toast.error(`${symbol} has no bar on ${isoFromDay(finding.from)} to repair.`);
  await database.repairs.put({ ...base, ...laid });
  const words = {
    drop: `The bar of ${isoFromDay(finding.from)} is left out of ${symbol}.`,
    split: `${symbol} is adjusted for the jump of ${isoFromDay(finding.from)}.`,
    accept: `Noted as right; ${symbol} keeps its bars.`,
  };
  tell(words[kind], () => database.repairs.delete(base.id));
}

/** A repair fits the bar as imported, so its close is taken from there and not from repaired bars. */
async function laidRepair(
  { block }: StoredListing,
  { kind: found, from: day, ratio = 1 }: Finding,
  kind: RepairKind,
): Promise<Repair | undefined> {
  if (kind === 'accept') return { kind, day, finding: found };
  const stored = await database.blocks.get(block);
  const bars = stored && unpackBars(stored.block);
  const close = bars?.close[bars.day.indexOf(day)];
  if (close === undefined) return undefined;
  return kind === 'drop' ? { kind, day, close } : { kind, day, close, ratio };
}

export async function takeBack(repairs: readonly StoredRepair[]): Promise<void> {
  await database.repairs.bulkDelete(repairs.map(({ id }) => id));
  const [first] = repairs;
  if (first) {
    tell(
      repairs.length === 1
        ? `The repair of ${first.symbol} is taken back.`
        : `${repairs.length} repairs are taken back.`,
      () => database.repairs.bulkPut([...repairs]),
    );
  }
}

/** Takes an instrument out of the market, its bars and repairs with it. */
export async function removeInstrument(listing: StoredListing): Promise<void> {
  const { symbol } = listing;
  const block = await database.blocks.get(listing.block);
  const repairs = await database.repairs.where('symbol').equals(symbol).toArray();
  const tables = [database.listings, database.blocks, database.repairs];
  await database.transaction('rw', tables, async () => {
    await database.listings.delete(symbol);
    await database.blocks.delete(listing.block);
    await database.repairs.bulkDelete(repairs.map(({ id }) => id));
  });
  tell(`${symbol} is out of the market.`, () =>
    database.transaction('rw', tables, async () => {
      if (block) await database.blocks.put(block);
      await database.listings.put(listing);
      await database.repairs.bulkPut(repairs);
    }),
  );
}

export async function addUniverse(name: string, members: Universe): Promise<string> {
  const id = crypto.randomUUID();
  await database.universes.put({ id, name, members });
  return id;
}

/** A change of members makes a source's universe the trader's own. */
export async function changeMembers(
  universe: StoredUniverse,
  members: Universe,
  what: string,
): Promise<void> {
  const { source: _source, ...own } = universe;
  await database.universes.put({ ...own, members });
  tell(what, () => database.universes.put(universe));
}

export async function renameUniverse(universe: StoredUniverse, name: string): Promise<void> {
  if (name.trim() === '' || name.trim() === universe.name) return;
  await database.universes.update(universe.id, { name: name.trim() });
  tell(`${universe.name} is now called ${name.trim()}.`, () =>
    database.universes.update(universe.id, { name: universe.name }),
  );
}

export async function removeUniverse(universe: StoredUniverse): Promise<void> {
  await database.universes.delete(universe.id);
  tell(`${universe.name} is deleted..`, () => database.universes.put(universe));
}

/** @param iso YYYY-MM-DD or nothing */
export function dayOrNone(iso: string): number | undefined {
  return iso === '' ? undefined : dayFromIso(iso);
}
