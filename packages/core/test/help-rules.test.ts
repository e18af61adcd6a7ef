// The rules that the help begins with read.

import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { parseRule } from '../src/index.ts';

const text = readFileSync(join(import.meta.dirname, '../../../docs/rule-language.md'), 'utf8');
const rules = [...(text.split('## Grammar')[0] ?? '').matchAll(/^ {4}(.+)$/gm)].map(([, rule = '']) => rule);

it('there are some', () => expect(rules.length).toBeGreaterThan(4));

it.each(rules)('%s', (rule) => expect(parseRule(rule)).toMatchObject({ ok: true }));
