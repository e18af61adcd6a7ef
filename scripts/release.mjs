// npm run release -- 0.3.0: puts one version into every package and closes the changelog's “Next”. Commit and tag follow by hand.

import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');
const [version = ''] = process.argv.slice(2);
if (!/^\d+\.\d+\.\d+$/.test(version)) {
  console.error('Name the version: npm run release -- 0.3.0');
  process.exit(2);
}
const changelog = join(root, 'CHANGELOG.md');
const text = readFileSync(changelog, 'utf8');
if (!text.includes('## Next\n')) {
  console.error('CHANGELOG.md has nothing under “## Next”.');
  process.exit(2);
}

const folders = ['packages', 'apps'].flatMap((part) =>
  readdirSync(join(root, part)).map((name) => join(root, part, name)),
);
for (const folder of [root, ...folders]) {
  const file = join(folder, 'package.json');
  writeFileSync(file, readFileSync(file, 'utf8').replace(/"version": "[^"]*"/, `"version": "${version}"`));
}
const day = new Date().toISOString().slice(0, 10);
writeFileSync(changelog, text.replace('## Next\n', `## Next\n\n## ${version}, ${day}\n`));
// The lock file names the versions too.
execFileSync('npm', ['install', '--package-lock-only', '--no-audit', '--no-fund'], {
  cwd: root,
  stdio: 'inherit',
});
console.log(`All packages are ${version}. Look at the change, commit it, and tag it v${version}.`);
