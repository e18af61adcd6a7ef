// The schema of a row of what is followed.

import { ownAccountSchema, ownEventsSchema, ownFillsSchema, testedSchema } from '@plateau/files';
import Joi from 'joi';

const day = Joi.number().integer().min(-200_000).max(200_000);
/** Undefined is NaN here, and null once it came out of a workspace. */
const figure = Joi.any().custom((value, helpers) =>
  typeof value === 'number' || value === null ? value : helpers.error('any.invalid'),
);

/** @param run the schema of a kept run */
export const followedRow = (run: Joi.Schema): Joi.Schema =>
  Joi.object({
    id: Joi.string().min(1).max(2000).required(),
    name: Joi.string().allow('').max(200_000).required(),
    at: Joi.number().required(),
    trusted: day.required(),
    engine: Joi.string().required(),
    tested: testedSchema(figure),
    account: ownAccountSchema(day),
    fills: ownFillsSchema(day),
    events: ownEventsSchema(day),
    run: run.required(),
  }).unknown();
