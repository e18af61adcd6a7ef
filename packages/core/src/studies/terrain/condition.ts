// A strategy with one condition of a rule switched off.

import { removeAt } from '../../language/edit.ts';
import { parseRule } from '../../language/parse.ts';
import { printRule } from '../../language/print.ts';
import type { Problem } from '../../simulation/request.ts';
import { withSetting } from '../../strategy/grid.ts';
import type { Strategy } from '../../strategy/strategy.ts';

const RULES = ['long.enter', 'long.exit', 'short.enter', 'short.exit'];

/**
 * @param rule the rule's path, such as `long.enter`
 * @param number the condition among the parts of the rule's outermost group, from 1
 */
export function withoutCondition(
  strategy: Strategy,
  { rule, number }: { readonly rule: string; readonly number: number },
): { readonly ok: true; readonly value: Strategy } | { readonly ok: false; readonly problem: Problem } {
  const fault = (message: string) => ({ ok: false, problem: { path: rule, message } }) as const;
  const [side, part] = rule.split('.');
  const text = RULES.includes(rule) ? strategy[side as 'long']?.[part as 'enter'] : undefined;
  if (!text) return fault(`The strategy has no rule “${rule}” to switch a condition of off.`);
  const parsed = parseRule(text, strategy.bars);
  if (!parsed.ok) return fault(parsed.problem.message);
  const { tree } = parsed;
  if (tree.kind !== 'and' && tree.kind !== 'or')
    return fault('A rule of one condition has none to switch off.');
  if (!(number >= 1 && number <= tree.parts.length)) {
    return fault(`The rule has ${tree.parts.length} conditions, and no number ${number}.`);
  }
  const left = removeAt(tree, [number - 1]);
  if (!left) return fault('Nothing would be left of the rule.');
  return { ok: true, value: withSetting(strategy, rule.split('.'), printRule(left, strategy.bars)) };
}

/** Every condition that can be switched off by itself, as it is written. */
export function conditionsOf(
  strategy: Strategy,
): { readonly rule: string; readonly number: number; readonly text: string }[] {
  return RULES.flatMap((rule) => {
    const [side, part] = rule.split('.');
    const text = strategy[side as 'long']?.[part as 'enter'];
    const parsed = text ? parseRule(text, strategy.bars) : undefined;
    if (!parsed?.ok || (parsed.tree.kind !== 'and' && parsed.tree.kind !== 'or')) return [];
    return parsed.tree.parts.map((one, k) => ({ rule, number: k + 1, text: printRule(one, strategy.bars) }));
  });
}
