// The schema of a row of what is followed.

import Joi from 'joi';

const id = Joi.string().min(1).max(2000).required();
const symbol = Joi.string().min(1).max(64).required();
const day = Joi.number().integer().min(-200_000).max(200_000);
const above0 = Joi.number().greater(0).required();
const figure = Joi.any().custom((value, helpers) =>
  typeof value === 'number' || value === null ? value : helpers.error('any.invalid'),
);

const account = Joi.alternatives(
  Joi.object({ kind: Joi.valid('simulated').required() }),
  Joi.object({ kind: Joi.valid('capital', 'fills').required(), capital: above0 }),
  Joi.object({
    kind: Joi.valid('holdings').required(),
    cash: Joi.number().required(),
    holdings: Joi.array()
      .items(
        Joi.object({
          symbol,
          side: Joi.valid('long', 'short').required(),
          shares: above0,
          day,
          price: Joi.number().greater(0),
        }),
      )
      .required(),
  }),
).messages({ 'alternatives.match': 'its account is none' });

/** @param run the schema of a kept run */
export const followedRow = (run: Joi.Schema): Joi.Schema =>
  Joi.object({
    id,
    name: Joi.string().allow('').max(200_000).required(),
    at: Joi.number().required(),
    trusted: day.required(),
    engine: Joi.string().required(),
    tested: Joi.object({
      days: Joi.number().integer().min(0).required(),
      print: Joi.string().required(),
      endEquity: figure.required(),
      cagr: figure.required(),
      maxDrawdown: figure.required(),
      trades: Joi.number().integer().min(0).required(),
    }).required(),
    account: account.required(),
    fills: Joi.array()
      .items(
        Joi.object({
          day: day.required(),
          symbol,
          action: Joi.valid('buy', 'sell').required(),
          shares: above0,
          price: above0,
          costs: Joi.number().min(0).required(),
        }),
      )
      .required(),
    events: Joi.array()
      .items(Joi.object({ day: day.required(), symbol, what: Joi.string().required() }))
      .required(),
    run: run.required(),
  }).unknown();
