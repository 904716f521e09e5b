const { CHECKS } = require('./client/babel.config.js');

/**
 * The floors of the core, lowest first; chapters in the order people work. A folder may use what stands before it and itself, never what stands after.
 * A new folder has to be named here: what is not named may not be used.
 */
const floors = [
  'units',
  'chance',
  'lp',
  'rules',
  'catalogue',
  'job',
  'people',
  'book',
  'proof',
  'geometry',
  'existing',
  'clearance',
  'alignment',
  'trench',
  'ground',
  'protection',
  'machine',
  'spoil',
  'purposes',
  'boring',
  'plan',
  'estimate',
  'order',
  'words',
  'issue',
  'dig',
  'lay',
  'fill',
  'site',
  'gates',
  'record',
  'studies',
  'practice',
  'formats',
  'office',
  'demo',
];

/** Tests may look at anything. */
const TESTS = '\\.(test|bench)\\.ts$|/testing\\.ts$|\\.testing\\.ts$';

module.exports = {
  forbidden: [
    ...floors.map((floor, index) => ({
      name: `core-${floor}-uses-lower-floors-only`,
      severity: 'error',
      from: { path: `^core/src/${floor}/`, pathNot: TESTS },
      to: {
        path: '^core/src/',
        pathNot: `^core/src/(${floors.slice(0, index + 1).join('|')})/`,
        // Geometry tells the shape of a wall; the schema says what a wall is.
        dependencyTypesNot: ['type-only'],
      },
    })),
    {
      name: 'core-folders-are-floors',
      comment: 'Only the list of everything stands beside the floors.',
      severity: 'error',
      from: {
        path: `^core/src/(?!(${floors.join('|')})/|(index|testing|crew\\.testing|highs\\.testing|generators\\.testing|main\\.bench)\\.ts)`,
      },
      to: {},
    },
    {
      name: 'core-is-pure',
      comment: 'No React, no Node, no I/O: only these libraries.',
      severity: 'error',
      from: { path: '^core/src', pathNot: TESTS },
      to: { pathNot: '^core/src|node_modules/(zod|papaparse|@types/papaparse|date-fns|fast-xml-parser|ics|ts-fsrs|@tarikjabiri/dxf)/' },
    },
    { name: 'nobody-reaches-into-a-neighbour', severity: 'error', from: { path: '^(client|cli)/' }, to: { path: '^server/' } },
    { name: 'server-knows-no-client', severity: 'error', from: { path: '^server/' }, to: { path: '^(client|cli)/' } },
    {
      name: 'first-screen-stays-small',
      comment: 'What loads with the list of jobs takes chapters (@tamper/core/merge), never the whole core.',
      severity: 'error',
      from: { path: '^client/src/(app|data|ui|theme|features/jobs)/', pathNot: '\\.test\\.' },
      to: { path: '^core/src/index\\.ts$', dependencyTypesNot: ['type-only'] },
    },
    { name: 'routes-only-route', severity: 'error', from: { path: '^client/src/app/' }, to: { path: '^(core|client/src/data)/' } },
    {
      // A page that opens a run would wait for them: those of CHECKS read them when something is first checked. A kind of entry takes two of them as they are.
      name: 'forms-of-documents-are-read-when-used',
      severity: 'error',
      from: { path: '^core/src/', pathNot: [TESTS, CHECKS.source, '^core/src/(job/schema/|book/kinds/(exposure|steps)\\.ts)'] },
      to: { path: '^core/src/job/schema/', pathNot: 'basics\\.ts$', dependencyTypesNot: ['type-only'] },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
    { name: 'resolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types', 'react-native'],
      mainFields: ['module', 'main', 'types'],
    },
  },
};
