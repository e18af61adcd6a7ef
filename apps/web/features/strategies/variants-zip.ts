// The logbook's variants as strategy files, each under its time and name.

import { writeStrategyFile, writeTextsZip } from '@plateau/files';
import { fileName, type LogEntry } from '@/model/logbook/entry.ts';
import { readDraft } from '@/model/sheet/read.ts';

/** A zip of one strategy file a variant; a variant was run once, so each reads. */
export function variantsZip(entries: readonly LogEntry[]): Uint8Array<ArrayBuffer> {
  const texts = entries.flatMap((entry): [string, string][] => {
    const read = readDraft(entry.draft);
    return read.ok ? [[fileName(entry), writeStrategyFile(read.request.strategy)]] : [];
  });
  return writeTextsZip(new Map(texts));
}
