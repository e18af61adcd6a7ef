// Slow and failing answers on demand, so that tests can see what the app does with them.

/**
 * `?slow=MS` waits, `?fail=STATUS` answers with an error; undefined when the answer should be the real one. Only a server that
 * was started for tests heeds them.
 */
export async function mishap(url: URL): Promise<Response | undefined> {
  if (process.env.PLATEAU_TEST_FEED !== '1') return undefined;
  const slow = Number(url.searchParams.get('slow') ?? 0);
  if (slow > 0) await new Promise((resolve) => setTimeout(resolve, Math.min(slow, 30_000)));
  const fail = Number(url.searchParams.get('fail') ?? 0);
  if (fail >= 400 && fail <= 599) return new Response('The feed was asked to fail.\n', { status: fail });
  return undefined;
}
