import tseslint from 'typescript-eslint';
import hooks from 'eslint-plugin-react-hooks';

/** Which folder may import which: the core stands alone, nothing imports an app. */
const forbid = (patterns, message) => ({
  'no-restricted-imports': ['error', { patterns: [{ group: patterns, message }] }],
});

const OUTSIDE_CORE = [
  'react',
  'react-*',
  'react/*',
  'expo*',
  'express',
  'knex',
  'pg',
  'node:*',
  '@backline/*',
  'swr',
  'zustand',
];

export default tseslint.config(
  {
    ignores: [
      '**/node_modules/**',
      '**/dist/**',
      '.cache/**',
      '.data/**',
      '**/.expo/**',
      'apps/web/public/**',
      'test-results/**',
    ],
  },
  ...tseslint.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-console': 'error',
      eqeqeq: ['error', 'smart'],
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    rules: {
      ...forbid(OUTSIDE_CORE, 'The core knows nothing of storage, sound or screens.'),
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'Buffer',
        'fetch',
        'setTimeout',
        'performance',
      ],
    },
  },
  {
    files: ['packages/core/src/theory/**/*.ts', 'packages/core/src/voicing/**/*.ts'],
    rules: forbid(
      [
        ...OUTSIDE_CORE,
        '**/parts/**',
        '**/band/**',
        '**/formats/**',
        '**/edits/**',
        '**/groove/**',
        '**/style/**',
      ],
      'Theory and voicing stand below the parts and the band.',
    ),
  },
  {
    files: ['packages/core/src/{parts,groove}/**/*.ts'],
    rules: forbid(
      [...OUTSIDE_CORE, '**/band', '**/band/**', '**/formats/**', '**/edits/**', '**/analysis/**'],
      'A part sees its region only, never the band or a file format.',
    ),
  },
  {
    files: ['apps/web/src/audio/**/*.ts'],
    rules: forbid(
      ['@backline/core/theory/*', '@backline/core/parts/*', '@backline/core/voicing/*', '../features/*'],
      'The player knows notes, not chords.',
    ),
  },
  {
    files: ['apps/web/src/features/**/*.{ts,tsx}', 'apps/web/src/app/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: {
      ...hooks.configs.recommended.rules,
      ...forbid(
        ['@backline/core/parts/*', '@backline/core/groove/*', '@backline/server*'],
        'Screens draw from the band; they do not generate.',
      ),
    },
  },
  {
    files: ['apps/server/**/*.ts'],
    rules: forbid(['@backline/web*', 'react*'], 'The server knows nothing of the app.'),
  },
  {
    files: [
      '**/*.{js,cjs,mjs}',
      'scripts/**',
      'bench/**',
      'e2e/**',
      'packages/cli/**',
      'apps/server/src/main.ts',
    ],
    rules: { 'no-console': 'off', '@typescript-eslint/no-require-imports': 'off' },
  },
);
