// GET /feed/catalogue: what the feed has, and its universes.

import { feed } from '../market.ts';
import { mishap } from '../mishaps.ts';

export async function GET(request: Request): Promise<Response> {
  const failed = await mishap(new URL(request.url));
  if (failed) return failed;
  const { listings, universes } = await feed();
  return Response.json({ listings, universes });
}
