'use client';

import { insertAt, movePart, type Node, nodeAt, type Path, removeAt } from '@plateau/core';
import { MoreVertical } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { durationOf, lasting, NEW_CONDITION } from './nodes.ts';

interface PartMenuProps {
  readonly tree: Node;
  readonly path: Path;
  readonly part: Node;
  readonly number: number;
  readonly onPart: (node: Node) => void;
  readonly onTree: (tree: Node | undefined) => void;
}

interface Act {
  readonly words: string;
  readonly run: () => void;
}

type Change = Omit<PartMenuProps, 'number'>;

/** What makes another condition of the part itself. */
function actsOnPart({ part, onPart }: Change): (Act | false)[] {
  return [
    part.kind === 'not'
      ? { words: 'Without “not”', run: () => onPart(part.of) }
      : { words: 'Not this', run: () => onPart({ kind: 'not', of: part, place: part.place }) },
    durationOf(part) !== 'in a row' && {
      words: 'For some days in a row',
      run: () => onPart(lasting(part, 'in a row')),
    },
    durationOf(part) !== 'within the last' && {
      words: 'Within the last days',
      run: () => onPart(lasting(part, 'within the last')),
    },
    durationOf(part) !== 'on at least' && {
      words: 'On at least some of the last days',
      run: () => onPart(lasting(part, 'on at least')),
    },
    durationOf(part) !== undefined && {
      words: 'Without a duration',
      run: () => onPart(lasting(part, undefined)),
    },
    part.kind !== 'scope' && {
      words: 'On another instrument',
      run: () => onPart({ kind: 'scope', instrument: 'benchmark', of: part, place: part.place }),
    },
    part.kind === 'scope' && { words: 'On the instrument itself', run: () => onPart(part.of) },
  ];
}

/** What moves the part among the others of its rule. */
function actsOnPlace({ tree, path, part, onPart, onTree }: Change): (Act | false)[][] {
  const groupPath = path.slice(0, -1);
  const index = path[path.length - 1] ?? 0;
  const group = path.length > 0 ? nodeAt(tree, groupPath) : undefined;
  const siblings = group?.kind === 'and' || group?.kind === 'or' ? group.parts.length : 1;
  const other = group?.kind === 'and' ? 'or' : 'and';
  return [
    [
      {
        words: `Group with a new condition by “${other}”`,
        run: () => onPart({ kind: other, parts: [part, NEW_CONDITION], place: part.place }),
      },
      path.length > 0 && {
        words: 'Duplicate',
        run: () => onTree(insertAt(tree, groupPath, index + 1, nodeAt(tree, path))),
      },
    ],
    [
      index > 0 &&
        path.length > 0 && {
          words: 'Move up',
          run: () => onTree(movePart(tree, path, groupPath, index - 1)),
        },
      path.length > 0 &&
        index < siblings - 1 && {
          words: 'Move down',
          run: () => onTree(movePart(tree, path, groupPath, index + 2)),
        },
      path.length > 1 && {
        words: 'Move out of its group',
        run: () => onTree(movePart(tree, path, path.slice(0, -2), (path[path.length - 2] ?? 0) + 1)),
      },
    ],
    [
      {
        words: 'Delete',
        run: () => onTree(path.length === 0 ? undefined : removeAt(tree, path)),
      },
    ],
  ];
}

/** What can be done with a condition, for keys as for the mouse. */
export function PartMenu({ number, ...change }: PartMenuProps) {
  const acts = [actsOnPart(change), ...actsOnPlace(change)];
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`More for condition ${number}`}
        className="shrink-0 rounded-sm p-0.5 text-soft hover:bg-sunk hover:text-ink"
      >
        <MoreVertical size={14} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-50 min-w-56 border border-strong bg-raised py-1 shadow-lg"
        >
          {acts.map((section, k) => {
            const shown = section.filter((act) => act !== false);
            if (shown.length === 0) return null;
            return (
              <DropdownMenu.Group
                key={k}
                className="not-first:mt-1 not-first:border-t not-first:border-hairline not-first:pt-1"
              >
                {shown.map(({ words, run }) => (
                  <DropdownMenu.Item
                    key={words}
                    onSelect={run}
                    className="cursor-pointer px-3 py-1 outline-none data-[highlighted]:bg-accent-paper"
                  >
                    {words}
                  </DropdownMenu.Item>
                ))}
              </DropdownMenu.Group>
            );
          })}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
