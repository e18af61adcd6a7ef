// Members of a universe from what was pasted, or from a list of instruments.

import type { Membership } from '@plateau/core';
import type { StoredListing } from '@/store/database.ts';

/** @param listed what an empty text stands for */
export function membersFrom(
  pasted: string,
  listings: readonly StoredListing[],
  listed: readonly StoredListing[],
): { members: Membership[]; unknown: string[] } {
  const member = ({ symbol, group }: StoredListing): Membership => ({ symbol, group });
  if (pasted.trim() === '') return { members: listed.map(member), unknown: [] };
  const bySymbol = new Map(listings.map((listing) => [listing.symbol.toLowerCase(), listing]));
  const words = [...new Set(pasted.split(/[\s,;|"']+/).filter((word) => word !== ''))];
  const known = words.map((word) => bySymbol.get(word.toLowerCase()));
  return {
    members: known.filter((listing) => listing !== undefined).map(member),
    unknown: words.filter((_word, k) => known[k] === undefined),
  };
}
