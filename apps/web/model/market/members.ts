// Members of a universe: from pasted symbols, or from what instruments are.

import type { Membership, Universe } from '@plateau/core';
import type { StoredListing } from '../rows.ts';
import type { InstrumentQuality } from './quality.ts';

const member = ({ symbol, group }: StoredListing): Membership => ({ symbol, group });

/** Symbols in any form and case; what the market does not have is told apart. */
export function membersFrom(
  pasted: string,
  listings: readonly StoredListing[],
): { members: Universe; unknown: string[] } {
  const bySymbol = new Map(listings.map((listing) => [listing.symbol.toLowerCase(), listing]));
  const words = [...new Set(pasted.split(/[\s,;|"']+/).filter((word) => word !== ''))];
  const known = words.map((word) => bySymbol.get(word.toLowerCase()));
  return {
    members: known.filter((listing) => listing !== undefined).map(member),
    unknown: words.filter((_word, k) => known[k] === undefined),
  };
}

/** What an instrument must be; numbers as they are typed, nothing where any will do. */
export interface Filter {
  readonly kind: string;
  readonly group: string;
  readonly price: string;
  readonly traded: string;
  readonly years: string;
}

export const NO_FILTER: Filter = { kind: '', group: '', price: '', traded: '', years: '' };

/** @param measures instruments without them pass no number that is asked for */
export function filtered(
  listings: readonly StoredListing[],
  measures: ReadonlyMap<string, InstrumentQuality> | undefined,
  { kind, group, ...least }: Filter,
): Universe {
  const asked = (['price', 'traded', 'years'] as const).filter((key) => Number(least[key]) > 0);
  return listings
    .filter((listing) => {
      const its = measures?.get(listing.symbol);
      return (
        (kind === '' || listing.kind === kind) &&
        (group === '' || listing.group === group) &&
        asked.every((key) => its !== undefined && its[key] >= Number(least[key]))
      );
    })
    .map(member);
}

/** Whether it says when its members came or went; without that it holds only what is known today. */
export function isDated(members: Universe): boolean {
  return members.some(({ from, to }) => from !== undefined || to !== undefined);
}
