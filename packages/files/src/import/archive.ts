// Zip archives in: only tables, only so large, and never a path that leads anywhere.

import { type UnzipFileInfo, unzipSync } from 'fflate';
import { LIMITS, told } from '../limits.ts';

export interface Entry {
  readonly path: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
}

export type Unpacked =
  | { readonly ok: true; readonly entries: readonly Entry[]; readonly skipped: readonly string[] }
  | { readonly ok: false; readonly message: string };

/**
 * The files of an archive that `wanted` takes. It is work for a thread of its own: the page's policy allows none to be started out
 * of a package's text, as unpacking beside it would.
 * @param wanted is asked with each entry's path
 */
export function unpack(bytes: Uint8Array, wanted: (path: string) => boolean): Unpacked {
  const skipped: string[] = [];
  let total = 0;
  let count = 0;
  let fault: string | undefined;
  const filter = ({ name, size, originalSize }: UnzipFileInfo): boolean => {
    if (fault) return false;
    if (name.endsWith('/') || isHidden(name)) return false;
    if (!wanted(name)) {
      skipped.push(name);
      return false;
    }
    total += originalSize;
    count++;
    if (total > LIMITS.unpacked) fault = 'the archive unpacks to more than 2 GB';
    if (count > LIMITS.entries)
      fault = `the archive holds more than ${told(LIMITS.entries)} tables; split it`;
    if (originalSize > 1e6 && originalSize > size * LIMITS.growth) {
      fault = `${name} would unpack to ${LIMITS.growth} times its size and more: no table does`;
    }
    return fault === undefined;
  };
  try {
    const files = unzipSync(bytes, { filter });
    if (fault) return { ok: false, message: fault };
    const entries = Object.entries(files).map(([path, content]) => ({
      path: safePath(path),
      bytes: content as Uint8Array<ArrayBuffer>,
    }));
    return { ok: true, entries, skipped };
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    return { ok: false, message: `the archive is damaged: ${why}` };
  }
}

const isHidden = (path: string): boolean =>
  path.split('/').some((part) => part.startsWith('.') && part !== '..');

/** A path for showing and naming only: no drive, no root, no way up. */
function safePath(path: string): string {
  return path
    .replace(/\\/g, '/')
    .split('/')
    .filter((part) => part !== '' && part !== '.' && part !== '..' && !/^[a-z]:$/i.test(part))
    .join('/');
}
