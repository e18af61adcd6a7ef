// What a value is counted in, so that like is compared with like.

import { measureOf } from '../measures/catalogue.ts';
import type { Unit } from '../measures/measure.ts';
import type { Node } from './tree.ts';

/** Units that only go with themselves; everything else is a plain number and goes with all. */
type Kept = Extract<Unit, 'price' | 'shares' | 'money' | 'fraction' | 'percent-scale' | 'bars'>;

const NAMES: Record<Kept, string> = {
  price: 'a price',
  shares: 'a number of shares',
  money: 'a sum of money',
  fraction: 'a fraction (10% is 0.1)',
  'percent-scale': 'a value from 0 to 100',
  bars: 'a number of bars',
};

/** The unit of a value; undefined for a plain number, which may stand beside any. */
export function unitOf(node: Node): Kept | undefined {
  switch (node.kind) {
    case 'measure': {
      const { unit, takes } = measureOf(node.phrase, node.windows.length);
      if (unit !== 'same') return unit in NAMES ? (unit as Kept) : undefined;
      const of = takes.findIndex((argument) => argument.word === 'of');
      const taken = node.takes[of];
      return typeof taken === 'object' ? unitOf(taken) : 'price';
    }
    case 'negative':
    case 'ago':
    case 'scope':
      return unitOf(node.of);
    case 'arithmetic':
      return unitOfArithmetic(node.operator, unitOf(node.left), unitOf(node.right));
    default:
      return undefined;
  }
}

function unitOfArithmetic(operator: string, a: Kept | undefined, b: Kept | undefined): Kept | undefined {
  if (operator === '+' || operator === '-') return a ?? b;
  if (operator === '*') {
    if ((a === 'price' && b === 'shares') || (a === 'shares' && b === 'price')) return 'money';
    if (a === undefined || b === undefined) return scaled(a ?? b);
    return a === 'fraction' ? scaled(b) : b === 'fraction' ? scaled(a) : undefined;
  }
  if (a === 'money' && b === 'shares') return 'price';
  if (a === 'money' && b === 'price') return 'shares';
  return b === undefined || b === 'fraction' ? scaled(a) : undefined;
}

/** A fraction times 100 is no fraction any more, while twice a price is a price. */
function scaled(unit: Kept | undefined): Kept | undefined {
  return unit === 'fraction' || unit === 'percent-scale' ? undefined : unit;
}

/** Why two values cannot be compared, added or subtracted; undefined when they can. */
export function unlike(left: Node, right: Node): string | undefined {
  const a = unitOf(left);
  const b = unitOf(right);
  if (a === undefined || b === undefined || a === b) return undefined;
  return `${NAMES[a]} on the left and ${NAMES[b]} on the right`;
}
