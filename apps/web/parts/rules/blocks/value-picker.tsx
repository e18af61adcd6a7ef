'use client';

import { catalogue, formOf, isCondition, type Measure, type Node, otherNamesOf } from '@plateau/core';
import { clsx } from 'clsx';
import { Command } from 'cmdk';
import { Popover } from 'radix-ui';
import { type ReactNode, useContext, useEffect, useState } from 'react';
import { ToOpen, useBlocks } from './context.ts';
import { HOLE, lasting, measureNode, NEW_CONDITION, numberNode, PICKED, valueFromText } from './nodes.ts';

interface ValuePickerProps {
  /** what stands here; what is picked takes its place or is built around it */
  readonly node: Node;
  /** what is picked, for those who do not see where it stands: the first value */
  readonly what: string;
  /** also offers what is a condition by itself: gaps, always, never */
  readonly conditions?: boolean;
  readonly onPick: (node: Node) => void;
  readonly children: ReactNode;
  readonly className?: string;
}

const NOWHERE = { from: 0, to: 0 };
const GROUPS: Readonly<Record<Measure['unit'], string>> = {
  price: 'Prices and levels',
  same: 'Of any value',
  fraction: 'Returns and ratios',
  'percent-scale': 'Scales from 0 to 100',
  shares: 'Volume and money',
  money: 'Volume and money',
  bars: 'Counts of days',
  rank: 'Within the universe',
  number: 'Other measures',
  calendar: 'Calendar',
};

const groups = [...new Set(Object.values(GROUPS))].map((title) => ({
  title,
  measures: catalogue.filter((measure) => GROUPS[measure.unit] === title),
}));

