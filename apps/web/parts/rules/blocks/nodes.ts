// The pieces that blocks put into a rule, and one form of condition turned into another.

import {
  type Comparator,
  type Measure,
  measureOf,
  type Node,
  type NumberNode,
  parseRule,
  usualWindows,
} from '@plateau/core';

const NOWHERE = { from: 0, to: 0 };

export const HOLE: Node = { kind: 'hole', place: NOWHERE };

export const numberNode = (text: string): NumberNode => ({
  kind: 'number',
  value: Number(text),
  text,
  place: NOWHERE,
});

/** `… is above …` */
export const NEW_CONDITION: Node = {
  kind: 'comparison',
  comparator: 'is above',
  left: HOLE,
  right: HOLE,
  place: NOWHERE,
};

/** The market's own trend, to be changed as one likes. */
export const FAIR_WEATHER: Node = {
  kind: 'scope',
  instrument: 'benchmark',
  of: {
    kind: 'comparison',
    comparator: 'is above',
    left: { kind: 'measure', phrase: 'close', windows: [], takes: [], place: NOWHERE },
    right: {
      kind: 'measure',
      phrase: 'average',
      windows: [numberNode('200')],
      takes: [undefined],
      place: NOWHERE,
    },
    place: NOWHERE,
  },
  place: NOWHERE,
};

/** What “a number” is when it is picked. */
export const PICKED = '10';

/** A number or a dial from its text, such as 1.5, 10%, 200k or {pull}; undefined when it is none. */
export function numberFromText(text: string): NumberNode | undefined {
  const parsed = parseRule(text);
  if (!parsed.ok || (parsed.tree.kind !== 'number' && parsed.tree.kind !== 'dial')) return undefined;
  return parsed.tree;
}

/** A value as typed, such as `-2` or `2 * 20-day ATR`; undefined when the text is none. */
export function valueFromText(text: string, unit: 'day' | 'week' | 'month'): Node | undefined {
  const parsed = parseRule(text, unit);
  return parsed.ok ? parsed.tree : undefined;
}

/** Whether its windows are those that it began with. */
function isUsual({ phrase, windows }: Node & { kind: 'measure' }): boolean {
  const usual = usualWindows(measureOf(phrase, windows.length));
  return windows.every((window, k) => window.kind === 'number' && window.value === usual[k]);
}

/** A measure with usual windows, or those that were chosen for the one it takes the place of. */
export function measureNode(measure: Measure, before?: Node): Node {
  const count = measure.windows.length;
  const kept = before?.kind === 'measure' && before.windows.length === count && !isUsual(before);
  return {
    kind: 'measure',
    phrase: measure.phrase,
    windows: kept ? before.windows : usualWindows(measure).map((window) => numberNode(String(window))),
    takes: measure.takes.map((argument) => {
      if (argument.optional) return undefined;
      if (argument.kind === 'number') return numberNode('2');
      if (argument.kind === 'instrument') return 'benchmark';
      return argument.kind === 'rule' ? NEW_CONDITION : HOLE;
    }),
    place: NOWHERE,
  };
}

const COMPARATORS: readonly Comparator[] = [
  'is above',
  'is below',
  'is at least',
  'is at most',
  'equals',
  'crosses above',
  'crosses below',
];
export const FORMS = [
  ...COMPARATORS,
  'is between',
  'is rising',
  'is falling',
  'is the highest of',
  'is the lowest of',
] as const;
export type Form = (typeof FORMS)[number];
export type FormedCondition = Extract<Node, { kind: 'comparison' | 'between' | 'moving' | 'extreme' }>;

export function formOfCondition(node: FormedCondition): Form {
  switch (node.kind) {
    case 'comparison':
      return node.comparator;
    case 'between':
      return 'is between';
    case 'moving':
      return `is ${node.way}`;
    case 'extreme':
      return `is the ${node.way} of`;
  }
}

/** The condition in another form, with what both forms have. */
export function inForm(node: FormedCondition, form: Form): Node {
  const { place } = node;
  const of = node.kind === 'comparison' ? node.left : node.of;
  const right = node.kind === 'comparison' ? node.right : node.kind === 'between' ? node.low : HOLE;
  const bars = node.kind === 'moving' || node.kind === 'extreme' ? node.bars : undefined;
  switch (form) {
    case 'is between':
      return { kind: 'between', of, low: right, high: HOLE, place };
    case 'is rising':
    case 'is falling':
      return { kind: 'moving', way: form === 'is rising' ? 'rising' : 'falling', of, bars, place };
    case 'is the highest of':
    case 'is the lowest of':
      return {
        kind: 'extreme',
        way: form === 'is the highest of' ? 'highest' : 'lowest',
        of,
        bars: bars ?? numberNode('20'),
        place,
      };
    default:
      return { kind: 'comparison', comparator: form, left: of, right, place };
  }
}

type Duration = 'in a row' | 'within the last' | 'on at least';

/** The condition lasting, or no longer lasting. */
export function lasting(node: Node, duration: Duration | undefined): Node {
  const held = node.kind === 'lasting' || node.kind === 'at-least-of' ? node : undefined;
  const of = held?.of ?? node;
  const bars = held?.bars ?? numberNode('3');
  const { place } = node;
  switch (duration) {
    case undefined:
      return of;
    case 'on at least':
      return { kind: 'at-least-of', of, times: numberNode('2'), bars, place };
    default:
      return { kind: 'lasting', how: duration === 'in a row' ? 'in a row' : 'within', of, bars, place };
  }
}

export function durationOf(node: Node): Duration | undefined {
  if (node.kind === 'at-least-of') return 'on at least';
  if (node.kind !== 'lasting') return undefined;
  return node.how === 'in a row' ? 'in a row' : 'within the last';
}
