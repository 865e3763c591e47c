import { join } from 'node:path';

const swc = (extra = {}) => [
  '@swc/jest',
  {
    jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: true, decorators: true }, ...extra },
    sourceMaps: 'inline',
  },
];
const conditions = (...names) => ({
  testEnvironmentOptions: { customExportConditions: ['@plucky/source', ...names] },
});
const node = conditions('node', 'node-addons', 'require', 'default');
const transformed = (...packages) => ({
  transformIgnorePatterns: [`/node_modules/(?!(${packages.join('|')})/)`],
});
const guards = join(import.meta.dirname, 'packages/core/src/testing/guard-values.ts');
const pure = (name) => ({
  displayName: name,
  rootDir: `packages/${name}`,
  testEnvironment: 'node',
  modulePathIgnorePatterns: ['<rootDir>/dist'],
  setupFiles: [guards],
  transform: { '\\.tsx?$': swc() },
  ...node,
});

export default {
  // Jest leaves one core idle by default, which is half of a small machine.
  maxWorkers: '100%',
  // Generous, since shared machines can be slow: no test says how long anything may take.
  testTimeout: 60_000,
  projects: [
    {
      displayName: 'house',
      rootDir: 'scripts',
      testMatch: ['<rootDir>/*.test.ts'],
      testEnvironment: 'node',
      transform: { '\\.ts$': swc() },
    },
    pure('core'),
    pure('songs'),
    pure('sound'),
    { ...pure('ear'), rootDir: 'ear' },
    {
      displayName: 'server',
      rootDir: 'apps/server',
      testEnvironment: 'node',
      modulePathIgnorePatterns: ['<rootDir>/dist'],
      setupFiles: [guards],
      transform: {
        '\\.[jt]sx?$': swc({
          transform: { legacyDecorator: true, decoratorMetadata: true, useDefineForClassFields: false },
        }),
      },
      ...transformed('@nestjs'),
      ...node,
    },
    {
      displayName: 'web',
      rootDir: 'apps/web',
      testEnvironment: 'jsdom',
      modulePathIgnorePatterns: ['<rootDir>/dist', '<rootDir>/.tsout'],
      setupFiles: ['<rootDir>/test/setup.cjs', guards],
      setupFilesAfterEnv: ['<rootDir>/test/patience.cjs'],
      transform: { '\\.[jt]sx?$': swc({ transform: { react: { runtime: 'automatic' } } }) },
      moduleNameMapper: {
        '\\.(css|woff2)$': '<rootDir>/test/empty.cjs',
        '^@fontsource': '<rootDir>/test/empty.cjs',
      },
      ...transformed('react-hotkeys-hook', '@tanstack', 'echarts', 'zrender'),
      ...conditions('browser', 'require', 'default'),
    },
  ],
};
