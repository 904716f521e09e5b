/** Chapters of the core in the order people work; each may use itself, the foundations and earlier ones. */
const chapters = ['clear', 'line', 'makeup', 'ground', 'guard', 'machine', 'spoil'];
/** What every chapter stands on, lowest first. */
const foundations = ['units', 'chance', 'rules', 'catalogue', 'job', 'geometry', 'lp'];

/** Tests may look at anything. */
const TESTS = '\\.test\\.ts$|/testing\\.ts$|\\.testing\\.ts$';

const later = chapters.map((chapter, index) => ({
  name: `core-${chapter}-uses-earlier-chapters-only`,
  severity: 'error',
  from: { path: `^core/src/${chapter}/`, pathNot: TESTS },
  to: {
    path: `^core/src/(${[...chapters.slice(index + 1), 'formats', 'plan', 'section', 'scene', 'options', 'order', 'sequence', 'alternatives', 'strike', 'flips', 'office', 'demo'].join('|')})`,
  },
}));

module.exports = {
  forbidden: [
    ...later,
    {
      name: 'core-foundations-know-no-chapter',
      severity: 'error',
      from: { path: `^core/src/(${foundations.join('|')})/`, pathNot: TESTS },
      to: {
        path: `^core/src/(${chapters.join('|')}|formats|plan|section|scene|options|order|sequence|alternatives|strike|flips|office)`,
        dependencyTypesNot: ['type-only'],
      },
    },
    {
      name: 'core-is-pure',
      comment: 'No React, no Node, no I/O: only these libraries.',
      severity: 'error',
      from: { path: '^core/src', pathNot: TESTS },
      to: { pathNot: '^core/src|node_modules/(zod|papaparse|@types/papaparse|date-fns|fast-xml-parser|ics|@tarikjabiri/dxf)/' },
    },
    { name: 'nobody-reaches-into-a-neighbour', severity: 'error', from: { path: '^(client|cli)/' }, to: { path: '^server/' } },
    { name: 'server-knows-no-client', severity: 'error', from: { path: '^server/' }, to: { path: '^(client|cli)/' } },
    {
      name: 'first-screen-stays-small',
      comment: 'Outside the run screen import chapters (@tamper/core/job), not the whole core: shared modules load with the first screen.',
      severity: 'error',
      from: { path: '^client/src', pathNot: '^client/src/(features/run|drawing|workers|testing)/|\\.test\\.' },
      to: { path: '^core/src/index\\.ts$', dependencyTypesNot: ['type-only'] },
    },
    { name: 'routes-only-route', severity: 'error', from: { path: '^client/src/app/' }, to: { path: '^(core|client/src/data)/' } },
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
