/**
 * The one-way streets of the house: model → patterns → fills, build-ups, endings → form → timeline → MIDI.
 * @type {import('dependency-cruiser').IConfiguration}
 */
const floors = [
  'time|random',
  'hit',
  'rule',
  'song',
  'pattern|feel|kit',
  'fill|build-up|ending',
  'form',
  'timeline',
  'midi',
  'receiver|notation|fold|target',
];
const oneWay = floors.slice(0, -1).map((folder, i) => ({
  name: `core-one-way-${folder.replace('|', '-')}`,
  severity: 'error',
  from: { path: `^packages/core/src/(${folder})/`, pathNot: '\\.test\\.ts$' },
  to: { path: `^packages/core/src/(${floors.slice(i + 1).join('|')})/` },
}));

/** The floors of the page, from the ground up; `api` stands on the ground beside what all share. */
const webFloors = ['shared|api', 'document|session|audio', 'transport', 'rooms', 'app'];
const webOneWay = webFloors.slice(0, -1).map((floor, i) => ({
  name: `web-floors-${floor.replaceAll('|', '-')}`,
  severity: 'error',
  from: { path: `^apps/web/src/(${floor})/`, pathNot: '\\.test\\.tsx?$' },
  to: { path: `^apps/web/src/(${webFloors.slice(i + 1).join('|')})/` },
}));

module.exports = {
  forbidden: [
    ...oneWay,
    ...webOneWay,
    {
      name: 'web-rooms-keep-to-themselves',
      severity: 'error',
      from: { path: '^apps/web/src/rooms/([^/]+)/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^apps/web/src/rooms/', pathNot: '^apps/web/src/rooms/$1/' },
    },
    {
      name: 'tonal-in-harmony-only',
      severity: 'error',
      from: { pathNot: '^packages/core/src/harmony/' },
      to: { path: 'node_modules/(tonal|@tonaljs)/' },
    },
    {
      name: 'midi-bytes-imports-nothing',
      severity: 'error',
      from: { path: '^packages/core/src/midi/bytes/', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^packages/core/src/midi/bytes/' },
    },
    {
      name: 'packages-are-pure',
      severity: 'error',
      from: { path: '^packages/[^/]+/src', pathNot: '\\.test\\.ts$' },
      to: { path: ['^apps/', 'node_modules/(react|react-dom|@mui|@nestjs|typeorm)/'] },
    },
    {
      name: 'packages-no-node',
      severity: 'error',
      from: { path: '^packages/[^/]+/src', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    { name: 'web-not-server', severity: 'error', from: { path: '^apps/web' }, to: { path: '^apps/server' } },
    { name: 'server-not-web', severity: 'error', from: { path: '^apps/server' }, to: { path: '^apps/web' } },
    {
      name: 'core-through-its-index',
      severity: 'error',
      from: { path: '^(apps|bench|e2e)/' },
      to: { path: '^packages/[^/]+/src/(?!index\\.ts$)' },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|\\.tsout)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.tests.json' },
    enhancedResolveOptions: {
      conditionNames: ['@plucky/source', 'import', 'require', 'node', 'default', 'types'],
      exportsFields: ['exports'],
    },
  },
};
