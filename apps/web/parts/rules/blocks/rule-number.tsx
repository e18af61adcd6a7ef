'use client';

import type { NumberNode } from '@plateau/core';
import { clsx } from 'clsx';
import { useEffect, useState } from 'react';
import { DialButton } from './dial-button.tsx';
import { numberFromText } from './nodes.ts';

interface RuleNumberProps {
  readonly label: string;
  readonly node: NumberNode;
  readonly onChange: (node: NumberNode) => void;
}

const textOfNumber = (node: NumberNode): string => (node.kind === 'number' ? node.text : `{${node.name}}`);

/** A number of a rule, or a dial in its place. What is no number stays in the field, marked, until it is one. */
export function RuleNumber({ label, node, onChange }: RuleNumberProps) {
  const given = textOfNumber(node);
  const [text, setText] = useState(given);
  useEffect(() => setText(given), [given]);
  const reads = numberFromText(text) !== undefined;
  return (
    <span className="group/number relative inline-flex items-center">
      <input
        type="text"
        inputMode="decimal"
        aria-label={label}
        aria-invalid={!reads || undefined}
        value={text}
        title={reads ? undefined : 'Write a number such as 20, 1.5, 10% or 200k, or a dial such as {pull}.'}
        style={{ width: `${Math.max(2, text.length) + 1}ch` }}
        onChange={(event) => {
          setText(event.target.value);
          const next = numberFromText(event.target.value);
          if (next) onChange(next);
        }}
        className={clsx(
          'rounded-sm border bg-raised text-center',
          node.kind === 'dial' ? 'text-accent' : 'word-number',
          reads ? 'border-hairline hover:border-strong' : 'border-loss',
        )}
      />
      <DialButton label={label} node={node} onChange={onChange} />
    </span>
  );
}
