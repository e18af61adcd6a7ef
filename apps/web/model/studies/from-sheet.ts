// The studies that a sheet's doubts lead to, filled in from the sheet.

import {
  dialsIn,
  NUDGES,
  numbersAsDials,
  type RunRequest,
  type Strategy,
  type Study,
  symbolAlone,
  usedDials,
  withDialValues,
} from '@plateau/core';
import type { Question } from './questions.ts';

interface Doubted {
  readonly name: string;
  readonly universe: string;
  /** as the sheet is read: it ends before the veil as long as that is not opened */
  readonly request: RunRequest;
}

export type StudyFrom =
  | { readonly ok: true; readonly study: Study }
  | { readonly ok: false; readonly why: string };

/** Values an axis has at most; with two axes that is a map of about a hundred cells. */
const MOST_VALUES = 11;
const MOST_AXES = 2;
const REPETITIONS = 50;

/** @returns the study, or a sentence on what the sheet lacks for it */
export function studyFromSheet(question: Question, { name, universe, request }: Doubted): StudyFrom {
  const { strategy, benchmark, from, to, splitAt } = request;
  const common = {
    name: `${name || 'Untitled'}: ${SHORT[question]}`,
    notes: '',
    seed: strategy.seed,
    universe,
    benchmark,
    ...(from !== undefined && { from }),
    ...(to !== undefined && { to }),
  };
  if (question === 'shake') {
    return {
      ok: true,
      study: { ...common, kind: 'shake', strategy, repetitions: REPETITIONS, nudges: NUDGES },
    };
  }
  if (question === 'edge') return edgeOf(strategy, common);
  if (question === 'pair') return pairOf(strategy, common);
  // Without a dial every number of its rules is offered as one.
  const dialled = usedDials(strategy).length > 0 ? strategy : numbersAsDials(strategy);
  const axes = axesOf(dialled);
  if (axes.length === 0)
    return { ok: false, why: 'The sheet has neither a dial nor a number in its rules to turn.' };
  const grid = { ...common, strategy: dialled, axes, figure: 'mar', height: { percentile: 75 } } as const;
  return {
    ok: true,
    study:
      question === 'terrain'
        ? { ...grid, kind: 'terrain', ...(splitAt !== undefined && { split: splitAt }) }
        : { ...grid, kind: 'walk', train: 36, test: 12, anchored: false, choose: 'middle' },
  };
}

const SHORT: Readonly<Record<Question, string>> = {
  terrain: 'terrain',
  walk: 'walk-forward',
  edge: 'edge',
  pair: 'pairs',
  shake: 'shake',
};

type Dial = Strategy['dials'][string];

/** The first dials, each over its range, or from half to one and a half times its value where it has none. */
function axesOf(strategy: Strategy) {
  return usedDials(strategy)
    .slice(0, MOST_AXES)
    .flatMap((dial) => {
      const its = strategy.dials[dial];
      return its ? [axisOf(dial, its)] : [];
    });
}

/** The axis that a dial makes. */
export const axisOf = (
  dial: string,
  its: Dial,
): { dial: string; from: number; to: number; step: number } => ({
  dial,
  ...rangeOf(its),
});

function rangeOf({ value, from, to, step }: Dial): { from: number; to: number; step: number } {
  if (from !== undefined && to !== undefined && to > from) {
    const fine =
      step ?? (Number.isInteger(from) && Number.isInteger(to) ? 1 : (to - from) / (MOST_VALUES - 1));
    // As many steps at once as keep the axis short.
    const many = Math.ceil((to - from) / fine / (MOST_VALUES - 1));
    return { from, to, step: fine * Math.max(1, many) };
  }
  const isWhole = Number.isInteger(value);
  const part = Math.abs(value) / 8 || 1;
  const own = isWhole ? Math.max(1, Math.round(part)) : part;
  const low = isWhole && value > 0 ? Math.max(1, value - 4 * own) : value - 4 * own;
  return { from: low, to: value + 4 * own, step: own };
}

const HORIZONS = [1, 2, 3, 5, 10, 20];

function edgeOf(
  strategy: Strategy,
  common: Pick<Study, 'name' | 'notes' | 'seed' | 'universe' | 'benchmark'>,
): StudyFrom {
  if (strategy.bars !== 'day')
    return { ok: false, why: 'An edge looks at days; the sheet’s bars are longer.' };
  const values = Object.fromEntries(Object.entries(strategy.dials).map(([dial, { value }]) => [dial, value]));
  const signals = (['long', 'short'] as const).flatMap((side) => {
    const rule = strategy[side]?.enter;
    if (!rule) return [];
    const [dial, ...more] = dialsIn(rule);
    const its = dial === undefined || more.length > 0 ? undefined : strategy.dials[dial];
    // One dial is swept; with more they stand at their values.
    return its && dial !== undefined
      ? [{ name: `${side} entry`, rule, side, sweep: { dial, ...rangeOf(its) } }]
      : [{ name: `${side} entry`, rule: withDialValues(rule, values), side }];
  });
  return {
    ok: true,
    study: {
      ...common,
      kind: 'edge',
      signals,
      horizons: HORIZONS,
      entry: strategy.timing.enter === 'same-close' ? 'close' : 'next-open',
      cost: 0,
      once: false,
    },
  };
}

const TRAINING_BARS = 1000;

/** Of one instrument its pair with the benchmark; of a universe a search through all of its pairs. */
function pairOf(
  { account: { capital }, costs, timing }: Strategy,
  common: Pick<Study, 'name' | 'notes' | 'seed' | 'universe' | 'benchmark'>,
): StudyFrom {
  const single = symbolAlone(common.universe);
  if (single !== undefined && single === common.benchmark) {
    return { ok: false, why: 'A pair needs two instruments; the sheet trades its own benchmark.' };
  }
  return {
    ok: true,
    study: {
      ...common,
      universe: single === undefined ? common.universe : '',
      kind: 'pair',
      y: single ?? '',
      x: single === undefined ? '' : common.benchmark,
      ...(single === undefined && { search: {} }),
      prices: 'close',
      hedge: { method: 'origin' },
      training: { bars: TRAINING_BARS },
      scale: 'training',
      in: 2,
      out: 0.5,
      timing: timing.enter === 'same-close' ? 'same-close' : 'next-open',
      gross: 100,
      account: { capital },
      costs,
    },
  };
}
