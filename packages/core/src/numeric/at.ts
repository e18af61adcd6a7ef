// Reading a list where it is known to have an entry.

/**
 * Entry `i` of a list or column. For code outside hot loops, where a wrong index should be a fault at once rather than a
 * number that nobody gave.
 * @throws RangeError when there is none
 */
export function at<T>(list: ArrayLike<T>, i: number): T {
  const entry = list[i];
  if (entry === undefined) throw new RangeError(`there is no entry ${i} in a list of ${list.length}`);
  return entry;
}
