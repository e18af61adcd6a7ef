// The axes of a grid: dials over their values, or whole settings from a list, and the run that each cell stands for.

import type { Day } from '../../days/day.ts';
import { isoFromDay } from '../../days/day.ts';
import type { Problem, RunRequest } from '../../simulation/request.ts';
import { valuesFrom } from '../../strategy/grid.ts';
import type { Strategy } from '../../strategy/strategy.ts';
import { alone } from '../../universes/alone.ts';
import type { RunAsked } from '../../work/asked.ts';
import { withoutCondition } from './condition.ts';

interface Span {
  readonly from?: Day;
  readonly to?: Day;
}

export type StudyAxis =
  | { readonly dial: string; readonly from: number; readonly to: number; readonly step: number }
  | { readonly universes: readonly string[] }
  | { readonly instruments: readonly string[] }
  | { readonly benchmarks: readonly string[] }
  | { readonly spans: readonly Span[] }
  /** a condition of a rule, by its number from 1 among the parts of the rule's outermost group: off and on */
  | { readonly condition: { readonly rule: string; readonly number: number } };

/** What a cell has on one axis: a dial's value, a name, or 0 and 1 for off and on. */
export type AxisValue = number | string;

/** Cells of a grid, the last axis turning fastest. */
export interface Grid {
  readonly sizes: readonly number[];
  /** whether neighbouring places on the axis are neighbours: of dials, not of lists */
  readonly ordered: readonly boolean[];
}

/** A strategy with its dials at other values, read as a file would be. */
export type TurnDials = (
  strategy: Strategy,
  values: Readonly<Record<string, number>>,
) =>
  | { readonly ok: true; readonly value: Strategy }
  | {
      readonly ok: false;
      readonly problems: readonly { readonly path?: string; readonly message: string }[];
    };

/** The values of an axis in their order. @throws {RangeError} when a dial's range is none */
export function valuesOf(axis: StudyAxis): readonly AxisValue[] {
  if ('dial' in axis) return valuesFrom(axis.from, axis.to, axis.step);
  if ('universes' in axis) return axis.universes;
  if ('instruments' in axis) return axis.instruments;
  if ('benchmarks' in axis) return axis.benchmarks;
  if ('spans' in axis) return axis.spans.map(nameOfSpan);
  return [0, 1];
}

const nameOfSpan = ({ from, to }: Span): string =>
  `${from === undefined ? '' : isoFromDay(from)}..${to === undefined ? '' : isoFromDay(to)}`;

export function gridOf(axes: readonly StudyAxis[]): Grid {
  return {
    sizes: axes.map((axis) => valuesOf(axis).length),
    ordered: axes.map((axis) => 'dial' in axis),
  };
}

export function cellCount({ sizes }: Grid): number {
  return sizes.reduce((product, size) => product * size, 1);
}

/** The place on each axis of a cell. */
export function placesOf({ sizes }: Grid, cell: number): number[] {
  const places: number[] = new Array(sizes.length);
  let left = cell;
  for (let k = sizes.length - 1; k >= 0; k--) {
    const size = sizes[k]!;
    places[k] = left % size;
    left = Math.floor(left / size);
  }
  return places;
}

export function cellAt({ sizes }: Grid, places: readonly number[]): number {
  return places.reduce((cell, place, k) => cell * sizes[k]! + place, 0);
}

/** What a cell runs, without its dates and benchmark unless its axes name them; the problems where it cannot. */
export type CellRun =
  | { readonly ok: true; readonly asked: RunAsked }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/**
 * @param base the run of the study's own settings
 * @param values one an axis
 */
export function cellRun(
  base: RunAsked,
  axes: readonly StudyAxis[],
  values: readonly AxisValue[],
  turn: TurnDials,
): CellRun {
  const dials: Record<string, number> = {};
  const problems: Problem[] = [];
  let { universe, request } = base;
  const change = (part: Partial<RunRequest>): void => {
    request = { ...request, ...part };
  };
  axes.forEach((axis, k) => {
    const value = values[k]!;
    if ('dial' in axis) dials[axis.dial] = Number(value);
    else if ('universes' in axis) universe = String(value);
    else if ('instruments' in axis) universe = alone(String(value));
    else if ('benchmarks' in axis) change({ benchmark: String(value) });
    else if ('spans' in axis) {
      const { from: _from, to: _to, ...rest } = request;
      request = { ...rest, ...axis.spans.find((span) => nameOfSpan(span) === value) };
    } else if (value === 0) {
      const without = withoutCondition(request.strategy, axis.condition);
      if (without.ok) change({ strategy: without.value });
      else problems.push(without.problem);
    }
  });
  if (problems.length > 0) return { ok: false, problems };
  const turned = turn(request.strategy, dials);
  if (!turned.ok) {
    return {
      ok: false,
      problems: turned.problems.map(({ path, message }) => ({ path: path ?? 'strategy', message })),
    };
  }
  return { ok: true, asked: { universe, request: { ...request, strategy: turned.value } } };
}
