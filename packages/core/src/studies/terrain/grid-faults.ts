// What makes a grid none, told before anything runs.

import { dialsIn } from '../../language/with-dial-values.ts';
import type { Strategy } from '../../strategy/strategy.ts';
import { StudyFault } from '../fault.ts';
import { cellCount, gridOf, type StudyAxis, valuesOf } from './axes.ts';

const MOST_AXES = 3;
const MOST_CELLS = 10_000;

/** @throws {StudyFault} at the first axis that is none, or when the grid is too large */
export function gridFaults({
  strategy,
  axes,
}: {
  readonly strategy: Strategy;
  readonly axes: readonly StudyAxis[];
}): void {
  if (axes.length === 0)
    throw new StudyFault('axes', 'A grid needs an axis: a dial with its range, or a list.');
  if (axes.length > MOST_AXES) throw new StudyFault('axes', `A grid has at most ${MOST_AXES} axes.`);
  const used = dialsUsed(strategy);
  axes.forEach((axis, k) => {
    const path = `axes.${k}`;
    if ('dial' in axis) {
      const { dial } = axis;
      if (!strategy.dials[dial]) throw new StudyFault(path, `The strategy has no dial {${dial}}.`);
      if (!used.has(dial))
        throw new StudyFault(
          path,
          `No rule and no setting uses the dial {${dial}}: every cell would be the same.`,
        );
      if (axes.some((other, j) => j < k && 'dial' in other && other.dial === dial)) {
        throw new StudyFault(path, `The dial {${dial}} has an axis already.`);
      }
    }
    let size: number;
    try {
      size = valuesOf(axis).length;
    } catch (error) {
      throw new StudyFault(path, `The axis has no values: ${(error as Error).message}.`);
    }
    if (size === 0) throw new StudyFault(path, 'The axis has no values.');
  });
  const cells = cellCount(gridOf(axes));
  if (cells > MOST_CELLS) {
    throw new StudyFault(
      'axes',
      `The grid has ${cells} cells; ${MOST_CELLS} are the most: take larger steps.`,
    );
  }
}

/** The dials that a rule, a level or a setting of the strategy uses. */
function dialsUsed({
  dials: _dials,
  dialled = {},
  name: _name,
  notes: _notes,
  ...rest
}: Strategy): Set<string> {
  return new Set([...Object.values(dialled), ...textsIn(rest).flatMap(dialsIn)]);
}

/** Every text in a value, however deep. */
function textsIn(value: unknown): string[] {
  if (typeof value === 'string') return [value];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(textsIn) : [];
}
