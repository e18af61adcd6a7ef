// The link to a sheet, and the copy that it opens as.

import { toast } from 'sonner';
import { type Draft, textOf } from '@/model/sheet/sheet.ts';
import { openCopy } from '@/store/sheets/actions.ts';

const MARK = '#sheet=';

/** Puts the link to a sheet on the clipboard. */
export async function copyLink(draft: Draft): Promise<void> {
  const { packDraft } = await import('@/model/sheet/link.ts');
  const link = `${window.location.origin}/strategies${MARK}${packDraft(draft)}`;
  try {
    await navigator.clipboard.writeText(link);
    toast('The link is copied. It holds the whole sheet, but no bars: who opens it gets a copy.');
  } catch {
    toast.error('The browser did not allow it to copy. Take the strategy file instead.');
  }
}

/** Opens the sheet that the address holds as a copy, and takes it out of the address; nothing where there is none. */
export async function openLinked(): Promise<void> {
  const { hash, pathname, search } = window.location;
  if (!hash.startsWith(MARK)) return;
  window.history.replaceState(window.history.state, '', pathname + search);
  const { unpackDraft } = await import('@/model/sheet/link.ts');
  const read = unpackDraft(hash.slice(MARK.length));
  if (!read.ok) {
    toast.error(read.message);
    return;
  }
  openCopy(read.draft);
  toast(`“${textOf(read.draft, 'name') || 'no name'}” came with the link and is a sheet of your own now.`);
}
