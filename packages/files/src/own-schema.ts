// What a trader's own account is made of, for a file, in which days are written, and for a store, in which they are counted.

import Joi from 'joi';

const symbol = Joi.string().min(1).max(64).required();
const above0 = Joi.number().greater(0).required();

/** Whose size the orders are. @param day the schema of a day */
export const ownAccountSchema = (day: Joi.Schema): Joi.Schema =>
  Joi.alternatives(
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
            day: day.optional(),
            price: Joi.number().greater(0),
          }),
        )
        .required(),
    }),
  )
    .required()
    .messages({ 'alternatives.match': '{{#label}} is none of the accounts that can be followed' });

export const ownFillsSchema = (day: Joi.Schema): Joi.Schema =>
  Joi.array()
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
    .required();

export const ownEventsSchema = (day: Joi.Schema): Joi.Schema =>
  Joi.array()
    .items(Joi.object({ day: day.required(), symbol, what: Joi.string().required() }))
    .required();

/** What the tested part came to. @param figure the schema of a figure that may be undefined */
export const testedSchema = (figure: Joi.Schema): Joi.Schema =>
  Joi.object({
    days: Joi.number().integer().min(0).required(),
    print: Joi.string().required(),
    endEquity: figure.required(),
    cagr: figure.required(),
    maxDrawdown: figure.required(),
    trades: Joi.number().integer().min(0).required(),
  }).required();
