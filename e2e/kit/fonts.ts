// The fonts that a test's browser has: those of a package, whatever the machine has installed.

import { mkdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const folder = join(tmpdir(), 'plateau-test-fonts');
const fonts = join(import.meta.dirname, '../../node_modules/@expo-google-fonts/source-sans-3');

/** Where fontconfig, of which Chromium asks its fonts, reads what there is. */
export function fontsFile(): string {
  const file = join(folder, 'fonts.conf');
  mkdirSync(folder, { recursive: true });
  const text = `<fontconfig><dir>${fonts}</dir><cachedir>${join(folder, 'cache')}</cachedir></fontconfig>`;
  writeFileSync(file, `<?xml version="1.0"?>\n<!DOCTYPE fontconfig SYSTEM "fonts.dtd">\n${text}\n`);
  return file;
}
