// What names a run before it is run: what is asked, the engine, and what the store says of all that it may read.

import { ENGINE_VERSION, fingerprint, type RunAsked, utf8 } from '@plateau/core';
import { blockNames, isWrittenOnce } from '@/store/blocks.ts';
import { database } from '@/store/database.ts';
import { readMembers } from '@/store/market/universes.ts';
import { neededSymbols } from './needed-symbols.ts';

/** The same for two runs only if their results are. Undefined where bars may change without a trace. @throws when the store cannot be read */
export async function runMark(asked: RunAsked): Promise<string | undefined> {
  const symbols = await neededSymbols(asked);
  const [blocks, repairs, members] = await Promise.all([
    blockNames([...symbols].sort()),
    database.repairs.toArray(),
    readMembers(asked.universe),
  ]);
  if (!blocks.every(({ block }) => isWrittenOnce(block))) return undefined;
  const told = [
    ENGINE_VERSION,
    asked,
    blocks.map(({ symbol, block }) => [symbol, block]),
    repairs.filter(({ symbol }) => symbols.has(symbol)).map(({ id, made }) => [id, made]),
    members,
  ];
  return fingerprint(utf8(JSON.stringify(told)));
}
