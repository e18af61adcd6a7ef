// Looks through every stored instrument for what is wrong with its bars.

import { type Finding, findingsOf, marketCalendar, troubleOf } from '@plateau/core';
import { expose } from 'comlink';
import { unpackBars } from '@/store/bar-block.ts';
import { database } from '@/store/database.ts';

export interface InstrumentQuality {
  readonly symbol: string;
  readonly findings: readonly Finding[];
  readonly trouble: number;
}

/** Instruments read at once: enough to be quick, few enough for any memory. */
const BATCH = 64;

async function inspectAll(): Promise<InstrumentQuality[]> {
  const listings = await database.listings.toArray();
  const calendar = await calendarOf(listings.map(({ block }) => block));
  const found: InstrumentQuality[] = [];
  for (let k = 0; k < listings.length; k += BATCH) {
    const batch = listings.slice(k, k + BATCH);
    const blocks = await database.blocks.bulkGet(batch.map(({ block }) => block));
    batch.forEach(({ symbol }, n) => {
      const block = blocks[n]?.block;
      if (!block) return;
      const findings = findingsOf(unpackBars(block), calendar);
      found.push({ symbol, findings, trouble: troubleOf(findings) });
    });
  }
  return found;
}

async function calendarOf(ids: readonly string[]): Promise<Int32Array> {
  const days: Int32Array[] = [];
  for (let k = 0; k < ids.length; k += BATCH) {
    const blocks = await database.blocks.bulkGet(ids.slice(k, k + BATCH));
    for (const stored of blocks) if (stored) days.push(unpackBars(stored.block).day.slice());
  }
  return marketCalendar(days);
}

const api = { inspectAll };
export type QualityApi = typeof api;
expose(api);
