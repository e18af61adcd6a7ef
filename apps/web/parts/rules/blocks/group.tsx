'use client';

import { useDraggable, useDroppable } from '@dnd-kit/core';
import { insertAt, type Node, type Path, replaceAt } from '@plateau/core';
import { clsx } from 'clsx';
import { GripVertical, Plus } from 'lucide-react';
import { Fragment, useContext } from 'react';
import { Checkbox } from '@/ui/checkbox.tsx';
import { Select } from '@/ui/select.tsx';
import { Condition } from './condition.tsx';
import { ToOpen, useBlocks } from './context.ts';
import { NEW_CONDITION } from './nodes.ts';
import { PartMenu } from './part-menu.tsx';
import { ShareNote } from './share-note.tsx';

export type DropTarget =
  | { readonly kind: 'gap'; readonly group: Path; readonly index: number }
  | { readonly kind: 'onto'; readonly path: Path };

interface GroupProps {
  readonly tree: Node;
  readonly path: Path;
  /** the path of what is being dragged */
  readonly dragged: Path | undefined;
  readonly onTree: (tree: Node | undefined) => void;
  /** the group's own node; the root's when left out */
  readonly node?: Node;
}

const JOINTS = [
  ['and', 'all of these'],
  ['or', 'any of these'],
] as const;

/** Conditions joined by “and” or by “or”, one a line. */
export function Group({ tree, path, dragged, onTree, node = tree }: GroupProps) {
  const toOpen = useContext(ToOpen);
  const grouped = node.kind === 'and' || node.kind === 'or';
  const parts = grouped ? node.parts : [node];
  return (
    <div className={clsx(path.length > 0 && 'min-w-0 flex-1 border-l-2 border-strong pl-2')}>
      {grouped && (
        <Select
          label={
            path.length === 0
              ? 'How the conditions are joined'
              : 'How the conditions of this group are joined'
          }
          look="word"
          className="text-soft"
          value={node.kind}
          choices={JOINTS}
          onChange={(kind) => onTree(replaceAt(tree, path, { ...node, kind }))}
        />
      )}
      <ul className="mt-1.5">
        {parts.map((part, k) => (
          <Fragment key={k}>
            <Gap group={path} index={k} active={dragged !== undefined} />
            <Part
              tree={tree}
              path={grouped ? [...path, k] : path}
              part={part}
              anyOf={node.kind === 'or'}
              dragged={dragged}
              onTree={onTree}
            />
          </Fragment>
        ))}
        <Gap group={path} index={parts.length} active={dragged !== undefined} />
      </ul>
      {path.length > 0 && grouped && (
        <button
          type="button"
          className="inline-flex items-center gap-1 rounded-sm text-accent hover:underline"
          onClick={() => {
            if (toOpen) toOpen.current = true;
            onTree(insertAt(tree, path, parts.length, NEW_CONDITION));
          }}
        >
          <Plus size={12} aria-hidden /> Add to this group
        </button>
      )}
    </div>
  );
}

/** Where a dragged condition may be put down between two others. */
function Gap({ group, index, active }: { group: Path; index: number; active: boolean }) {
  const data: DropTarget = { kind: 'gap', group, index };
  const { setNodeRef, isOver } = useDroppable({ id: `gap ${group.join('.')} ${index}`, data });
  // Taller than it looks, and of one height always: nothing may move when a drag begins.
  return (
    <li aria-hidden className="relative h-0.5 list-none">
      <div
        ref={setNodeRef}
        data-testid="gap"
        data-over={isOver || undefined}
        className={clsx('absolute inset-x-0 -top-1 h-2.5', !active && 'pointer-events-none')}
      >
        {isOver && <div className="mt-1 h-0.5 bg-accent" />}
      </div>
    </li>
  );
}

interface PartProps {
  readonly tree: Node;
  readonly path: Path;
  readonly part: Node;
  /** one of a group of which any is enough */
  readonly anyOf: boolean;
  readonly dragged: Path | undefined;
  readonly onTree: (tree: Node | undefined) => void;
}

function Part({ tree, path, part, anyOf, dragged, onTree }: PartProps) {
  const id = path.join('.') || 'root';
  const data: DropTarget = { kind: 'onto', path };
  const { shares } = useBlocks();
  const { setNodeRef: setDrop, isOver } = useDroppable({ id: `onto ${id}`, data });
  const {
    attributes,
    listeners,
    setNodeRef: setDrag,
    transform,
    isDragging,
  } = useDraggable({ id: `part ${id}`, data: { path }, disabled: path.length === 0 });
  const off = part.kind === 'off';
  const inner = off ? part.of : part;
  const put = (node: Node): void => onTree(replaceAt(tree, path, off ? { ...part, of: node } : node));
  const number = (path[path.length - 1] ?? 0) + 1;
  return (
    <li
      ref={setDrag}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
      className={clsx('list-none', isDragging && 'relative z-40 bg-raised shadow-md')}
    >
      <div
        ref={setDrop}
        data-testid="onto"
        data-over={(isOver && !isDragging) || undefined}
        className={clsx(
          'flex items-start rounded-sm py-px',
          isOver && dragged && !isDragging && 'outline outline-2 outline-accent',
        )}
      >
        <button
          type="button"
          {...attributes}
          {...listeners}
          aria-label={`Move condition ${number}`}
          disabled={path.length === 0}
          className={clsx(
            '-my-[0.2rem] -ml-2 inline-flex size-[1.85rem] shrink-0 cursor-grab touch-none items-center justify-center text-soft',
            path.length === 0 && 'invisible',
          )}
        >
          <GripVertical size={13} aria-hidden />
        </button>
        <Checkbox
          label={`Condition ${number} is on`}
          checked={!off}
          onChange={() =>
            onTree(replaceAt(tree, path, off ? inner : { kind: 'off', of: inner, place: inner.place }))
          }
          className="-mt-0.5"
        />
        <div className={clsx('min-w-0 flex-1', off && 'opacity-55')}>
          {inner.kind === 'and' || inner.kind === 'or' ? (
            off ? (
              <Condition node={inner} onChange={put} />
            ) : (
              <Group tree={tree} path={path} node={inner} dragged={dragged} onTree={onTree} />
            )
          ) : (
            <div className="flex flex-wrap items-center gap-x-1 gap-y-0.5">
              <Condition node={inner} onChange={put} />
            </div>
          )}
          <ShareNote share={shares.get(`${part.place.from}-${part.place.to}`)} off={off} lets={anyOf} />
        </div>
        <PartMenu tree={tree} path={path} part={inner} number={number} onPart={put} onTree={onTree} />
      </div>
    </li>
  );
}
