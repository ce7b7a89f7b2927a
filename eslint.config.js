import tseslint from 'typescript-eslint';
import hooks from 'eslint-plugin-react-hooks';
import regexp from 'eslint-plugin-regexp';

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

/** Folders of the core, each of which may import only those before it. */
const LAYERS = [
  'memo',
  'random',
  'time',
  'theory',
  'song',
  'style',
  'timeline',
  'ensemble',
  'voicing',
  'parts',
  'groove',
  'band',
  'measures',
  'patternLibrary',
  'styles',
  'ranking',
  'formats',
  'words',
  'userStyles',
  'edits',
  'analysis',
  'progressions',
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
    // What is typed, pasted and brought in is read in time straight in its length.
    files: ['packages/*/src/**/*.ts', 'apps/*/src/**/*.{ts,tsx}'],
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': ['error', { report: 'potential', ignoreSticky: false }],
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
  ...LAYERS.map((layer, i) => ({
    files: [`packages/core/src/${layer}/**/*.ts`],
    rules: forbid(
      [...OUTSIDE_CORE, ...LAYERS.slice(i + 1).flatMap((above) => [`**/${above}`, `**/${above}/**`])],
      `The core is a line: ${LAYERS.join(' → ')}. Nothing imports what comes after it.`,
    ),
  })),
  {
    files: ['packages/sound/src/**/*.ts'],
    rules: forbid(
      [
        '@backline/web*',
        '@backline/server*',
        '@backline/cli*',
        '@backline/core/theory/*',
        '@backline/core/voicing/*',
        '@backline/core/parts/*',
        'react*',
      ],
      'Sound knows notes, not chords, and no app.',
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
    files: ['apps/web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: hooks.configs.recommended.rules,
  },
  {
    files: ['apps/web/src/features/**/*.{ts,tsx}', 'apps/web/src/app/**/*.{ts,tsx}'],
    rules: forbid(
      // What a kind of part is may be seen; what it plays may not be made here.
      [
        '@backline/core/parts/*',
        '!@backline/core/parts/kind',
        '@backline/core/groove/*',
        '@backline/server*',
      ],
      'Screens draw from the band; they do not generate.',
    ),
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
