/** Has the demo market made before the first request, so that the first visitor does not wait for it. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { feed } = await import('./app/feed/market.ts');
  await feed();
}