/** A button that opens the list of everything that may stand here: measures, numbers, and what can be built around a value. */
export function ValuePicker({
  node,
  what,
  conditions = false,
  onPick,
  children,
  className,
}: ValuePickerProps) {
  const [open, setOpen] = useState(false);
  const toOpen = useContext(ToOpen);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only what has just been put there opens
  useEffect(() => {
    if (!toOpen?.current || node.kind !== 'hole') return;
    toOpen.current = false;
    setOpen(true);
  }, []);
  const pick = (picked: Node): void => {
    setOpen(false);
    onPick(picked);
  };
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        className={clsx(
          '-my-[0.2rem] min-h-[1.85rem] rounded-sm px-0.5 text-left underline decoration-hairline decoration-dotted underline-offset-3 hover:bg-sunk hover:decoration-ink',
          className,
        )}
      >
        {children}
        <span className="sr-only">: {what}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          data-value-list
          sideOffset={4}
          collisionPadding={8}
          className="z-50 w-96 border border-strong bg-raised shadow-lg"
          aria-label={`Pick ${what}`}
        >
          <Choices node={node} conditions={conditions} onPick={pick} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Every word of the search begins a word of the item or of its other names; a shorter name comes first. */
function matches(value: string, search: string, names: readonly string[] = []): number {
  const words = [value, ...names]
    .join(' ')
    .toLowerCase()
    .split(/[\s/-]+/);
  const sought = search
    .toLowerCase()
    .split(/[\s/-]+/)
    .filter(Boolean);
  return sought.every((part) => words.some((word) => word.startsWith(part))) ? 1 / (1 + words.length) : 0;
}

const item =
  'grid cursor-pointer grid-cols-[1fr] rounded-sm px-2 py-1 data-[selected=true]:bg-accent-paper data-[selected=true]:outline data-[selected=true]:outline-1';

function Choices({
  node,
  conditions,
  onPick,
}: {
  node: Node;
  conditions: boolean;
  onPick: (node: Node) => void;
}) {
  const { unit, dials, position } = useBlocks();
  const [search, setSearch] = useState('');
  const typed = search.trim() === '' ? undefined : valueFromText(search, unit);
  const fits = typed && (conditions || !isCondition(typed)) ? typed : undefined;
  const offered = groups.map(({ title, measures }) => ({
    title,
    measures: measures.filter((measure) => position || !measure.position),
  }));
  return (
    <Command label="Values" filter={matches} loop>
      <Command.Input
        value={search}
        onValueChange={setSearch}
        placeholder="Search a measure, or type a number or a value"
        className="w-full border-b border-hairline bg-transparent px-3 py-2 outline-none"
      />
      <Command.List className="max-h-80 overflow-auto p-1">
        <Command.Empty className="p-2 text-soft">No measure has this name.</Command.Empty>
        {fits && (
          <Command.Item value={search} forceMount onSelect={() => onPick(fits)} className={item}>
            <span>“{search.trim()}” as typed</span>
          </Command.Item>
        )}
        <Command.Group heading="Number">
          <Command.Item value="number" onSelect={() => onPick(numberNode(PICKED))} className={item}>
            a number
          </Command.Item>
          {Object.keys(dials()).map((name) => (
            <Command.Item
              key={name}
              value={`dial ${name}`}
              onSelect={() => onPick({ kind: 'dial', name, place: NOWHERE })}
              className={item}
            >
              dial {name}
            </Command.Item>
          ))}
        </Command.Group>
        {node.kind !== 'hole' && (
          <Command.Group heading="With what stands here">
            {around(node).map(({ words, built }) => (
              <Command.Item key={words} value={words} onSelect={() => onPick(built)} className={item}>
                {words}
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {conditions && (
          <Command.Group heading="Conditions by themselves">
            {WHOLE.map(({ words, built, also = [] }) => (
              <Command.Item
                key={words}
                value={words}
                keywords={[...also]}
                onSelect={() => onPick(built)}
                className={item}
              >
                {words}
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {offered.map(({ title, measures }) => (
          <Command.Group key={title} heading={title}>
            {measures.map((measure) => (
              <Command.Item
                key={formOf(measure)}
                value={formOf(measure)}
                keywords={[...otherNamesOf(measure.phrase)]}
                onSelect={() => onPick(measureNode(measure, node))}
                className={item}
              >
                <span>
                  {formOf(measure).replace('-day ', `-${unit} `)}
                  {otherNamesOf(measure.phrase).length > 0 && (
                    <span className="text-soft">
                      {' '}
                      also {otherNamesOf(measure.phrase).slice(0, 2).join(', ')}
                    </span>
                  )}
                </span>
                <span className="truncate text-soft">{measure.formula}</span>
              </Command.Item>
            ))}
          </Command.Group>
        ))}
      </Command.List>
    </Command>
  );
}

const WHOLE: readonly { words: string; built: Node; also?: readonly string[] }[] = [
  { words: 'gaps up', built: { kind: 'gap', way: 'up', place: NOWHERE } },
  { words: 'gaps down', built: { kind: 'gap', way: 'down', place: NOWHERE } },
  { words: 'always', built: { kind: 'constant', value: true, place: NOWHERE } },
  { words: 'never', built: { kind: 'constant', value: false, place: NOWHERE } },
  {
    words: 'a group of conditions',
    built: { kind: 'or', parts: [NEW_CONDITION, NEW_CONDITION], place: NOWHERE },
  },
  {
    words: 'a condition for days in a row',
    built: lasting(NEW_CONDITION, 'in a row'),
    also: ['consecutive', 'successive', 'streak'],
  },
  {
    words: 'a condition within the last days',
    built: lasting(NEW_CONDITION, 'within the last'),
    also: ['recent', 'recently'],
  },
  {
    words: 'a condition on another instrument',
    built: { kind: 'scope', instrument: 'benchmark', of: NEW_CONDITION, place: NOWHERE },
  },
];

/** What can be built around a value, or taken off it. */
function around(node: Node): { words: string; built: Node }[] {
  const { place } = node;
  const with_ = (operator: '+' | '-' | '*' | '/', right: Node = HOLE): Node => ({
    kind: 'arithmetic',
    operator,
    left: node,
    right,
    place,
  });
  const bare =
    node.kind === 'ago' || node.kind === 'scope' || node.kind === 'negative'
      ? [
          {
            words: `without “${node.kind === 'ago' ? 'days ago' : node.kind === 'scope' ? 'on …' : 'minus'}”`,
            built: node.of,
          },
        ]
      : node.kind === 'arithmetic'
        ? [
            { words: 'only the first part', built: node.left },
            { words: 'only the second part', built: node.right },
          ]
        : [];
  return [
    ...bare,
    { words: 'days ago', built: { kind: 'ago', of: node, bars: numberNode('1'), place } },
    { words: 'times a value', built: with_('*', numberNode('2')) },
    { words: 'divided by a value', built: with_('/') },
    { words: 'plus a value', built: with_('+') },
    { words: 'minus a value', built: with_('-') },
    { words: 'on another instrument', built: { kind: 'scope', instrument: 'benchmark', of: node, place } },
    { words: 'nothing yet', built: HOLE },
  ];
}
