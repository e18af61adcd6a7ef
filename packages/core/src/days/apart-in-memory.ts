// Instruments that trade on the same days may share the memory of their day columns (parallel/place-days.ts): it is looked at once.

/** The columns without those whose memory is a part of another's. */
export function apartInMemory(columns: readonly Int32Array[]): Int32Array[] {
  /** by memory: the longest from each place on */
  const longest = new Map<ArrayBufferLike, Map<number, Int32Array>>();
  for (const days of columns) {
    let places = longest.get(days.buffer);
    if (!places) {
      places = new Map();
      longest.set(days.buffer, places);
    }
    if (days.length > (places.get(days.byteOffset)?.length ?? 0)) places.set(days.byteOffset, days);
  }
  return [...longest.values()].flatMap((places) => {
    let end = 0;
    return [...places.values()]
      .sort((a, b) => a.byteOffset - b.byteOffset)
      .filter((days) => {
        const its = days.byteOffset + days.byteLength;
        if (its <= end) return false;
        end = its;
        return true;
      });
  });
}
