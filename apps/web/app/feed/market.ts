// The market behind the feed, made once a server.

import { createSkerryMarket, type SkerryMarket } from '@plateau/skerry';

let market: SkerryMarket | undefined;

export function skerryMarket(): SkerryMarket {
  market ??= createSkerryMarket();
  return market;
}
