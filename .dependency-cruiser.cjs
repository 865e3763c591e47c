const IS_TEST = '\\.test\\.tsx?$|/testing/';

/** Rules by which folders of `at`, given from the ground up, import only from those below them; `a|b` stand on one floor. */
const oneWay = (name, at, floors) =>
  floors.slice(0, -1).map((floor, i) => ({
    name: `${name}-${floor.replaceAll('|', '-')}`,
    severity: 'error',
    from: { path: `^${at}/(${floor})/`, pathNot: IS_TEST },
    to: { path: `^${at}/(${floors.slice(i + 1).join('|')})/` },
  }));

const CORE = 'packages/core/src';
const SERVER = 'apps/server/src';
/** The rooms of core; each reaches into those below it by their indexes. */
const CORE_FLOORS = ['time', 'song', 'pattern', 'make', 'form', 'play', 'plan|midi', 'fold'];
/** The folders of the server; the modules that put it together stand in the folder above them. */
/** The demo songs and starters, which it reads from files. */
const SONG_LIBRARY = '^packages/songs/src/library\\.ts$';
const SERVER_FLOORS = ['database', 'jobs|http', 'shelf|songs', 'exports|imports', 'housekeeping|health'];

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    ...oneWay('core-floors', CORE, CORE_FLOORS),
    ...oneWay('core-within-song', `${CORE}/song`, ['hit', 'rule']),
    ...oneWay('core-within-make', `${CORE}/make`, ['fill', 'build-up']),
    ...oneWay('core-within-play', `${CORE}/play`, ['intensity', 'timeline', 'tried', 'perform']),
    {
      name: 'core-plan-and-midi-apart',
      severity: 'error',
      from: { path: `^${CORE}/(plan|midi)/`, pathNot: IS_TEST },
      to: { path: `^${CORE}/(plan|midi)/`, pathNot: `^${CORE}/$1/` },
    },
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
        pathNot: `^${CORE}/(${CORE_FLOORS.join('|')})/`,
      },
    },
    ...oneWay('server-floors', SERVER, SERVER_FLOORS),
    {
      name: 'server-floors-stand-on-the-ground',
      severity: 'error',
      from: { path: `^${SERVER}/(${SERVER_FLOORS.join('|')})/`, pathNot: IS_TEST },
      to: { path: '^apps/server/src/[^/]+\\.ts$', pathNot: '/(config|next-turn)\\.ts$' },
    },
    ...oneWay('web-floors', 'apps/web/src', [
      'shared|api',
      'document|session|audio',
      'transport',
      'rooms',
      'app',
    ]),
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
      from: { path: '^packages/[^/]+/src', pathNot: [IS_TEST, SONG_LIBRARY] },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'web-without-the-song-library',
      severity: 'error',
      from: { path: '^apps/web/src', pathNot: IS_TEST },
      to: { path: SONG_LIBRARY },
    },
    { name: 'web-not-server', severity: 'error', from: { path: '^apps/web' }, to: { path: '^apps/server' } },
    { name: 'server-not-web', severity: 'error', from: { path: '^apps/server' }, to: { path: '^apps/web' } },
    {
      name: 'packages-through-their-indexes',
      severity: 'error',
      from: { path: '^(apps|bench|e2e|ear)/' },
      to: {
        path: [
          '^packages/core/src/[^/]+/(?!index\\.ts$)',
          '^packages/(songs|sound)/src/(?!(index|library)\\.ts$)',
        ],
      },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^((packages|apps)/[^/]+|ear)/(dist|\\.tsout)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.tests.json' },
    enhancedResolveOptions: {
      conditionNames: ['@plucky/source', 'import', 'require', 'node', 'default', 'types'],
      exportsFields: ['exports'],
    },
  },
};
