// The sources that can be browsed.

import type { Source } from '@/model/market/source.ts';
import { skerry } from './skerry.ts';

export const sources: readonly [Source, ...Source[]] = [skerry];

/** @throws when there is no source of this name, as after its adapter was taken out */
export function sourceNamed(name: string): Source {
  const found = sources.find((source) => source.name === name);
  if (!found) throw new Error(`there is no source called ${name} any more`);
  return found;
}
