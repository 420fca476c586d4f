/** Imports point one way; see docs/architecture.md. */
const room = (name) => `^src/${name}/`;
const only = (from, allowed) => ({
  name: `${from}-imports`,
  severity: 'error',
  comment: `${from} may import only: ${allowed.join(', ') || 'nothing of the other rooms'}`,
  from: { path: room(from), pathNot: '\\.test\\.ts$' },
  to: { path: '^(src|demo|e2e|bench|tests)/', pathNot: [from, ...allowed].map(room) },
});
module.exports = {
  forbidden: [
    only('core', []),
    only('schema', ['core']),
    only('db', ['schema']),
    only('server', ['core', 'db', 'schema']),
    only('ui', ['core', 'schema']),
    only('app', ['server', 'ui', 'schema']),
    only('cli', ['core', 'schema', 'server']),
    {
      name: 'core-stands-alone',
      severity: 'error',
      comment: 'the core uses no package and no part of Node',
      from: { path: room('core'), pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'] },
    },
    { name: 'no-circles', severity: 'error', from: { path: '^src/' }, to: { circular: true } },
  ],
  options: { tsConfig: { fileName: 'tsconfig.json' }, doNotFollow: { path: 'node_modules' }, tsPreCompilationDeps: true },
};
