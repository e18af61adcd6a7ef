// The page is put together from the kit: what the kit has, nobody writes again.

import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { describe, expect, it } from 'vitest';

const web = join(import.meta.dirname, '..');
const files = ['app', 'features', 'parts', 'ui', 'store', 'model', 'workers', 'sources'].flatMap((folder) =>
  readdirSync(join(web, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.tsx?$/.test(name))
    .map((name) => join(web, folder, name)),
);

/** Where a text stands, but for the files that may have it. */
function found(text: RegExp, but: RegExp = /^$/): string[] {
  return files
    .filter((file) => !but.test(relative(web, file)) && text.test(readFileSync(file, 'utf8')))
    .map((file) => relative(web, file));
}

describe('the page', () => {
  it('is read', () => {
    expect(files.length).toBeGreaterThan(200);
    expect(found(/Radix\.Root/)).toContain('ui/select.tsx');
  });

  it.each([
    ['lists', /<select\b/],
    ['days', /<input[^>]*type="date"/],
    ['numbers', /<input[^>]*type="number"/],
    ['ticks', /<input[^>]*type="(checkbox|radio)"/],
    ['folds', /<(details|progress)\b/],
  ])('has no %s of the browser’s own', (_what, text) => {
    expect(found(text)).toEqual([]);
  });

  it('hears keys in the kit alone', () => {
    expect(found(/addEventListener\(\s*'key/, /^ui\/use-(keys|arrow-focus)\.ts$/)).toEqual([]);
  });

  it('writes numbers, money and days in one module', () => {
    expect(found(/\bIntl\.|\.toLocale/, /^ui\/format\.ts$/)).toEqual([]);
  });
});
