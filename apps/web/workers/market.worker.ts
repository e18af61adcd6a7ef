// Reads bars from the store into memory that all engine workers share, some instruments at a time: what has been copied is let go
// before the next ones are read. Where they are many, it leaves copies from which they are read faster the next time.

import {
  type Bars,
  isBlock,
  repairedBars,
  type SharedMarket,
  shareBlocks,
  shareMarket,
  unpackBars,
} from '@plateau/core';
import type { StoredBlock, StoredRepair } from '@/model/rows.ts';
import { blockNames, isWrittenOnce, type NamedBlock, readBlocks } from '@/store/blocks.ts';
import { Copies, CopyWriter, sweepCopies } from '@/store/copies/copies.ts';
import { copiesFolder, hasRoomForCopies } from '@/store/copies/folder.ts';
import { database } from '@/store/database.ts';

/** Parts as they are read, and then the end, with what went wrong. */
export type MarketAnswer = { readonly market: SharedMarket } | { readonly fault: string | undefined };

const BATCH = 64;
/** Fewer come from the store as fast as files are opened. */
const WORTH_COPYING = 120;

const answer = (message: MarketAnswer): void => postMessage(message);

async function read(symbols: readonly string[]): Promise<void> {
  const folder = symbols.length >= WORTH_COPYING ? await copiesFolder() : undefined;
  const [copies, named, repairs] = await Promise.all([
    folder && Copies.open(folder),
    blockNames(symbols),
    readRepairs(),
  ]);
  const lacking = named.filter(({ block }) => isWrittenOnce(block) && !copies?.has(block));
  const isWorth = lacking.length >= WORTH_COPYING && (await hasRoomForCopies());
  const writer = folder && isWorth ? await CopyWriter.start(folder) : undefined;
  const next = (k: number) => readBatch(named.slice(k, k + BATCH), copies);
  let coming = next(0);
  for (let k = 0; k < named.length; k += BATCH) {
    const batch = await coming;
    // The next ones are on their way while these are copied.
    coming = next(k + BATCH);
    coming.catch(() => {});
    share(batch, repairs);
    for (const { stored, copied } of batch) {
      if (copied) copies?.giveBack(stored.block);
      else if (isWrittenOnce(stored.id)) await writer?.add(stored.id, stored.block);
    }
  }
  answer({ fault: undefined });
  await copies?.close();
  if (!folder || !writer) return;
  await writer.finish();
  const { wantedBlocks } = await import('@/store/replaced.ts');
  await sweepCopies(folder, await wantedBlocks(Date.now()));
}

/** Most stores have none, and their readers start without the schemas. */
async function readRepairs(): Promise<ReadonlyMap<string, readonly StoredRepair[]>> {
  if ((await database.repairs.count()) === 0) return new Map();
  const { readRepairsBySymbol } = await import('@/store/bars.ts');
  return readRepairsBySymbol();
}

interface Read {
  readonly symbol: string;
  readonly stored: StoredBlock;
  readonly copied: boolean;
}

/** Blocks as copies have them, and the rest as the store does. */
async function readBatch(named: readonly NamedBlock[], copies: Copies | undefined): Promise<Read[]> {
  const read: Read[] = [];
  const lacking: NamedBlock[] = [];
  for (const one of named) {
    const block = copies?.read(one.block);
    if (isBlock(block)) read.push({ symbol: one.symbol, stored: { id: one.block, block }, copied: true });
    else lacking.push(one);
  }
  const stored = lacking.length > 0 ? await readBlocks(lacking) : [];
  lacking.forEach(({ symbol }, k) => {
    const block = stored[k];
    if (block) read.push({ symbol, stored: block, copied: false });
  });
  return read;
}

function share(batch: readonly Read[], repairs: ReadonlyMap<string, readonly StoredRepair[]>): void {
  const plain = new Map<string, ArrayBuffer>();
  const repaired = new Map<string, Bars>();
  for (const { symbol, stored } of batch) {
    const its = repairs.get(symbol);
    if (its) repaired.set(symbol, repairedBars(unpackBars(stored.block), its));
    else plain.set(symbol, stored.block);
  }
  if (plain.size > 0) answer({ market: shareBlocks(plain) });
  if (repaired.size > 0) answer({ market: shareMarket(repaired) });
}

function sentence(error: unknown): string {
  if (error instanceof RangeError) {
    return 'the browser gives no more memory for the bars of so many instruments: try a smaller universe, or close other tabs';
  }
  return error instanceof Error ? error.message : String(error);
}

addEventListener('message', ({ data }: MessageEvent<readonly string[]>) => {
  void read(data)
    .catch((error: unknown) => answer({ fault: sentence(error) }))
    .finally(close);
});
