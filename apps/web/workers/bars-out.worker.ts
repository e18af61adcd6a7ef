// Packs the bars of a universe for other programs; gone when it is done.

import type { Universe } from '@plateau/core';
import { type BarsForm, BarsZipWriter } from '@plateau/files';
import { expose } from 'comlink';
import { readBars } from '@/store/bars.ts';
import { readEach } from '@/store/read.ts';

const BATCH = 50;

const api = {
  /** Bars as runs read them, repairs laid over them; members without bars are in universe.csv alone. */
  async pack(members: Universe, also: readonly string[], form: BarsForm): Promise<Blob> {
    const pieces: BlobPart[] = [];
    const writer = new BarsZipWriter(form, (piece) => pieces.push(piece));
    const symbols = [...new Set([...members.map(({ symbol }) => symbol), ...also])];
    for (let k = 0; k < symbols.length; k += BATCH) {
      const listings = await readEach('listings', symbols.slice(k, k + BATCH));
      const bars = await readBars(listings.filter((listing) => listing !== undefined));
      for (const [symbol, its] of bars) writer.add(symbol, its);
    }
    writer.finish(members);
    return new Blob(pieces, { type: 'application/zip' });
  },
};
export type BarsOutApi = typeof api;
expose(api);
