// npm run docs: writes the measure table of docs/rule-language.md from the catalogue.

import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { catalogue, formOf, otherNamesOf } from '@plateau/core';

const file = join(import.meta.dirname, '../docs/rule-language.md');
const BEGIN = '<!-- measures -->';
const END = '<!-- /measures -->';
/** Windows to tell warm-ups for. */
const SAMPLE = [10, 20, 5] as const;

const rows = catalogue.map((m) => {
  const bars = m.warmUp(SAMPLE);
  const warmUp =
    m.windows.length > 0 ? `${bars} at ${SAMPLE.slice(0, m.windows.length).join('/')}` : `${bars}`;
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
