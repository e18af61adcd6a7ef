// npm run dev: the app with live reload.

import { ensurePackages, run } from './prepare.mjs';

ensurePackages();
process.exit(run('npm', ['run', 'dev', '--workspace', '@plateau/web']) ? 0 : 1);
