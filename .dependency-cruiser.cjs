const IS_TEST = '\\.test\\.tsx?$|/testing/';

/**
 * The rooms of core, from the ground up; `plan` and `midi` stand beside each other. Each may reach into the rooms below it,
 * by their indexes.
 * @type {import('dependency-cruiser').IConfiguration}
 */
const coreFloors = ['time', 'song', 'pattern', 'make', 'form', 'play', 'plan|midi', 'fold'];
const oneWay = coreFloors.slice(0, -1).map((floor, i) => ({
  name: `core-floors-${floor.replace('|', '-')}`,
  severity: 'error',
  from: { path: `^packages/core/src/(${floor})/`, pathNot: IS_TEST },
  to: { path: `^packages/core/src/(${coreFloors.slice(i + 1).join('|')})/` },
}));

/** Folders of one room that stand on each other, from the ground up. */
const withinRooms = [
  ['song', ['hit', 'rule']],
  ['make', ['fill', 'build-up']],
  ['play', ['intensity', 'timeline', 'tried', 'perform']],
].flatMap(([room, folders]) =>
  folders.slice(0, -1).map((folder, i) => ({
    name: `core-within-${room}-${folder}`,
    severity: 'error',
    from: { path: `^packages/core/src/${room}/${folder}/`, pathNot: IS_TEST },
    to: { path: `^packages/core/src/${room}/(${folders.slice(i + 1).join('|')})/` },
  })),
);

/** The floors of the page, from the ground up; `api` stands on the ground beside what all share. */
const webFloors = ['shared|api', 'document|session|audio', 'transport', 'rooms', 'app'];
const webOneWay = webFloors.slice(0, -1).map((floor, i) => ({
  name: `web-floors-${floor.replaceAll('|', '-')}`,
  severity: 'error',
  from: { path: `^apps/web/src/(${floor})/`, pathNot: IS_TEST },
  to: { path: `^apps/web/src/(${webFloors.slice(i + 1).join('|')})/` },
}));

/** The floors of the server, from the ground up; the modules that put it together stand in the folder above them. */
const serverFloors = ['database', 'jobs|http', 'shelf|songs', 'exports|imports', 'housekeeping|health'];
const serverOneWay = serverFloors.slice(0, -1).map((floor, i) => ({
  name: `server-floors-${floor.replaceAll('|', '-')}`,
  severity: 'error',
  from: { path: `^apps/server/src/(${floor})/`, pathNot: IS_TEST },
  to: { path: `^apps/server/src/(${serverFloors.slice(i + 1).join('|')})/` },
}));

module.exports = {
  forbidden: [
    ...oneWay,
    ...withinRooms,
    ...[
      ['plan', 'midi'],
      ['midi', 'plan'],
    ].map(([room, beside]) => ({
      name: `core-beside-${room}`,
      severity: 'error',
      from: { path: `^packages/core/src/${room}/`, pathNot: IS_TEST },
      to: { path: `^packages/core/src/${beside}/` },
    })),
    {
      name: 'core-rooms-through-their-index',
      severity: 'error',
      from: { path: '^packages/core/src/([^/]+)/', pathNot: IS_TEST },
      to: { path: '^packages/core/src/[^/]+/(?!index\\.ts$)', pathNot: '^packages/core/src/$1/' },
    },
    {
      name: 'core-no-room-through-its-own-index',
      severity: 'error',
      from: { path: '^packages/core/src/([^/]+)/', pathNot: IS_TEST },
      to: { path: '^packages/core/src/$1/index\\.ts$' },
    },
    {
      name: 'core-has-rooms-only',
      severity: 'error',
      from: { path: '^packages/core/src/', pathNot: IS_TEST },
      to: {
        path: '^packages/core/src/',
        pathNot: '^packages/core/src/(time|song|pattern|make|form|play|plan|midi|fold)/',
      },
    },
    ...serverOneWay,
    {
      name: 'server-floors-stand-on-the-ground',
      severity: 'error',
      from: { path: `^apps/server/src/(${serverFloors.join('|')})/`, pathNot: IS_TEST },
      to: { path: '^apps/server/src/[^/]+\\.ts$', pathNot: '/(config|next-turn)\\.ts$' },
    },
    ...webOneWay,
    {
      name: 'web-rooms-keep-to-themselves',
      severity: 'error',
      from: { path: '^apps/web/src/rooms/([^/]+)/', pathNot: IS_TEST },
      to: { path: '^apps/web/src/rooms/', pathNot: '^apps/web/src/rooms/$1/' },
    },
    {
      name: 'tonal-in-harmony-only',
      severity: 'error',
      from: { pathNot: '^packages/core/src/(song|pattern)/harmony/' },
      to: { path: 'node_modules/(tonal|@tonaljs)/' },
    },
    {
      name: 'midi-bytes-imports-nothing',
      severity: 'error',
      from: { path: '^packages/core/src/midi/bytes/', pathNot: IS_TEST },
      to: { pathNot: '^packages/core/src/midi/bytes/' },
    },
    {
      name: 'packages-are-pure',
      severity: 'error',
      from: { path: '^packages/[^/]+/src', pathNot: IS_TEST },
      to: { path: ['^apps/', 'node_modules/(react|react-dom|@mui|@nestjs|typeorm)/'] },
    },
    {
      name: 'packages-no-node',
      severity: 'error',
      from: { path: '^packages/[^/]+/src', pathNot: IS_TEST },
      to: { dependencyTypes: ['core'] },
    },
    { name: 'web-not-server', severity: 'error', from: { path: '^apps/web' }, to: { path: '^apps/server' } },
    { name: 'server-not-web', severity: 'error', from: { path: '^apps/server' }, to: { path: '^apps/web' } },
    {
      name: 'packages-through-their-indexes',
      severity: 'error',
      from: { path: '^(apps|bench|e2e)/' },
      to: {
        path: ['^packages/core/src/[^/]+/(?!index\\.ts$)', '^packages/(songs|sound)/src/(?!index\\.ts$)'],
      },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(packages|apps)/[^/]+/(dist|\\.tsout)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.tests.json' },
    enhancedResolveOptions: {
      conditionNames: ['@plucky/source', 'import', 'require', 'node', 'default', 'types'],
      exportsFields: ['exports'],
    },
  },
};
