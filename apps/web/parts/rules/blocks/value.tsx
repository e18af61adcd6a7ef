'use client';

import { measureOf, type Node, type NumberNode } from '@plateau/core';
import { MoreHorizontal } from 'lucide-react';
import { Fragment, type ReactNode } from 'react';
import { Select } from '@/ui/select.tsx';
import { useBlocks } from './context.ts';
import { InstrumentField } from './instrument-field.tsx';
import { HOLE } from './nodes.ts';
import { RuleNumber } from './rule-number.tsx';
import { ValuePicker } from './value-picker.tsx';

interface ValueProps {
  readonly node: Node;
  /** what the value is of the condition, for those who do not see it: first value, second value, … */
  readonly label: string;
  readonly conditions?: boolean;
  readonly onChange: (node: Node) => void;
}

/** A value of a rule as words and fields; every part of it can be picked anew. */
export function Value({ node, label, conditions = false, onChange }: ValueProps) {
  const { unit, Condition } = useBlocks();
  const picker = (children: ReactNode, className?: string) => (
    <ValuePicker
      node={node}
      what={label}
      conditions={conditions}
      onPick={onChange}
      className={className ?? ''}
    >
      {children}
    </ValuePicker>
  );
  const more = picker(
    <>
      <MoreHorizontal size={12} aria-hidden className="inline" />
      <span className="sr-only">more</span>
    </>,
    'no-underline text-soft',
  );
  const number = (n: NumberNode, what: string, change: (next: NumberNode) => void) => (
    <RuleNumber label={`${what} of ${label}`} node={n} onChange={change} />
  );
  switch (node.kind) {
    case 'hole':
      return picker('pick a value', 'border border-dashed border-accent bg-accent-paper no-underline');
    case 'number':
    case 'dial':
      return (
        <>
          <RuleNumber label={`Number of ${label}`} node={node} onChange={onChange} />
          {more}
        </>
      );
    case 'negative':
      return (
        <>
          <span>−</span>
          <Value node={node.of} label={label} onChange={(of) => onChange({ ...node, of })} />
          {node.of.kind === 'number' ? null : more}
        </>
      );
    case 'measure':
      return <MeasureValue node={node} label={label} onChange={onChange} picker={picker} />;
    case 'ago':
      return (
        <>
          <Value node={node.of} label={label} onChange={(of) => onChange({ ...node, of })} />
          {number(node.bars, 'Days ago', (bars) => onChange({ ...node, bars }))}
          {picker(`${unit}s ago`)}
        </>
      );
    case 'scope':
      return (
        <>
          <span>on</span>
          <InstrumentField
            label={`Instrument of ${label}`}
            symbol={node.instrument}
            onChange={(instrument) => onChange({ ...node, instrument })}
          />
          (<Value node={node.of} label={label} onChange={(of) => onChange({ ...node, of })} />){more}
        </>
      );
    case 'arithmetic':
      return (
        <>
          <Arithmetic node={node} label={label} onChange={onChange} />
          {more}
        </>
      );
    default:
      return <Condition node={node} onChange={onChange} />;
  }
}

type Measure = Node & { readonly kind: 'measure' };

interface MeasureValueProps {
  readonly node: Measure;
  readonly label: string;
  readonly onChange: (node: Node) => void;
  readonly picker: (children: ReactNode, className?: string) => ReactNode;
}

/** Its windows, its name, and what it is taken of. */
function MeasureValue({ node, label, onChange, picker }: MeasureValueProps) {
  const { unit } = useBlocks();
  const entry = measureOf(node.phrase, node.windows.length);
  return (
    <>
      {node.windows.length > 0 && (
        <span className="whitespace-nowrap">
          {node.windows.map((window, k) => (
            <Fragment key={k}>
              {k > 0 && '/'}
              <RuleNumber
                label={`Window ${k + 1} of ${label}`}
                node={window}
                onChange={(next) =>
                  onChange({ ...node, windows: node.windows.map((w, n) => (n === k ? next : w)) })
                }
              />
            </Fragment>
          ))}
          -{unit}
        </span>
      )}
      {picker(entry.phrase.replace(/^days (?=held|since)/, `${unit}s `), 'word-measure')}
      {entry.takes.map((argument, k) => (
        <Taken
          key={`${argument.word}${argument.kind}`}
          argument={argument}
          taken={node.takes[k]}
          label={label}
          onTake={(next) => onChange({ ...node, takes: node.takes.map((t, n) => (n === k ? next : t)) })}
        />
      ))}
    </>
  );
}

interface TakenProps {
  readonly argument: ReturnType<typeof measureOf>['takes'][number];
  readonly taken: Measure['takes'][number];
  readonly label: string;
  readonly onTake: (next: Node | string | undefined) => void;
}

/** One thing that a measure is taken of: an instrument, a value or a rule. */
function Taken({ argument: { word, kind, optional }, taken, label, onTake }: TakenProps) {
  const { Condition } = useBlocks();
  if (kind === 'instrument') {
    return (
      <>
        <span>{word}</span>
        <InstrumentField label={`Instrument of ${label}`} symbol={String(taken)} onChange={onTake} />
      </>
    );
  }
  if (taken === undefined) {
    return (
      <ValuePicker
        node={HOLE}
        what={`what ${label} is of`}
        onPick={onTake}
        className="text-soft no-underline hover:underline"
      >
        of close
      </ValuePicker>
    );
  }
  if (typeof taken === 'string') return null;
  return (
    <>
      {word && <span>{word}</span>}
      {kind === 'rule' ? (
        <span className="inline-flex flex-wrap items-center gap-1">
          (<Condition node={taken} onChange={onTake} />)
        </span>
      ) : (
        <Value node={taken} label={`what ${label} is ${word}`} onChange={onTake} />
      )}
      {word === 'of' && optional && (
        <button
          type="button"
          aria-label={`Take ${label} of the close again`}
          className="text-soft hover:text-ink"
          onClick={() => onTake(undefined)}
        >
          ×
        </button>
      )}
    </>
  );
}

const SIGNS = [
  ['+', '+'],
  ['-', '−'],
  ['*', '×'],
  ['/', '÷'],
] as const;

interface ArithmeticProps {
  readonly node: Node & { readonly kind: 'arithmetic' };
  readonly label: string;
  readonly onChange: (node: Node) => void;
}

function Arithmetic({ node, label, onChange }: ArithmeticProps) {
  return (
    <>
      <Operand
        node={node.left}
        label={`first part of ${label}`}
        onChange={(left) => onChange({ ...node, left })}
      />
      <Select
        label={`Sign of ${label}`}
        look="word"
        value={node.operator}
        choices={SIGNS}
        onChange={(operator) => onChange({ ...node, operator })}
      />
      <Operand
        node={node.right}
        label={`second part of ${label}`}
        onChange={(right) => onChange({ ...node, right })}
      />
    </>
  );
}

function Operand(props: { node: Node; label: string; onChange: (node: Node) => void }) {
  if (props.node.kind !== 'arithmetic') return <Value {...props} />;
  return (
    <>
      (<Value {...props} />)
    </>
  );
}
