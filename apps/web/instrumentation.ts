/** Makes the demo market when the server starts, so that the first visitor does not wait for it. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { skerryMarket, wholeHistory } = await import('./app/feed/market.ts');
  for (const symbol of skerryMarket().bars.keys()) wholeHistory(symbol);
}
