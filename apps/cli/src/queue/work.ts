// What client and workers agree on: names in Redis, the setup that jobs share, and what a job holds.

import { createHash } from 'node:crypto';
import { deserialize, serialize } from 'node:v8';
import { ENGINE_VERSION, type EngineWork, fingerprint, type Settled, type Universe } from '@plateau/core';
import { readJson, readUniverseRows } from '@plateau/files';
import Joi from 'joi';

/** Workers of another engine listen elsewhere: their figures could differ. */
export const QUEUE = `plateau-${ENGINE_VERSION}`;

/** Seconds that results and markets stay in Redis after they were last needed. */
export const KEPT_S = 7 * 24 * 3600;
/** A piece that failed may have failed by its machine: it is tried again sooner. */
const FAILED_KEPT_S = 3600;
/** Milliseconds after which the work of a worker that no longer answers goes to another. */
export const LOST_AFTER_MS = 10_000;

export const marketKey = (market: string): string => `plateau:market:${market}`;
export const setupKey = (setup: string): string => `plateau:setup:${setup}`;
export const pieceName = (key: string): string => `plateau:piece:${key}`;
/** Each worker has a key of its own, which ends soon after it; their names stand in a set. */
export const WORKERS = 'plateau:workers';
export const workerKey = (id: string): string => `plateau:worker:${id}`;

/** What all jobs of a command read. */
export interface Setup {
  /** fingerprint of all bars */
  readonly market: string;
  /** the folder, zip or workspace that every machine reads them from; from Redis where left out */
  readonly bars?: string;
  /** names bars and memberships together: part of every piece's name */
  readonly data: string;
  readonly universes: ReadonlyMap<string, Universe>;
}

export const setupName = (data: string): string => createHash('sha256').update(data).digest('hex');

export function setupText({ universes, ...setup }: Setup): string {
  return JSON.stringify({ ...setup, universes: [...universes] });
}

const setupSchema = Joi.object({
  market: Joi.string().length(64).required(),
  bars: Joi.string(),
  data: Joi.string().required(),
  universes: Joi.array()
    .items(Joi.array().length(2).ordered(Joi.string().allow('').required(), Joi.array().required()))
    .required(),
});

/** @throws where it is none, or was changed */
export function readSetup(text: string, name: string): Setup {
  const read = readJson(text);
  if (!read.ok) throw new Error(`the setup ${name} in Redis cannot be read: ${read.message}`);
  const { error, value } = setupSchema.validate(read.value);
  if (error) throw new Error(`the setup ${name} in Redis cannot be read: ${error.message}`);
  const universes = new Map<string, Universe>();
  for (const [universe, rows] of value.universes) {
    const members = readUniverseRows(rows);
    if (!members)
      throw new Error(`the setup ${name} in Redis cannot be read: a member of ${universe} is none`);
    universes.set(universe, members);
  }
  if (setupName(value.data) !== name) throw new Error(`the setup ${name} in Redis is of other data`);
  return { ...value, universes };
}

/** Some pieces of one kind, done one after another or at once. */
export interface Chunk {
  readonly setup: string;
  readonly kind: keyof EngineWork;
  /** what is asked is packed: JSON knows no columns and no undefined numbers */
  readonly pieces: readonly { readonly key: string; readonly asked: string }[];
}

const chunkSchema = Joi.object({
  setup: Joi.string().length(64).required(),
  kind: Joi.string().required(),
  pieces: Joi.array()
    .items(Joi.object({ key: Joi.string().required(), asked: Joi.string().base64().required() }))
    .min(1)
    .required(),
});

/** @throws where it is no chunk */
export function readChunk(data: unknown): Chunk {
  const { error, value } = chunkSchema.validate(data);
  if (error) throw new Error(`this job is none of Plateau's: ${error.message}`);
  return value;
}

/** The same pieces, the same name: a command that is begun again finds its jobs. */
export const chunkName = ({ setup, kind, pieces }: Chunk): string =>
  createHash('sha256')
    .update([setup, kind, ...pieces.map(({ key }) => key)].join(' '))
    .digest('hex');

export const packAsked = (asked: unknown): string => serialize(asked).toString('base64');
export const unpackAsked = (text: string): unknown => deserialize(Buffer.from(text, 'base64'));

const NAME = 16;

/** How a piece ended, with the fingerprint of its bytes before it: undefined numbers cross, and damage is seen. */
export function packPiece(how: Settled<unknown>): { readonly bytes: Buffer; readonly seconds: number } {
  const failed = how.kind === 'failed';
  const { name = '', message = '' } = failed ? how.error : {};
  const body = serialize(failed ? { kind: 'failed', error: { name, message } } : how);
  const bytes = Buffer.concat([Buffer.from(fingerprint(body), 'latin1'), body]);
  return { bytes, seconds: failed ? FAILED_KEPT_S : KEPT_S };
}

/** Undefined where it is damaged: then it is done again. */
export function unpackPiece(bytes: Buffer): Settled<unknown> | undefined {
  const body = bytes.subarray(NAME);
  if (bytes.toString('latin1', 0, NAME) !== fingerprint(body)) return undefined;
  const how = deserialize(body);
  if (how?.kind === 'done') return how;
  if (how?.kind !== 'failed') return undefined;
  return { kind: 'failed', error: Object.assign(new Error(how.error.message), { name: how.error.name }) };
}
