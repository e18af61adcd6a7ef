// The known word nearest to a misspelt one.

import { knownPhrases } from './words.ts';

/** Edits (insert, drop, replace, swap neighbours) that turn a into b. Source: Damerau (1964), optimal string alignment. */
function editDistance(a: string, b: string): number {
  const width = b.length + 1;
  const cells = new Int32Array((a.length + 1) * width);
  for (let i = 0; i <= a.length; i++) cells[i * width] = i;
  for (let j = 0; j <= b.length; j++) cells[j] = j;
  for (let i = 1; i <= a.length; i++) {
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1] ? 0 : 1;
      let best = Math.min(
        cells[(i - 1) * width + j]! + 1,
        cells[i * width + j - 1]! + 1,
        cells[(i - 1) * width + j - 1]! + same,
      );
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) {
        best = Math.min(best, cells[(i - 2) * width + j - 2]! + 1);
      }
      cells[i * width + j] = best;
    }
  }
  return cells[cells.length - 1]!;
}

/** The candidate nearest to `word`, if it is near enough to be meant: at most a third of its letters differ. */
export function nearest(word: string, candidates: Iterable<string>): string | undefined {
  const wanted = word.toLowerCase();
  const limit = Math.max(1, Math.floor(wanted.length / 3));
  let best: string | undefined;
  let bestDistance = limit + 1;
  for (const candidate of candidates) {
    if (Math.abs(candidate.length - wanted.length) > limit) continue;
    const distance = editDistance(wanted, candidate.toLowerCase());
    if (distance < bestDistance) {
      best = candidate;
      bestDistance = distance;
    }
  }
  return best;
}

const singleWords = [...new Set(knownPhrases.flatMap((text) => [text, ...text.split(' ')]))];

/** A shorter word that differs by one letter may be another one altogether. */
const SHORTEST_MISSPELT = 4;

/** The word or phrase of the rule language that a misspelt word probably means. */
export function suggestWord(word: string): string | undefined {
  if (word.length < SHORTEST_MISSPELT) return undefined;
  const begun = knownPhrases.find((phrase) => phrase.startsWith(`${word.toLowerCase()} `));
  return begun ?? nearest(word, singleWords);
}
