import { count, percent, plainNumber } from '@/ui/format.ts';
import type { Row } from './rows.ts';

/** A hairline from low to high with a notch at the close: teal and to the right after a rise, rust and to the left after a fall. */
export function drawBar(properties: unknown) {
  const { x, width, y, height, payload } = properties as {
    x: number;
    width: number;
    y: number;
    height: number;
    payload: Row;
  };
  const middle = x + width / 2;
  const reach = Math.max(1.5, Math.min(5, width * 0.8));
  const rose = !(payload.change < 0);
  const span = payload.high - payload.low;
  const at = span > 0 ? y + ((payload.high - payload.close) / span) * height : y;
  const colour = rose ? 'var(--gain)' : 'var(--loss)';
  return (
    <path
      d={`M${middle} ${y}V${y + Math.max(1, height)}M${middle} ${at}h${rose ? reach : -reach}`}
      stroke={colour}
      strokeWidth={width > 5 ? 1.4 : 1}
      fill="none"
    />
  );
}

/**
 * Every value of the bar under the crosshair.
 * @param other the instrument beside it
 * @param truths of those that are conditions, whether each holds on the bar
 */
export function valuesOf(
  row: Row,
  names: readonly string[],
  other: string | undefined,
  truths: readonly (boolean | undefined)[] = [],
): readonly (readonly [string, string, ('gain' | 'loss')?])[] {
  const values: readonly (readonly [string, number | undefined])[] = [
    ['Open', row.open],
    ['High', row.high],
    ['Low', row.low],
    ['Close', row.close],
    ...names.flatMap((name, k) => (truths[k] === undefined ? [[name, row.drawn[k]] as const] : [])),
    ...(other ? [[`${other}, rebased`, row.other] as const] : []),
  ];
  return [
    ...values.map(([name, value = Number.NaN]) => [name, plainNumber(value)] as const),
    ...names.flatMap((name, k) =>
      truths[k] === undefined ? [] : [[name, truths[k] ? 'holds' : 'does not hold'] as const],
    ),
    ['Change', percent(row.change), row.change < 0 ? 'loss' : 'gain'],
    ['Volume', count(row.volume)],
  ];
}
