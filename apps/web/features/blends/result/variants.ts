// Variants of a blend out of its logbook.

import { writeBlendFile, writeTextsZip } from '@plateau/files';
import { toast } from 'sonner';
import { blendFields } from '@/model/blend/fields.ts';
import { sheetChanged } from '@/model/blend/followed.ts';
import { partKey, partsOf } from '@/model/blend/parts.ts';
import { readBlendDraft } from '@/model/blend/read.ts';
import { fileName, type LogEntry } from '@/model/logbook/entry.ts';
import type { Draft } from '@/model/sheet/sheet.ts';
import { editBlend } from '@/store/blends/actions.ts';
import { sheetOf } from '@/store/sheets/state.ts';

/** Puts a variant in place of what stands in the open blend. A followed sheet that has changed since is frozen as it was. */
export function bringBackVariant(draft: Draft): void {
  const changed = partsOf(draft).filter((part) => {
    const sheet = part.kind === 'sheet' ? sheetOf(part.sheet) : undefined;
    return part.kind === 'sheet' && (!sheet || sheet.deleted !== undefined || sheetChanged(part, sheet));
  });
  const own = Object.entries(draft).filter(([key]) => key !== 'name' && key !== 'notes');
  const settings = blendFields.filter(({ key }) => key !== 'name' && key !== 'notes');
  editBlend({
    ...Object.fromEntries(settings.map(({ key, initial }) => [key, initial])),
    ...Object.fromEntries(own),
    ...Object.fromEntries(changed.map(({ id }) => [partKey(id, 'kind'), 'frozen'])),
  });
  if (changed.length > 0) {
    const names = changed.map(({ name }) => `“${name}”`).join(', ');
    toast(`${names}: the sheet has changed since, so the part is frozen as it was then.`);
  }
}

/** A zip of one blend file a variant, each under its time and name. */
export function blendVariantsZip(entries: readonly LogEntry[]): Uint8Array<ArrayBuffer> {
  const texts = entries.flatMap((entry): [string, string][] => {
    // As it was then: what it followed is read from what was noted.
    const frozen = partsOf(entry.draft).flatMap(({ id, kind }) =>
      kind === 'sheet' ? [[partKey(id, 'kind'), 'frozen'] as const] : [],
    );
    const draft = { ...entry.draft, ...Object.fromEntries(frozen) };
    const read = readBlendDraft(draft, { sheetOf: () => undefined, hasUniverse: () => true });
    return read.ok ? [[fileName(entry), writeBlendFile(read.asked.blend)]] : [];
  });
  return writeTextsZip(new Map(texts));
}
