// What a run that was shown must be, before it is shown again. Trades come by the thousand and are looked at by hand.

import { figureCatalogue, type ShownRun } from '@plateau/core';
import Joi from 'joi';

/** Figures may be undefined, which is NaN. */
const number = Joi.any()
  .required()
  .custom((value, helpers) => (typeof value === 'number' ? value : helpers.error('any.invalid')));
const text = Joi.string().allow('').required();
const texts = Joi.array().items(Joi.string()).required();

const column = (kind: typeof Int32Array | typeof Float64Array) =>
  Joi.any()
    .required()
    .custom((value, helpers) => (value instanceof kind ? value : helpers.error('any.invalid')));
const days = column(Int32Array);
const values = column(Float64Array);

const numbers = Joi.object().pattern(Joi.string(), number).required();
const curveFigures = Joi.object({ cagr: number, maxDrawdown: number }).unknown().required();
const figures = Joi.object({ benchmark: curveFigures })
  .unknown()
  .required()
  .custom((value, helpers) =>
    figureCatalogue.every(
      ({ key, about }) => typeof (about === 'benchmark' ? value.benchmark : value)[key] === 'number',
    )
      ? value
      : helpers.error('any.invalid'),
  );
const order = Joi.object({
  part: number,
  side: Joi.valid('long', 'short').required(),
  symbol: text,
}).unknown();
const spanFigures = Joi.object({ from: number, to: number, strategy: figures, benchmark: curveFigures });
const side = Joi.object({
  equity: values,
  drawdown: values,
  figures: Joi.object({ cagr: number }).unknown().required(),
}).required();

const trades = Joi.array()
  .required()
  .custom((value: unknown[], helpers) => (value.every(isTrade) ? value : helpers.error('any.invalid')));

const schema = Joi.object({
  marks: Joi.object({ day: days, equity: values, cash: values, long: values, short: values, positions: days })
    .unknown()
    .required(),
  benchmark: values,
  riskFree: values,
  drawdown: values,
  benchmarkDrawdown: values,
  years: Joi.array()
    .items(Joi.object({ year: number, strategy: number, benchmark: number }))
    .required(),
  parts: texts,
  trades,
  openTrades: trades,
  nextOrders: Joi.array().items(order).required(),
  standing: Joi.array().items(order).required(),
  figures,
  ambiguousBars: number,
  outcomes: numbers,
  costs: numbers,
  stalled: Joi.object({ from: number, refused: number }),
  halves: Joi.array().length(2).items(spanFigures),
  sides: Joi.object({ long: side, short: side }),
  held: Joi.object({ symbol: text, equity: values, figures: curveFigures }),
  missing: texts,
});

const NUMBERS_OF_TRADE = [
  'part',
  'decisionDay',
  'entryDay',
  'entryPrice',
  'shares',
  'commission',
  'carry',
  'profit',
  'return',
  'barsHeld',
  'mae',
  'mfe',
] as const;

function isTrade(value: unknown): boolean {
  if (typeof value !== 'object' || value === null) return false;
  const trade = value as Record<string, unknown>;
  return (
    typeof trade.symbol === 'string' &&
    (trade.side === 'long' || trade.side === 'short') &&
    (trade.group === undefined || typeof trade.group === 'string') &&
    isSession(trade.entrySession) &&
    isSession(trade.exitSession) &&
    (trade.exitReason === undefined || typeof trade.exitReason === 'string') &&
    NUMBERS_OF_TRADE.every((key) => typeof trade[key] === 'number')
  );
}

function isSession(value: unknown): boolean {
  if (value === undefined) return true;
  if (typeof value !== 'object' || value === null) return false;
  const { day, within } = value as Record<string, unknown>;
  return typeof day === 'number' && (within === undefined || within === 'week' || within === 'month');
}

/** A run as the store gave it back; undefined where it is none. */
export function readShownRun(value: unknown): ShownRun | undefined {
  if (schema.required().validate(value, { convert: false }).error) return undefined;
  const run = value as ShownRun;
  const { marks, benchmark, drawdown, benchmarkDrawdown, riskFree } = run;
  const length = marks.day.length;
  const columns = [marks.equity, marks.cash, marks.long, marks.short, marks.positions, benchmark];
  const areWhole = [...columns, drawdown, benchmarkDrawdown].every((one) => one.length === length);
  return areWhole && length > 1 && riskFree.length === length - 1 ? run : undefined;
}
