// Imports run one way: apps -> files, skerry -> core. Core imports nothing but itself and its parser.
/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'core-imports-only-itself',
      comment:
        'The computation is pure: no file, no browser, no clock. Chevrotain reads rule text, noble hashes data.',
      severity: 'error',
      from: { path: '^packages/core/src' },
      to: { pathNot: ['^packages/core/src', '^node_modules/(@chevrotain/|chevrotain|@noble/hashes)'] },
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
      comment:
        'A package is used through its index or another of the entries that its package.json names; only its own tests reach inside.',
      severity: 'error',
      from: { path: '^(apps|packages)/([^/]+)/' },
      to: {
        path: '^packages/[^/]+/src/',
        pathNot: [
          '^packages/$2/',
          '^packages/[^/]+/src/index.ts$',
          '^packages/core/src/version.ts$',
          '^packages/files/src/run-export.ts$',
        ],
      },
    },
    {
      name: 'no-node-in-packages',
      severity: 'error',
      from: { path: '^packages/[^/]+/src' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'page-models-are-pure',
      comment: 'What a sheet, a logbook entry or a kept run is needs no store, no worker and no screen.',
      severity: 'error',
      from: { path: '^apps/web/model' },
      to: { path: '^apps/web/(?!model/)|^node_modules/(react|next|dexie|zustand)' },
    },
    {
      name: 'parts-of-the-screen-know-no-store',
      severity: 'error',
      from: { path: '^apps/web/ui' },
      to: { path: '^apps/web/(?!ui/)' },
    },
    {
      name: 'store-knows-models-only',
      severity: 'error',
      from: { path: '^apps/web/store' },
      to: { path: '^apps/web/(?!store/|model/)' },
    },
    {
      name: 'sources-know-models-only',
      severity: 'error',
      from: { path: '^apps/web/sources' },
      to: { path: '^apps/web/(?!sources/|model/)' },
    },
    {
      name: 'workers-know-no-screen',
      comment: 'A client may save what its worker made as a file.',
      severity: 'error',
      from: { path: '^apps/web/workers' },
      to: { path: '^apps/web/(?!workers/|store/|model/|sources/)' },
    },
    {
      name: 'shared-parts-know-no-feature',
      severity: 'error',
      from: { path: '^apps/web/parts' },
      to: { path: '^apps/web/(features|app)/' },
    },
    {
      name: 'features-do-not-look-into-each-other',
      severity: 'error',
      from: { path: '^apps/web/features/([^/]+)/' },
      to: { path: '^apps/web/(app/|features/(?!$1/))' },
    },
    {
      name: 'the-store-by-its-repositories',
      comment: 'The database is opened by store and workers; the screen asks them.',
      severity: 'error',
      from: { path: '^apps/web/(features|parts|app)' },
      to: { path: '^apps/web/store/database.ts' },
    },
    {
      name: 'types-from-models-not-from-workers',
      comment: 'Only its own client names a worker’s file.',
      severity: 'error',
      from: { path: '^apps/web/(features|parts|store|model|ui|app)' },
      to: { path: '^apps/web/workers/[^/]*\\.worker\\.ts$' },
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
