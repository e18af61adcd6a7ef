// The public face of the Skerry market.

export { historyCsv } from './feed.ts';
export {
  createSkerryMarket,
  type Kind,
  type Listing,
  type NamedUniverse,
  type SkerryMarket,
} from './market.ts';
