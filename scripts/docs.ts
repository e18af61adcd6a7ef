// npm run docs: writes the measure table of docs/rule-language.md from the catalogue.

import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { catalogue, formOf, otherNamesOf } from '@plateau/core';

const file = join(import.meta.dirname, '../docs/rule-language.md');
const BEGIN = '<!-- measures -->';
const END = '<!-- /measures -->';

const rows = catalogue.map((m) => {
  const sample = [10, 20, 5].slice(0, m.windows.length);
  const warmUp = m.windows.length > 0 ? `${m.warmUp(sample)} at ${sample.join('/')}` : String(m.warmUp([]));
  const also = otherNamesOf(m.phrase).join(', ');
  return `| ${formOf(m)} | ${m.formula.replaceAll('|', '\\|')} | ${warmUp} | ${m.unit} | ${also} | ${m.source} |`;
});
const table = [
  '| text | meaning | undefined bars | unit | also called | source |',
  '|---|---|---|---|---|---|',
  ...rows,
].join('\n');
const text = readFileSync(file, 'utf8');
const [before = '', rest = ''] = text.split(BEGIN);
const after = rest.split(END)[1] ?? '\n';
writeFileSync(file, `${before}${BEGIN}\n${table}\n${END}${after}`);
