// The settings of a sweep: every combination of some dials' values.

import type { Strategy } from './strategy.ts';

/** The values one dial takes in a sweep. */
export interface Axis {
  readonly dial: string;
  readonly values: readonly number[];
}

/**
 * from, from + step, … up to `to`, each rounded to the step's decimals so that 0.1 three times is 0.3.
 * @throws {RangeError} when the step is not positive, the range is empty or it has more than `most` values
 */
export function valuesFrom(from: number, to: number, step: number, most = 10_000): number[] {
  if (!(step > 0)) throw new RangeError(`the step ${step} must be above 0`);
  if (!(to >= from)) throw new RangeError(`the range ends at ${to}, before it begins at ${from}`);
  const count = Math.floor((to - from) / step + 1e-9) + 1;
  if (!(count <= most)) throw new RangeError(`the range has ${count} values; ${most} are the most`);
  return Array.from({ length: count }, (_x, k) => Number((from + k * step).toPrecision(12)));
}

/** Every combination, the last axis turning fastest. */
export function settingsOf(axes: readonly Axis[]): Record<string, number>[] {
  return axes.reduce<Record<string, number>[]>(
    (settings, { dial, values }) =>
      settings.flatMap((setting) => values.map((value) => ({ ...setting, [dial]: value }))),
    [{}],
  );
}

/** The strategy with its dials turned, and the settings they stand for with them. @throws when it has no dial of such a name */
export function withDials(strategy: Strategy, values: Readonly<Record<string, number>>): Strategy {
  const dials = { ...strategy.dials };
  for (const [name, value] of Object.entries(values)) {
    const dial = dials[name];
    if (!dial) throw new Error(`the strategy has no dial {${name}}`);
    dials[name] = { ...dial, value };
  }
  const turned = Object.entries(strategy.dialled ?? {}).filter(([, dial]) => dial in values);
  return turned.reduce<Strategy>((so, [path, dial]) => withSetting(so, path.split('.'), dials[dial]?.value), {
    ...strategy,
    dials,
  });
}

/** A copy with another value at a path. */
export function withSetting<T>(settings: T, [key, ...rest]: readonly string[], value: unknown): T {
  if (key === undefined) return value as T;
  const inner = (settings as Readonly<Record<string, unknown>>)[key];
  return { ...settings, [key]: withSetting(inner, rest, value) };
}
