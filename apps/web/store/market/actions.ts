// What the trader does to the store from the Market place; each is an act that can be undone.

import { dayFromIso, type Finding, isoFromDay, type Repair, type Universe, unpackBars } from '@plateau/core';
import { toast } from 'sonner';
import type { StoredListing, StoredRepair, StoredUniverse } from '@/model/rows.ts';
import { textOf } from '@/model/sheet/sheet.ts';
import { database } from '../database.ts';
import { readOne } from '../read.ts';
import { tellMarketChanged } from '../tabs.ts';
import { act } from '../undo.ts';

/** Does something to the market, and lets every tab read it anew. */
function change(words: string, redo: () => Promise<unknown>, undo: () => Promise<unknown>): Promise<void> {
  return act('market', words, {
    redo: () => redo().then(tellMarketChanged),
    undo: () => undo().then(tellMarketChanged),
    told: true,
  });
}

export type RepairKind = 'drop' | 'split' | 'accept';

/** Lays a repair over the bar of a finding. */
export async function repair(listing: StoredListing, finding: Finding, kind: RepairKind): Promise<void> {
  const { symbol } = listing;
  const base = { id: crypto.randomUUID(), symbol, made: Date.now(), day: finding.from };
  const laid = await laidRepair(listing, finding, kind);
  if (!laid) return void toast.error(`${symbol} has no bar on ${isoFromDay(finding.from)} to repair.`);
  const words = {
    drop: `The bar of ${isoFromDay(finding.from)} is left out of ${symbol}.`,
    split: `${symbol} is adjusted for the jump of ${isoFromDay(finding.from)}.`,
    accept: `Noted as right; ${symbol} keeps its bars.`,
  };
  await change(
    words[kind],
    () => database.repairs.put({ ...base, ...laid }),
    () => database.repairs.delete(base.id),
  );
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
  const [first] = repairs;
  if (!first) return;
  await change(
    repairs.length === 1
      ? `The repair of ${first.symbol} is taken back.`
      : `${repairs.length} repairs are taken back.`,
    () => database.repairs.bulkDelete(repairs.map(({ id }) => id)),
    () => database.repairs.bulkPut([...repairs]),
  );
}

/** Takes an instrument out of the market, its bars and repairs with it. */
export async function removeInstrument(listing: StoredListing): Promise<void> {
  const { symbol } = listing;
  const block = await database.blocks.get(listing.block);
  const repairs = await database.repairs.where('symbol').equals(symbol).toArray();
  const tables = [database.listings, database.blocks, database.repairs];
  await change(
    `${symbol} is removed from the market.`,
    () =>
      database.transaction('rw', tables, async () => {
        await database.listings.delete(symbol);
        await database.blocks.delete(listing.block);
        await database.repairs.bulkDelete(repairs.map(({ id }) => id));
      }),
    () =>
      database.transaction('rw', tables, async () => {
        if (block) await database.blocks.put(block);
        await database.listings.put(listing);
        await database.repairs.bulkPut(repairs);
      }),
  );
}

/** @param id of its own, as crypto.randomUUID gives them */
export async function addUniverse(id: string, name: string, members: Universe): Promise<void> {
  await change(
    `${name} is a universe now.`,
    () => database.universes.put({ id, name, members }),
    () => database.universes.delete(id),
  );
}

/**
 * Changes the members as they are in the store now, so that what another tab changed of them stays. A change makes a source's
 * universe the trader's own.
 */
export async function changeMembers(
  universe: StoredUniverse,
  next: (members: Universe) => Universe,
  what: string,
): Promise<void> {
  const { id } = universe;
  let before: StoredUniverse | undefined;
  await change(
    what,
    () =>
      database.transaction('rw', database.universes, async () => {
        before = (await readOne('universes', id)) ?? universe;
        const { source: _source, ...own } = before;
        await database.universes.put({ ...own, members: next(before.members) });
      }),
    () =>
      database.transaction('rw', database.universes, async () => {
        if (!before) return;
        const now = await readOne('universes', id);
        // Its name may have been changed since.
        await database.universes.put({ ...before, name: now?.name ?? before.name });
      }),
  );
}

export async function renameUniverse(universe: StoredUniverse, name: string): Promise<void> {
  if (name.trim() === '' || name.trim() === universe.name) return;
  await change(
    `${universe.name} is now called ${name.trim()}.`,
    () => database.universes.update(universe.id, { name: name.trim() }),
    () => database.universes.update(universe.id, { name: universe.name }),
  );
}

/** Deletes it; sheets that trade it are named, for they will have nothing to trade. */
export async function removeUniverse(universe: StoredUniverse): Promise<void> {
  const sheets = await database.sheets
    .filter((sheet) => sheet.deleted === undefined && textOf(sheet.draft ?? {}, 'universe') === universe.id)
    .toArray();
  const names = sheets.map(({ draft }) => `“${textOf(draft, 'name')}”`);
  await change(
    names.length === 0
      ? `${universe.name} is deleted.`
      : `${universe.name} is deleted; it was traded by ${names.slice(0, 3).join(', ')}${names.length > 3 ? ` and ${names.length - 3} more` : ''}, which cannot run without it.`,
    () => database.universes.delete(universe.id),
    () => database.universes.put(universe),
  );
}

/** @param iso YYYY-MM-DD or nothing */
export function dayOrNone(iso: string): number | undefined {
  return iso === '' ? undefined : dayFromIso(iso);
}
