// Bytes to text: byte-order marks, UTF-8, and what older programs wrote.

/**
 * The encoding by byte-order mark, else UTF-8, else (where that is no UTF-8) Windows-1252.
 * @param head the first bytes; they may end within a letter
 */
export function guessEncoding(head: Uint8Array): 'utf-16le' | 'utf-16be' | 'utf-8' | 'windows-1252' {
  if (head[0] === 0xff && head[1] === 0xfe) return 'utf-16le';
  if (head[0] === 0xfe && head[1] === 0xff) return 'utf-16be';
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(head, { stream: true });
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

/** All bytes of a file as text. */
export function decodeText(bytes: Uint8Array): string {
  return new TextDecoder(guessEncoding(bytes)).decode(bytes);
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
