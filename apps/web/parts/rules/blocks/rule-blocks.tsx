'use client';

import {
  type CollisionDetection,
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { insertAt, movePart, type Node, nodeAt, readOutline, replaceAt, writeOutline } from '@plateau/core';
import { Plus } from 'lucide-react';
import { useRef, useState } from 'react';
import { ToOpen, useBlocks } from './context.ts';
import { type DropTarget, Group } from './group.tsx';
import { FAIR_WEATHER, NEW_CONDITION } from './nodes.ts';

interface RuleBlocksProps {
  readonly label: string;
  readonly text: string;
  /** offers a condition on the whole market */
  readonly weather: boolean;
  readonly onChange: (text: string) => void;
}

// The pointer says exactly where; the keyboard, having none, takes the nearest.
const collisions: CollisionDetection = (args) => {
  const under = pointerWithin(args);
  const gap = under.find(({ id }) => String(id).startsWith('gap'));
  if (gap) return [gap];
  return under.length > 0 ? under : closestCenter(args);
};

/** A rule built by pointing: conditions in groups, each switched, moved and changed in place. Writes the text again; one that
 * does not read cannot be shown so. */
export function RuleBlocks({ label, text, weather, onChange }: RuleBlocksProps) {
  const { unit } = useBlocks();
  const [dragged, setDragged] = useState<readonly number[]>();
  const toOpen = useRef(false);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor),
  );
  const read = readOutline(text, unit);
  if (!read.ok) return null;
  const { tree, notes } = read.outline;
  const write = (next: Node | undefined): void => onChange(writeOutline({ tree: next, notes }, unit));
  const drop = ({ active, over }: DragEndEvent): void => {
    setDragged(undefined);
    const from = active.data.current?.path as readonly number[] | undefined;
    const target = over?.data.current as DropTarget | undefined;
    if (!tree || !from || !target) return;
    if (target.kind === 'gap') return write(movePart(tree, from, target.group, target.index));
    // On another condition: the two become a group, joined the other way than the group they were in.
    if (
      target.path.every((k, depth) => from[depth] === k) ||
      from.every((k, depth) => target.path[depth] === k)
    )
      return;
    const onto = nodeAt(tree, target.path);
    const around = nodeAt(tree, target.path.slice(0, -1));
    const kind = around.kind === 'and' ? 'or' : 'and';
    const pair: Node = { kind, parts: [onto], place: onto.place };
    write(movePart(replaceAt(tree, target.path, pair), from, target.path, 1));
  };
  const add = (part: Node): void => {
    const grouped = tree?.kind === 'and' || tree?.kind === 'or';
    toOpen.current = true;
    // What is always or never true is no part of a rule: the condition takes its place.
    if (tree?.kind === 'constant') return write(part);
    write(insertAt(tree, [], grouped ? tree.parts.length : 1, part));
  };
  return (
    <div role="group" aria-label={`${label}, as blocks`} data-rule-blocks>
      <ToOpen value={toOpen}>
        <DndContext
          sensors={sensors}
          collisionDetection={collisions}
          onDragStart={({ active }) => setDragged(active.data.current?.path as readonly number[])}
          onDragCancel={() => setDragged(undefined)}
          onDragEnd={drop}
          accessibility={{
            screenReaderInstructions: {
              draggable:
                'Space picks a condition up, arrow keys move it, space puts it down, escape leaves it where it was.',
            },
          }}
        >
          {tree && <Group tree={tree} path={[]} dragged={dragged} onTree={write} />}
        </DndContext>
      </ToOpen>
      {notes.map((note) => (
        <p key={note} className="text-soft">
          {note}
        </p>
      ))}
      <div className="mt-1 flex gap-4">
        <AddButton words="Add a condition" onAdd={() => add(NEW_CONDITION)} />
        {weather && <AddButton words="Add market weather" onAdd={() => add(FAIR_WEATHER)} />}
      </div>
    </div>
  );
}

function AddButton({ words, onAdd }: { words: string; onAdd: () => void }) {
  return (
    <button
      type="button"
      className="inline-flex items-center gap-1 rounded-sm text-accent hover:underline"
      onClick={onAdd}
    >
      <Plus size={13} aria-hidden /> {words}
    </button>
  );
}
