// GET /feed/catalogue?ahead=N: what the feed has, and its universes, perhaps some sessions later.

import { aheadIn, feed, later } from '../market.ts';
import { mishap } from '../mishaps.ts';

export async function GET(request: Request): Promise<Response> {
  const url = new URL(request.url);
  const failed = await mishap(url);
  if (failed) return failed;
  const ahead = aheadIn(url);
  if (ahead === undefined) return new Response('ahead must be a number of sessions.\n', { status: 400 });
  const { listings, universes } = await feed();
  return Response.json({ listings, universes: ahead === 0 ? universes : (await later({ ahead })).universes });
}
