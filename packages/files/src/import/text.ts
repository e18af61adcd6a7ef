// Bytes to text: byte-order marks, UTF-8, and what older programs wrote.

/** Decodes by byte-order mark, else as UTF-8, else (where that is no UTF-8) as Windows-1252. */
export function decodeText(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** The mark between cells: the one that cuts most lines into equally many, and into the most. */
export function guessSeparator(text: string): string {
  const lines = text
    .slice(0, 20_000)
    .split(/\r\n|\n|\r/)
    .filter((line) => line.trim() !== '')
    .slice(0, 40);
  let best = { separator: ',', score: 0 };
  for (const separator of [',', ';', '\t', '|']) {
    const counts = new Map<number, number>();
    for (const line of lines) {
      const cells = line.replace(/"[^"]*"/g, '').split(separator).length;
      counts.set(cells, (counts.get(cells) ?? 0) + 1);
    }
    for (const [cells, many] of counts) {
      // A mark that cuts every line counts before one that cuts some into more.
      const score = cells > 1 ? (many / lines.length) ** 2 * (1 + cells / 100) : 0;
      if (score > best.score) best = { separator, score };
    }
  }
  return best.separator;
}
