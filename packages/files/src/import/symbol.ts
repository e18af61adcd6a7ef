// What a symbol may be written with.

const LONGEST_SYMBOL = 32;

/** A symbol as rules can name it: letters, digits, and _ . & - ^, nothing else. */
export function cleanSymbol(text: string): string {
  return text
    .trim()
    .replace(/[^\p{L}\p{N}_.&^-]+/gu, '-')
    .replace(/^[-.&]+|[-.&]+$/g, '')
    .slice(0, LONGEST_SYMBOL);
}
