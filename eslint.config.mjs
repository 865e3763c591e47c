import js from '@eslint/js';
import ts from 'typescript-eslint';
import hooks from 'eslint-plugin-react-hooks';
import prettier from 'eslint-config-prettier';

export default ts.config(
  {
    ignores: ['**/dist/**', '**/.tsout/**', '**/*.cjs', '**/*.js', 'test-results/**', '.cache/**'],
  },
  js.configs.recommended,
  ...ts.configs.recommendedTypeChecked,
  {
    languageOptions: {
      parserOptions: {
        project: [
          './tsconfig.tests.json',
          './packages/*/tsconfig.json',
          './apps/*/tsconfig.json',
          './bench/tsconfig.json',
        ],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/ban-ts-comment': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
    },
  },
  { files: ['apps/web/**/*.{ts,tsx}'], ...hooks.configs.flat.recommended },
  {
    files: ['packages/*/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/testing/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: ['react*', '@mui/*', '@nestjs/*', 'typeorm', 'node:*', 'zustand*'] },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'Buffer', 'AudioContext', 'fetch'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Pass a seed in: random/ has the streams.' },
        { object: 'Date', property: 'now', message: 'Core is a pure function of its input.' },
      ],
    },
  },
  {
    files: ['**/*.test.ts', '**/*.test.tsx', 'e2e/**', 'bench/**'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
    },
  },
  {
    // Plain scripts for Node: no types to check, and a console to speak by.
    files: ['**/*.mjs'],
    extends: [ts.configs.disableTypeChecked],
    languageOptions: {
      parserOptions: { project: null },
      globals: {
        console: 'readonly',
        process: 'readonly',
        fetch: 'readonly',
        setTimeout: 'readonly',
        window: 'readonly',
        document: 'readonly',
      },
    },
  },
  prettier,
);
