import type { ConditionOnDay } from '@plateau/core';
import { Check, Minus, X } from 'lucide-react';
import { ratio } from '@/ui/format.ts';

const RULES: Readonly<Record<string, string>> = {
  'long.enter': 'Enter when',
  'long.exit': 'Exit when',
  'short.enter': 'Enter short when',
  'short.exit': 'Exit short when',
};

/** A setting's path in the words of the sheet. */
export function ruleName(path: string): string {
  return RULES[path] ?? path;
}

/** Conditions of a rule on one day: whether each held, and the values it read. */
export function Conditions({ name, rows }: { name: string; rows: readonly ConditionOnDay[] }) {
  return (
    <table aria-label={name} className="justify-self-start">
      <caption className="text-left font-semibold">{name}</caption>
      <tbody>
        {rows.map(({ text, depth, truth, values }, k) => (
          <tr key={`${k} ${text}`} className="border-b border-hairline align-top">
            <td className="pt-0.5 pr-2">
              <Truth truth={truth} />
            </td>
            <td className="pr-4" style={{ paddingLeft: `${depth}rem` }}>
              {text}
            </td>
            <td className="text-soft">
              {values.map((v) => `${v.text} ${ratio(v.value, Math.abs(v.value) < 1 ? 4 : 2)}`).join('; ')}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Whether a condition held, by shape, colour and word. */
export function Truth({ truth }: { truth: boolean | undefined }) {
  const [Icon, words, colour] =
    truth === undefined
      ? ([Minus, 'undefined', 'text-soft'] as const)
      : truth
        ? ([Check, 'held', 'text-gain'] as const)
        : ([X, 'did not hold', 'text-loss'] as const);
  return (
    <span className={colour}>
      <Icon size={14} aria-hidden />
      <span className="sr-only">{words}</span>
    </span>
  );
}
