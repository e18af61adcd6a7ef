// One file of bars, read by its layout.

import {
  Collector,
  csvText,
  type FilePart,
  type Layout,
  readTable,
  streamCsv,
  tableKind,
} from '@plateau/files';

/** A file as it was given, or what an archive or a packing held. */
export type Content = Blob | Uint8Array<ArrayBuffer>;

export interface FileAsked {
  readonly path: string;
  readonly content: Content;
  readonly layout: Layout;
  /** by which a file with one instrument is called */
  readonly name: string;
}

/** What readers are asked. */
export interface FileWork {
  readonly file: { readonly in: FileAsked; readonly out: FilePart };
}

/** Files up to this size are read as a whole, larger ones in pieces. */
const SMALL = 4_000_000;

export const sizeOf = (content: Content): number =>
  'byteLength' in content ? content.byteLength : content.size;

/** The first bytes of a file, or all. */
export async function bytesOf(content: Content, until = sizeOf(content)): Promise<Uint8Array<ArrayBuffer>> {
  if ('byteLength' in content) return content.subarray(0, until);
  return new Uint8Array(await content.slice(0, until).arrayBuffer());
}

/** @param told is told the share of the file that is read, 0 to 1. @throws with a sentence when it cannot be read */
export async function readFile(
  { path, content, layout, name }: FileAsked,
  told: (done: number) => void,
): Promise<FilePart> {
  const collector = new Collector();
  const file = collector.file(name, layout);
  const kind = tableKind(path) ?? 'csv';
  const { separator, sheet } = layout;
  const size = sizeOf(content);
  const read = <T extends { ok: true } | { ok: false; message: string }>(table: T): T & { ok: true } => {
    if (!table.ok) throw new Error(`${path}: ${table.message}. Nothing was imported.`);
    return table as T & { ok: true };
  };
  if (kind !== 'csv') {
    const { rows } = read(await readTable(kind, await bytesOf(content), { sheet }));
    for (const row of rows) file.row(row);
  } else if (size <= SMALL) {
    const whole = read(csvText(await bytesOf(content), separator));
    file.text(whole.text, whole.separator);
  } else {
    const blob = 'byteLength' in content ? new Blob([content]) : content;
    await streamCsv(
      blob,
      (text, mark) => file.text(text, mark),
      (bytes) => told(bytes / size),
      separator,
    );
  }
  return collector.part();
}
