'use client';

import { measureOf, type Node, type NumberNode } from '@plateau/core';
import { MoreHorizontal } from 'lucide-react';
import { Fragment, type ReactNode } from 'react';
import { useBlocks } from './context.ts';
import { InstrumentField } from './instrument-field.tsx';
import { HOLE } from './nodes.ts';
import { NumberField } from './number-field.tsx';
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
    <NumberField label={`${what} of ${label}`} node={n} onChange={change} />
  );
  switch (node.kind) {
    case 'hole':
      return picker('pick a value', 'border border-dashed border-accent bg-accent-paper no-underline');
    case 'number':
    case 'dial':
      return (
        <>
          <NumberField label={`Number of ${label}`} node={node} onChange={onChange} />
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
    case 'measure': {
      const entry = measureOf(node.phrase, node.windows.length);
      return (
        <>
          {node.windows.length > 0 && (
            <span className="whitespace-nowrap">
              {node.windows.map((window, k) => (
                <Fragment key={k}>
                  {k > 0 && '/'}
                  {number(window, `Window ${k + 1}`, (next) =>
                    onChange({ ...node, windows: node.windows.map((w, n) => (n === k ? next : w)) }),
                  )}
                </Fragment>
              ))}
              -{unit}
            </span>
          )}
          {picker(entry.phrase.replace(/^days (?=held|since)/, `${unit}s `), 'word-measure')}
          {entry.takes.map((argument, k) => {
            const taken = node.takes[k];
            const take = (next: Node | string | undefined): void =>
              onChange({ ...node, takes: node.takes.map((t, n) => (n === k ? next : t)) });
            const key = `${argument.word}${argument.kind}`;
            if (argument.kind === 'instrument') {
              return (
                <Fragment key={key}>
                  <span>{argument.word}</span>
                  <InstrumentField label={`Instrument of ${label}`} symbol={String(taken)} onChange={take} />
                </Fragment>
              );
            }
            if (taken === undefined) {
              return (
                <ValuePicker
                  key={key}
                  node={HOLE}
                  what={`what ${label} is of`}
                  onPick={take}
                  className="text-soft no-underline hover:underline"
                >
                  of close
                </ValuePicker>
              );
            }
            if (typeof taken === 'string') return null;
            return (
              <Fragment key={key}>
                {argument.word && <span>{argument.word}</span>}
                {argument.kind === 'rule' ? (
                  <span className="inline-flex flex-wrap items-center gap-1">
                    (<Condition node={taken} onChange={take} />)
                  </span>
                ) : (
                  <Value node={taken} label={`what ${label} is ${argument.word}`} onChange={take} />
                )}
                {argument.word === 'of' && argument.optional && (
                  <button
                    type="button"
                    aria-label={`Take ${label} of the close again`}
                    className="text-soft hover:text-ink"
                    onClick={() => take(undefined)}
                  >
                    ×
                  </button>
                )}
              </Fragment>
            );
          })}
        </>
      );
    }
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
          <Operand
            node={node.left}
            label={`first part of ${label}`}
            onChange={(left) => onChange({ ...node, left })}
          />
          <select
            aria-label={`Sign of ${label}`}
            value={node.operator}
            onChange={(event) => onChange({ ...node, operator: event.target.value as '+' })}
            className="word rounded-sm bg-transparent hover:bg-sunk"
          >
            <option value="+">+</option>
            <option value="-">−</option>
            <option value="*">×</option>
            <option value="/">÷</option>
          </select>
          <Operand
            node={node.right}
            label={`second part of ${label}`}
            onChange={(right) => onChange({ ...node, right })}
          />
          {more}
        </>
      );
    default:
      return <Condition node={node} onChange={onChange} />;
  }
}

function Operand(props: { node: Node; label: string; onChange: (node: Node) => void }) {
  if (props.node.kind !== 'arithmetic') return <Value {...props} />;
  return (
    <>
      (<Value {...props} />)
    </>
  );
}
