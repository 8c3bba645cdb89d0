// Who may import whom. `to` lists what a folder may reach besides itself and npm packages.
const floors = {
  core: [],
  repertoire: ['core'],
  cli: ['core', 'repertoire'],
  data: ['core', 'repertoire'],
  design: ['core'],
  'platform/server': ['data', 'core'],
  'platform/browser': ['core'],
};
/** Floors of the core, from the ground up: a folder imports from those before it alone. */
const coreFloors = [
  'anatomy',
  'body',
  'breathing',
  'springs',
  'figure',
  'alignment',
  'load',
  'motion',
  'knowledge',
  'corrections',
  'progression',
  'planning',
  'book',
  'agreement',
  'eye',
];
const own = (folder) => `^src/${folder}/`;
const ownInCore = (folder) => own(`core/${folder}`);
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'resolves', severity: 'error', from: {}, to: { couldNotResolve: true } },
    ...Object.entries(floors).map(([folder, may]) => ({
      name: `${folder}-reaches-only-down`,
      severity: 'error',
      from: { path: own(folder), pathNot: '\\.test\\.tsx?$' },
      to: { path: '^src/', pathNot: [own(folder), ...may.map(own)] },
    })),
    {
      name: 'core-ground-stands-alone',
      severity: 'error',
      from: { path: '^src/core/[^/]+\\.ts$', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/[^/]+/' },
    },
    ...coreFloors.map((folder, i) => ({
      name: `core-${folder}-reaches-only-down`,
      severity: 'error',
      from: { path: ownInCore(folder), pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/[^/]+/', pathNot: [ownInCore(folder), ...coreFloors.slice(0, i).map(ownInCore)] },
    })),
    {
      name: 'core-folders-have-a-floor',
      severity: 'error',
      from: {},
      to: { path: '^src/core/[^/]+/', pathNot: coreFloors.map(ownInCore) },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: own('core'), pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-has-no-interface',
      severity: 'error',
      from: { path: own('core') },
      to: { path: 'node_modules/(react|next|sequelize|styled-components)' },
    },
    {
      name: 'features-keep-apart',
      severity: 'error',
      from: { path: '^src/features/([^/]+)/' },
      to: { path: '^src/features/', pathNot: '^src/features/$1/' },
    },
    { name: 'features-below-app', severity: 'error', from: { path: own('features') }, to: { path: own('(app|cli)') } },
    {
      name: 'app-only-routes',
      severity: 'error',
      from: { path: own('app') },
      to: { path: '^src/', pathNot: [own('app'), own('features'), own('platform'), own('design')] },
    },
    {
      name: 'queries-only-in-data',
      severity: 'error',
      from: { path: '^src/', pathNot: own('data') },
      to: { path: 'node_modules/(sequelize|mariadb|umzug)/' },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
