// The logbook's variants as strategy files, each under its time and name.

import type { Strategy } from '@plateau/core';
import { writeStrategiesZip } from '@plateau/files';
import type { LogEntry } from '@/model/logbook/entry.ts';
import { readDraft } from '@/model/sheet/read.ts';

/** A zip of one strategy file a variant; a variant was run once, so each reads. */
export function variantsZip(entries: readonly LogEntry[]): Uint8Array<ArrayBuffer> {
  const strategies = new Map<string, Strategy>();
  for (const { at, name, changed, draft } of entries) {
    const read = readDraft(draft);
    if (!read.ok) continue;
    const words = (name || changed)
      .replace(/[^\p{L}\p{N} ]+/gu, ' ')
      .trim()
      .slice(0, 60);
    const time = new Date(at).toISOString().replace(/[:.]/g, '-');
    strategies.set(`${time} ${words}.json`, read.request.strategy);
  }
  return writeStrategiesZip(strategies);
}
