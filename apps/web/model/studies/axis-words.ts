// An axis of a grid, and the places on it, in words.

import type { AxisValue, StudyAxis } from '@plateau/core';

/** What an axis is called. */
export function axisName(axis: StudyAxis): string {
  if ('dial' in axis) return axis.dial;
  if ('universes' in axis) return 'universe';
  if ('instruments' in axis) return 'instrument';
  if ('benchmarks' in axis) return 'benchmark';
  if ('spans' in axis) return 'span of days';
  return `condition ${axis.condition.number} of ${axis.condition.rule.replace('.', ' ')}`;
}

/** A place on an axis. */
export function placeName(axis: StudyAxis, value: AxisValue): string {
  if ('condition' in axis) return value === 0 ? 'off' : 'on';
  if ('spans' in axis) return String(value).replace('..', ' to ');
  return String(value);
}

/** A cell by its places. @example line 180, limit 12 */
export function cellName(axes: readonly StudyAxis[], values: readonly AxisValue[]): string {
  return axes.map((axis, k) => `${axisName(axis)} ${placeName(axis, values[k] ?? '')}`).join(', ');
}
