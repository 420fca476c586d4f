/** Imports point one way; see docs/architecture.md. */
const room = (name) => `^src/${name}/`;
const test = '\\.test\\.tsx?$';
/** A room may import itself and the rooms named, nothing else of this repository. */
const only = (from, allowed) => ({
  name: `${from}-imports`,
  severity: 'error',
  comment: `${from} may import only: ${allowed.join(', ') || 'nothing of the other rooms'}`,
  from: { path: room(from), pathNot: test },
  to: { path: '^(src|demo|e2e|bench|tests)/', pathNot: [from, ...allowed].map(room) },
});
const CORE = ['core'];
const CATALOGUE = [...CORE, 'catalogue'];
const KNOWLEDGE = [...CATALOGUE, 'knowledge'];
const SCHEMA = [...KNOWLEDGE, 'schema'];
const JUDGEMENT = [...SCHEMA, 'judgement'];
const BEHIND_UI = [...JUDGEMENT, 'workers'];
/** The ui's own rooms, each above those it stands on. */
const KIT = ['ui/kit', 'ui/theme'];
const FIELDS = [...KIT, 'ui/fields'];
const PICTURES = ['ui/figures', 'ui/charts'];
const FRAME = [...FIELDS, ...PICTURES, 'ui/layout'];
const JOB = [...FRAME, 'ui/job'];
/** Floors of a room, lowest first: what stands on a floor imports its own and lower ones. */
const floors = (base, names) =>
  names.slice(0, -1).map((name, i) => ({
    name: `${base}-${name}-imports-downwards`,
    severity: 'error',
    comment: `${names.slice(0, i + 1).join(' ← ')} ← …`,
    from: { path: `^src/${base}/${name}/`, pathNot: test },
    to: { path: names.slice(i + 1).map((above) => `^src/${base}/${above}/`) },
  }));
/** What every use case of the server stands on: files of the room itself, below its subjects. */
const GROUND_OF_SERVER = '^src/server/(answer|aside|inLine|delivery|asking|branches|entries|find|transaction)\\.ts$';
const SUBJECTS = ['live', 'compute', 'door', 'book', 'stock', 'keeping', 'machines', 'jobs', 'rides', 'exchange', 'instruments', 'print'];
module.exports = {
  forbidden: [
    only('core', []),
    only('catalogue', CORE),
    only('knowledge', CATALOGUE),
    only('schema', KNOWLEDGE),
    only('judgement', SCHEMA),
    only('workers', JUDGEMENT),
    only('db', CATALOGUE.concat('schema')),
    only('server', [...JUDGEMENT, 'db']),
    only('ui/theme', []),
    only('ui/kit', [...BEHIND_UI, ...KIT]),
    only('ui/fields', [...BEHIND_UI, ...FIELDS]),
    only('ui/figures', [...BEHIND_UI, ...KIT]),
    only('ui/charts', [...BEHIND_UI, ...KIT]),
    only('ui/layout', [...BEHIND_UI, ...FIELDS]),
    only('ui/job', [...BEHIND_UI, ...JOB]),
    only('ui/sheets', [...BEHIND_UI, ...JOB]),
    only('ui/stages', [...BEHIND_UI, ...JOB]),
    only('ui/places', [...BEHIND_UI, ...JOB]),
    only('app', [...JUDGEMENT, 'server', 'ui']),
    only('cli', [...SCHEMA, 'server']),
    ...floors('judgement', ['model', 'aims', 'findings', 'reason', 'ride', 'ground', 'job']),
    ...floors('server', SUBJECTS),
    {
      name: 'subjects-know-no-door-of-the-room',
      severity: 'error',
      comment: 'a subject of the server stands on the files below it, never on the ones that gather them (views, shop)',
      from: { path: `^src/server/(${SUBJECTS.filter((s) => s !== 'print').join('|')})/`, pathNot: test },
      to: { path: '^src/server/[^/]+\\.ts$', pathNot: GROUND_OF_SERVER },
    },
    {
      name: 'ground-of-the-server',
      severity: 'error',
      comment: 'what every use case stands on knows no subject; types of the door alone',
      from: { path: GROUND_OF_SERVER },
      to: { path: '^src/server/[^/]+/', pathNot: '^src/server/door/sessions' },
    },
    {
      name: 'no-stage-imports-another',
      severity: 'error',
      comment: 'a page hands each to the Bench; none knows another',
      from: { path: '^src/ui/(stages|sheets|places)/([^/]+)/' },
      to: { path: '^src/ui/(stages|sheets|places)/', pathNot: '^src/ui/$1/$2/' },
    },
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
