// A source's catalogue as it came over the network, checked before any of it is used.

import { readJson } from '@plateau/files';
import Joi from 'joi';
import type { Catalogue } from '@/model/market/source.ts';

const text = Joi.string().max(1000).required();
const symbol = Joi.string()
  .max(32)
  .pattern(/^[\p{L}\p{N}_^][\p{L}\p{N}_.&^-]*$/u)
  .required();
const day = Joi.number().integer();

const catalogue = Joi.object({
  listings: Joi.array()
    .items(
      Joi.object({
        symbol,
        name: text,
        kind: Joi.valid('stock', 'fund', 'index', 'gauge').required(),
        group: Joi.string().allow('').required(),
        island: Joi.string(),
      }),
    )
    .required(),
  universes: Joi.array()
    .items(
      Joi.object({
        id: text,
        name: text,
        members: Joi.array()
          .items(Joi.object({ symbol, from: day, to: day, group: Joi.string() }))
          .required(),
      }),
    )
    .required(),
}).required();

/** @throws with a sentence when the answer is no catalogue */
export function readCatalogue(answer: string): Catalogue {
  const read = readJson(answer);
  if (!read.ok) throw new Error(`the feed's catalogue cannot be read: ${read.message}`);
  const { error } = catalogue.validate(read.value, { convert: false });
  if (error) throw new Error(`the feed's catalogue cannot be read: ${error.message}`);
  return read.value as Catalogue;
}
