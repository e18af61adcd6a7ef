// A workbook before it is read: what it unpacks to, how many rows and cells its sheets hold, and how they are called.

import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { LIMITS, told } from '../limits.ts';

const SHEET = /^xl\/worksheets\/[^/]+\.xml$/;
/** Rows that hold no cell: what is left of a format that was given to whole columns. */
const EMPTY_ROWS = /<row\b[^>]*?(?:\/>|>\s*<\/row>)/g;

/**
 * The workbook without the rows that hold nothing. @throws with a sentence when it is larger than what can be read
 */
export function sizedWorkbook(bytes: Uint8Array): Uint8Array {
  let unpacked = 0;
  const files = unzipSync(bytes, {
    filter: ({ name, size, originalSize }) => {
      unpacked += originalSize;
      if (unpacked > LIMITS.workbook || (originalSize > 1e6 && originalSize > size * LIMITS.growth)) {
        throw new Error('it unpacks to more than a workbook of prices holds; save it as CSV');
      }
      return name !== '__proto__';
    },
  });
  let changed = false;
  for (const [name, content] of Object.entries(files)) {
    if (!SHEET.test(name)) continue;
    const text = strFromU8(content);
    const kept = text.replace(EMPTY_ROWS, '');
    const rows = countOf(kept, '<row');
    if (rows > LIMITS.sheetRows || countOf(kept, '<c ') > LIMITS.sheetCells) {
      throw new Error(
        `its sheet has ${told(rows)} rows; ${told(LIMITS.sheetRows)} are read of a workbook, save it as CSV`,
      );
    }
    if (kept.length === text.length) continue;
    files[name] = strToU8(kept);
    changed = true;
  }
  return changed ? zipSync(files, { level: 0 }) : bytes;
}

const NAME = /<sheet\b[^>]*?\bname="([^"]*)"/g;
const ENTITIES: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };

/** The names of a workbook's sheets, in their order. @throws when it is none */
export function sheetNames(bytes: Uint8Array): string[] {
  const file = unzipSync(bytes, {
    filter: ({ name, originalSize }) => name === 'xl/workbook.xml' && originalSize < LIMITS.workbook,
  })['xl/workbook.xml'];
  if (!file) throw new Error('it lists no sheets');
  return [...strFromU8(file).matchAll(NAME)].map(([, name = '']) =>
    name.replace(/&(amp|lt|gt|quot|apos);/g, (_all, entity: string) => ENTITIES[entity] ?? ''),
  );
}

function countOf(text: string, piece: string): number {
  let count = 0;
  for (let at = text.indexOf(piece); at >= 0; at = text.indexOf(piece, at + piece.length)) count++;
  return count;
}
