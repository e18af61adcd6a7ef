'use client';

import type { Problem } from '@plateau/core';
import { parseRule, printRule, readOutline } from '@plateau/core';
import Joi from 'joi';
import { useMemo, useState } from 'react';
import type { Field } from '@/model/sheet/field.ts';
import { useSetting } from '@/store/setting.ts';
import { late } from '@/ui/late.tsx';
import { BlocksContext, useBlocks } from './blocks/context.ts';
import { HOLE } from './blocks/nodes.ts';
import { RuleBlocks } from './blocks/rule-blocks.tsx';
import { Value } from './blocks/value.tsx';

// A sheet shows its rules as blocks until text is asked for.
const RuleEditor = late('The editor', () => import('./rule-editor.tsx').then((m) => m.RuleEditor), {
  meanwhile: <div className="h-7" />,
});

export type RuleView = 'blocks' | 'text';

/** How rules are shown on every sheet: by blocks to point at, or as text to type. */
export const useRuleView = () => useSetting<RuleView>('rule view', Joi.valid('blocks', 'text'), 'blocks');

interface RuleFieldProps {
  readonly id: string;
  readonly field: Field;
  readonly text: string;
  readonly problems: readonly Problem[];
  readonly onChange: (text: string) => void;
}

/** A rule or a value, by blocks or by text: both write the same text. Text that does not read can only be typed. */
export function RuleField({ id, field, text, problems, onChange }: RuleFieldProps) {
  const [view] = useRuleView();
  const outer = useBlocks();
  const position = field.key.endsWith('.exit');
  const setting = useMemo(
    () => ({ ...outer, position, shares: outer.sharesOf(field.key, text) }),
    [outer, position, field.key, text],
  );
  const editor = (
    <RuleEditor
      id={id}
      label={field.label}
      text={text}
      hint={field.hint}
      problems={problems}
      onChange={onChange}
    />
  );
  // What is typed as text stays text until it is left, though it reads in between: the hand is not taken off it.
  const [typing, setTyping] = useState(false);
  if (view === 'text') return editor;
  const reads = readsAsBlocks(field, text, outer.unit);
  if (typing || !reads) {
    return (
      <div
        role="group"
        aria-label={`${field.label}, as text`}
        onFocus={() => setTyping(true)}
        onBlur={({ currentTarget, relatedTarget }) => {
          if (!currentTarget.contains(relatedTarget)) setTyping(false);
        }}
      >
        {editor}
        {!reads && (
          <p className="text-soft">Text that does not read yet can only be typed; it is kept as it is.</p>
        )}
      </div>
    );
  }
  const blocks =
    field.kind === 'rule' ? (
      <RuleBlocks
        label={field.label}
        text={text}
        weather={field.key.endsWith('.enter')}
        onChange={onChange}
      />
    ) : (
      <ValueBlocks label={field.label} text={text} hint={field.hint} onChange={onChange} />
    );
  return <BlocksContext value={setting}>{blocks}</BlocksContext>;
}

interface ValueBlocksProps {
  readonly label: string;
  readonly text: string;
  readonly hint: string | undefined;
  readonly onChange: (text: string) => void;
}

/** Whether the text can be shown as blocks. */
function readsAsBlocks({ kind }: Field, text: string, unit: 'day' | 'week' | 'month'): boolean {
  if (kind === 'rule') return readOutline(text, unit).ok;
  return text.trim() === '' || parseRule(text, unit).ok;
}

function ValueBlocks({ label, text, hint, onChange }: ValueBlocksProps) {
  const { unit } = useBlocks();
  const parsed = text.trim() === '' ? undefined : parseRule(text, unit);
  if (parsed && !parsed.ok) return null;
  return (
    <div role="group" aria-label={`${label}, as blocks`} className="flex flex-wrap items-center gap-1 py-1">
      <Value
        node={parsed?.tree ?? HOLE}
        label={label.toLowerCase()}
        onChange={(node) => onChange(node.kind === 'hole' ? '' : printRule(node, unit))}
      />
      {!parsed && hint && <span className="text-soft">{hint}</span>}
      {parsed && (
        <button
          type="button"
          aria-label={`Leave ${label.toLowerCase()} empty`}
          className="min-h-[1.85rem] min-w-[1.85rem] text-soft hover:text-ink"
          onClick={() => onChange('')}
        >
          ×
        </button>
      )}
    </div>
  );
}
