/** Which way imports may point; docs/architecture.md draws the same picture. */
const path = (name) => `^${name}/`;

/** A package may import itself and those named here, and nothing else of ours. */
const ALLOWED = {
  'packages/document': [],
  'packages/kernels': [],
  'packages/imaging': ['packages/document', 'packages/kernels'],
  'packages/steps': ['packages/document', 'packages/kernels', 'packages/imaging'],
  'packages/core': ['packages/document', 'packages/kernels', 'packages/imaging', 'packages/steps'],
  'packages/sight': ['packages/core'],
  'packages/lettering': ['packages/document'],
  'packages/formats': [
    'packages/document',
    'packages/kernels',
    'packages/imaging',
    'packages/core',
  ],
  'packages/engine': [
    'packages/document',
    'packages/kernels',
    'packages/imaging',
    'packages/steps',
    'packages/core',
    'packages/formats',
  ],
  'apps/server': [
    'packages/document',
    'packages/imaging',
    'packages/steps',
    'packages/core',
    'packages/formats',
    'packages/engine',
    'packages/sight',
  ],
  'apps/library': [],
  'apps/web': [
    'packages/document',
    'packages/imaging',
    'packages/steps',
    'packages/core',
    'packages/formats',
    'packages/engine',
    'packages/sight',
    'packages/lettering',
  ],
  demo: ['packages/document', 'packages/lettering'],
  bench: [
    'packages/document',
    'packages/kernels',
    'packages/imaging',
    'packages/steps',
    'packages/core',
    'packages/engine',
    'demo',
  ],
};

/**
 * The rooms of the page, each of which may look into those before it: what the bench knows, plain controls, what is
 * drawn of a picture, the photographs, picks, exposures, chains, readings, tools, what is delivered, actions, the frame, the picture with its tools, stages.
 */
const ROOMS = [
  ['link', 'style'],
  ['bench'],
  ['controls'],
  ['picks', 'shelf'],
  ['find'],
  ['picture'],
  ['exposures'],
  ['chain'],
  ['readings'],
  ['tools'],
  ['deliver'],
  ['actions'],
  ['frame'],
  ['easel'],
  ['stages', 'start'],
];

const room = (names) => `^apps/web/src/(${names.join('|')})/`;

const ours = '^(packages|apps|demo|bench|e2e)/';

module.exports = {
  forbidden: [
    ...Object.entries(ALLOWED).map(([from, to]) => ({
      name: `only-downwards-from-${from.replace('/', '-')}`,
      severity: 'error',
      from: { path: path(from) },
      to: { path: ours, pathNot: [from, ...to].map(path) },
    })),
    ...ROOMS.slice(0, -1).map((names, i) => ({
      name: `no-way-back-from-${names.join('-')}`,
      severity: 'error',
      from: { path: room(names) },
      to: { path: room(ROOMS.slice(i + 1).flat()) },
    })),
    {
      name: 'core-without-platform',
      comment:
        'Document, kernels, imaging, steps and core run anywhere: no Node, no React, no Nest.',
      severity: 'error',
      from: {
        path: '^packages/(document|kernels|imaging|steps|core)/src/',
        pathNot: '\\.(test|test-support)\\.ts$',
      },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-without-interface',
      severity: 'error',
      from: { path: '^packages/' },
      to: { path: 'node_modules/(react|@nestjs|zustand|echarts|konva|sharp)' },
    },
    {
      name: 'page-without-node',
      severity: 'error',
      from: { path: '^apps/web/src/' },
      to: { dependencyTypes: ['core'] },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'tests-stay-out',
      severity: 'error',
      from: { pathNot: '\\.(test|test-support|spec)\\.ts$' },
      to: { path: '\\.(test|test-support|spec)\\.ts$' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'],
    },
  },
};
