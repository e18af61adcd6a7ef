// Imports run one way: apps -> files, skerry -> core. Core imports nothing but itself and its parser.
/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core-imports-only-itself',
      comment: 'The computation is pure: no file, no browser, no clock. Chevrotain reads rule text.',
      severity: 'error',
      from: { path: '^packages/core/src' },
      to: { pathNot: ['^packages/core/src', '^node_modules/(@chevrotain/|chevrotain)'] },
    },
    {
      name: 'language-knows-no-evaluation',
      comment: 'Text, tree and print are read without a market.',
      severity: 'error',
      from: { path: '^packages/core/src/language' },
      to: { path: '^packages/core/src/(evaluation|simulation|statistics|inspect|quality)' },
    },
    {
      name: 'evaluation-knows-no-simulation',
      severity: 'error',
      from: { path: '^packages/core/src/evaluation' },
      to: { path: '^packages/core/src/(simulation|statistics|inspect)' },
    },
    {
      name: 'files-and-skerry-import-core-only',
      severity: 'error',
      from: { path: '^packages/(files|skerry)/src' },
      to: { path: ['^apps/', '^packages/(?!core/|$1/)'] },
    },
    {
      name: 'packages-know-no-apps',
      severity: 'error',
      from: { path: '^packages/' },
      to: { path: '^apps/' },
    },
    {
      name: 'by-the-public-face',
      comment: 'A package is used through its index; only its own tests reach inside.',
      severity: 'error',
      from: { path: '^(apps|packages)/([^/]+)/' },
      to: { path: '^packages/[^/]+/src/', pathNot: ['^packages/$2/', '^packages/[^/]+/src/index.ts$'] },
    },
    {
      name: 'no-node-in-packages',
      severity: 'error',
      from: { path: '^packages/[^/]+/src' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'no-next-outside-web',
      severity: 'error',
      from: { pathNot: '^apps/web' },
      to: { path: '^node_modules/(next|react|recharts|dexie)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.next|/public/|test/golden' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: require('node:path').join(__dirname, 'apps/web/tsconfig.json') },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types', 'default'] },
  },
};
