// The public face of the Skerry market.

export { type Ahead, MOST_AHEAD, sessionsAhead } from './ahead.ts';
export { historyCsv } from './feed.ts';
export {
  createSkerryMarket,
  type Kind,
  type Listing,
  type MarketSize,
  type NamedUniverse,
  type SkerryMarket,
} from './market.ts';
