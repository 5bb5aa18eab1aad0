/** What may not be: circles of files, not even for a type, and of folders of the server. Who may import whom is held by src/architecture.test.ts. */
module.exports = {
  forbidden: [
    { name: 'no-circle-of-files', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'no-circle-of-folders',
      comment: 'Use cases share their work with each other, and so do views: each counts as one folder.',
      severity: 'error',
      scope: 'folder',
      from: { path: '^src/server/', pathNot: '^src/server/(usecases|queries)' },
      to: { path: '^src/server/', pathNot: '^src/server/(usecases|queries)', circular: true },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.test\\.tsx?$' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      conditionNames: ['import', 'types'],
      extensions: ['.ts', '.tsx', '.mjs', '.astro', '.css'],
    },
  },
};
