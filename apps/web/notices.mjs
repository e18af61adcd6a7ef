// Part of the web build: what the app is made of besides our own code, with the licences that ask to be shown.

import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const root = join(import.meta.dirname, '../..');
const { packages } = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'));

/** A package's licence as it stands in its folder. */
function licenceIn(folder) {
  const file = readdirSync(folder).find((name) => /^(licen[cs]e|copying)/i.test(name));
  return file ? readFileSync(join(folder, file), 'utf8').trim() : undefined;
}

/** Writes public/notices.txt. */
export function writeNotices() {
  const notices = Object.entries(packages)
    .filter(([path, { dev, link }]) => path.startsWith('node_modules/') && !dev && !link)
    .filter(([path]) => existsSync(join(root, path, 'package.json')))
    .map(([path]) => {
      const folder = join(root, path);
      const { name, version, license } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'));
      return { name, version, text: licenceIn(folder) ?? `Licence: ${license ?? 'not stated'}` };
    })
    .sort((a, b) => a.name.localeCompare(b.name));

  const text = notices
    .map(({ name, version, text }) => `${name} ${version}\n\n${text}\n`)
    .join(`\n${'-'.repeat(72)}\n\n`);
  writeFileSync(join(import.meta.dirname, 'public/notices.txt'), text);
  console.log(`Notices of ${notices.length} packages.`);
}
