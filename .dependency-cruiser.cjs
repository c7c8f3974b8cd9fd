const only = (name, from, to) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: '(\\.test\\.tsx?$|/test/)' },
  to,
});

/** A folder says what it may touch: core ← contracts ← server, client; sim and bench see all but client. */
module.exports = {
  forbidden: [
    only('core knows nobody', '^core/', { path: '^(contracts|server|client|sim|bench|e2e)/' }),
    only('core does no input or output', '^core/', { dependencyTypes: ['core'] }),
    only('contracts know core only', '^contracts/', {
      path: '^(server|client|sim|bench|e2e)/',
    }),
    only('server knows core and contracts', '^server/', { path: '^(client|sim|bench|e2e)/' }),
    only('client never imports server', '^client/', { path: '^(server|sim|bench|e2e)/' }),
    only('nobody imports client', '^(sim|bench)/', { path: '^client/' }),
    only('a feature is entered by its index', '^client/features/([^/]+)/', {
      path: '^client/features/[^/]+/',
      pathNot: [
        '^client/features/$1/',
        '^client/features/[^/]+/index\\.tsx?$',
        '^client/features/approval/store\\.ts$',
      ],
    }),
    only('routes hold no logic', '^client/app/', {
      path: '^client/(ui|api)/',
      pathNot: '^client/app/',
    }),
    {
      name: 'no circles',
      severity: 'error',
      from: { pathNot: 'node_modules' },
      to: {
        circular: true,
        dependencyTypesNot: ['type-only'],
        viaOnly: { dependencyTypesNot: ['type-only'] },
      },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|dist\\.new|node_modules|\\.expo)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.deps.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.cjs', '.json'],
    },
  },
};
