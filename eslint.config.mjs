import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import hooks from 'eslint-plugin-react-hooks';
import imports from 'eslint-plugin-simple-import-sort';
import ts from 'typescript-eslint';

export default ts.config(
  {
    ignores: ['**/dist/**', '**/.tsout/**', '**/*.cjs', '**/*.js', 'test-results/**', '.cache/**'],
  },
  js.configs.recommended,
  ...ts.configs.strictTypeChecked,
  {
    languageOptions: {
      parserOptions: {
        project: './tsconfig.lint.json',
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      // Each looks up the type of nearly every name, and none has found anything here.
      '@typescript-eslint/no-deprecated': 'off',
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
      '@typescript-eslint/no-unsafe-enum-assignment': 'off',
      '@typescript-eslint/ban-ts-comment': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      // A number in a text and an arrow that only does something are plain to read.
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      // Hits and records are kept by their ids; a copy of such a record lets go of one.
      '@typescript-eslint/no-dynamic-delete': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
    },
  },
  {
    plugins: { imports },
    rules: { 'imports/imports': ['error', { groups: [['^\\u0000', '^node:', '^@?\\w', '^', '^\\.']] }] },
  },
  // Its rules compile what they look at; tests have next to no components and hooks.
  { files: ['apps/web/**/*.{ts,tsx}'], ignores: ['**/*.test.*'], ...hooks.configs.flat.recommended },
  // About what the React compiler cannot take; it is not in use here.
  { files: ['apps/web/**/*.{ts,tsx}'], rules: { 'react-hooks/incompatible-library': 'off' } },
  {
    // Nest's classes describe shapes and modules: plain objects answer for the one, decorators say the other.
    files: ['apps/server/**/*.ts'],
    rules: {
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true }],
      '@typescript-eslint/no-misused-spread': 'off',
    },
  },
  {
    files: ['packages/*/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/testing/**', 'packages/songs/src/library.ts'],
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
    files: ['**/*.test.ts', '**/*.test.tsx', 'e2e/**', 'bench/**', 'ear/**'],
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
