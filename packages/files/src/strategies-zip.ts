// Many strategy files as one.

import type { Strategy } from '@plateau/core';
import { strToU8, zipSync } from 'fflate';
import { writeStrategyFile } from './write-strategy.ts';

/** Strategy files in one zip, by their names. */
export function writeStrategiesZip(strategies: ReadonlyMap<string, Strategy>): Uint8Array<ArrayBuffer> {
  const files = [...strategies].map(([name, strategy]) => [name, strToU8(writeStrategyFile(strategy))]);
  return zipSync(Object.fromEntries(files)).slice();
}
