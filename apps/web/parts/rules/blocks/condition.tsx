'use client';

import { isCondition, type Node, unitOf } from '@plateau/core';
import { percent } from '@/ui/format.ts';
import { Select } from '@/ui/select.tsx';
import { useBlocks } from './context.ts';
import { InstrumentField } from './instrument-field.tsx';
import {
  durationOf,
  FORMS,
  type FormedCondition,
  formOfCondition,
  HOLE,
  inForm,
  numberFromText,
  numberNode,
  PICKED,
} from './nodes.ts';
import { RuleNumber } from './rule-number.tsx';
import { Value } from './value.tsx';
import { ValuePicker } from './value-picker.tsx';

interface ConditionProps {
  readonly node: Node;
  readonly onChange: (node: Node) => void;
}

/** One condition as words and fields. */
export function Condition({ node, onChange }: ConditionProps) {
  const { unit } = useBlocks();
  switch (node.kind) {
    case 'comparison':
    case 'between':
    case 'moving':
    case 'extreme':
      return <Formed node={node} onChange={onChange} />;
    case 'gap':
    case 'constant':
      return (
        <ValuePicker
          node={node}
          what="the condition"
          conditions
          onPick={(picked) => onChange(asCondition(picked))}
        >
          {node.kind === 'gap' ? `gaps ${node.way}` : node.value ? 'always' : 'never'}
        </ValuePicker>
      );
    case 'not':
      return (
        <>
          <span className="font-semibold text-accent">not</span>
          <Nested node={node.of} onChange={(of) => onChange({ ...node, of })} />
        </>
      );
    case 'lasting':
    case 'at-least-of':
      return (
        <>
          <Nested node={node.of} onChange={(of) => onChange({ ...node, of })} />
          <span>{durationOf(node) === 'in a row' ? 'for' : durationOf(node)}</span>
          {node.kind === 'at-least-of' && (
            <>
              <RuleNumber
                label="Times"
                node={node.times}
                onChange={(times) => onChange({ ...node, times })}
              />
              <span>of the last</span>
            </>
          )}
          <RuleNumber
            label="Days it lasts"
            node={node.bars}
            onChange={(bars) => onChange({ ...node, bars })}
          />
          <span>
            {unit}s{durationOf(node) === 'in a row' ? ' in a row' : ''}
          </span>
        </>
      );
    case 'scope':
      return (
        <>
          <span>on</span>
          <InstrumentField
            label="Instrument of the condition"
            symbol={node.instrument}
            onChange={(instrument) => onChange({ ...node, instrument })}
          />
          <span>(</span>
          <Condition node={node.of} onChange={(of) => onChange({ ...node, of })} />
          <span>)</span>
        </>
      );
    case 'and':
    case 'or':
      return (
        <span className="inline-flex flex-wrap items-center gap-1 border-l-2 border-hairline pl-1.5">
          {node.parts.map((part, k) => (
            <span key={k} className="inline-flex flex-wrap items-center gap-1">
              {k > 0 && <span className="text-soft">{node.kind}</span>}
              <Nested
                node={part}
                onChange={(next) =>
                  onChange({ ...node, parts: node.parts.map((p, n) => (n === k ? next : p)) })
                }
              />
            </span>
          ))}
        </span>
      );
    case 'off':
      return (
        <span className="line-through opacity-60">
          <Condition node={node.of} onChange={(of) => onChange({ ...node, of })} />
        </span>
      );
    default:
      return <Value node={node} label="the value" conditions onChange={onChange} />;
  }
}

function Nested({ node, onChange }: ConditionProps) {
  if (node.kind !== 'and' && node.kind !== 'or') return <Condition node={node} onChange={onChange} />;
  return (
    <>
      <span>(</span>
      <Condition node={node} onChange={onChange} />
      <span>)</span>
    </>
  );
}

const FORM_CHOICES = FORMS.map((form) => [form, form] as const);

function Formed({ node, onChange }: { node: FormedCondition; onChange: (node: Node) => void }) {
  const { unit } = useBlocks();
  const left = node.kind === 'comparison' ? node.left : node.of;
  const setLeft = (value: Node): void => {
    // A condition picked where a value stood is the whole condition.
    if (isCondition(value)) onChange(value);
    else onChange(node.kind === 'comparison' ? { ...node, left: value } : { ...node, of: value });
  };
  return (
    <>
      <Value node={left} label="the first value" conditions onChange={setLeft} />
      <Select
        label="Comparison"
        look="word"
        className="word-comparator"
        value={formOfCondition(node)}
        choices={FORM_CHOICES}
        onChange={(form) => onChange(inForm(node, form))}
      />
      {node.kind === 'comparison' && (
        <Value
          node={node.right}
          label="the second value"
          onChange={(right) => onChange({ ...node, right: firstNumber(node.right, right, node.left) })}
        />
      )}
      {node.kind === 'comparison' && <UnitNote value={node.left} number={node.right} unit={unit} />}
      {node.kind === 'between' && (
        <>
          <Value node={node.low} label="the lower value" onChange={(low) => onChange({ ...node, low })} />
          <span>and</span>
          <Value node={node.high} label="the upper value" onChange={(high) => onChange({ ...node, high })} />
        </>
      )}
      {node.kind === 'moving' && (
        <>
          <span>for</span>
          <RuleNumber
            label="Days in the same direction"
            node={node.bars ?? numberNode('1')}
            onChange={(bars) => onChange({ ...node, bars })}
          />
          <span>{unit}s</span>
        </>
      )}
      {node.kind === 'extreme' && (
        <>
          <RuleNumber
            label="Days looked at"
            node={node.bars}
            onChange={(bars) => onChange({ ...node, bars })}
          />
          <span>{unit}s</span>
        </>
      )}
    </>
  );
}

/** A number that has just been picked beside a value begins as one of its kind: 10% beside a return, not 1,000%. */
function firstNumber(before: Node, now: Node, beside: Node): Node {
  if (before.kind !== 'hole' || now.kind !== 'number' || now.text !== PICKED) return now;
  const unit = unitOf(beside);
  const text = unit === 'fraction' ? '10%' : unit === 'percent-scale' ? '50' : unit === 'bars' ? '5' : PICKED;
  return numberFromText(text) ?? now;
}

/** What a plain number beside a measure is counted in: “0.5” beside a return is 50%. */
function UnitNote({ value, number, unit }: { value: Node; number: Node; unit: string }) {
  if (number.kind !== 'number') return null;
  const words = {
    fraction: number.text.endsWith('%') ? undefined : `= ${percent(number.value, 0)}`,
    'percent-scale': 'of 100',
    bars: `${unit}s`,
    shares: 'shares',
    money: 'of money',
    price: undefined,
  }[unitOf(value) ?? 'price'];
  return words ? <span className="text-soft">{words}</span> : null;
}

/** What is picked in place of a condition; a value becomes the first value of a comparison. */
function asCondition(node: Node): Node {
  if (isCondition(node)) return node;
  return { kind: 'comparison', comparator: 'is above', left: node, right: HOLE, place: node.place };
}
