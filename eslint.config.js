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
  'units',
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
  'takes',
  'measures',
  'patternLibrary',
  'players',
  'styles',
  'ranking',
  'formats',
  'words',
  'userStyles',
  'edits',
  'analysis',
  'progressions',
];

const SCREENS = ['band', 'chart', 'form', 'mix', 'annotations', 'songbook', 'about'].map(
  (s) => `features/${s}`,
);

/** Folders of the app, each of which may import only those before it: what it stands on first, its screens last. */
const ROOMS = [
  'shared',
  'workers',
  'audio',
  'state',
  'theme',
  'components',
  'midi',
  'features/part',
  'features/section',
  'features/transport',
  'features/takes',
  'features/staff',
  // One screen knows nothing of another.
  SCREENS,
  'features/song',
  'app',
].flat();

/** What a room of the app may not import of the core but for its types: who plays notes knows no chords, who draws them makes none. */
const notOfTheCore = (room) =>
  room === 'audio'
    ? [
        {
          group: ['@backline/core/theory/*', '@backline/core/parts/*', '@backline/core/voicing/*'],
          message: 'The player knows notes, not chords.',
        },
      ]
    : room.startsWith('features/') || room === 'app'
      ? [
          {
            group: [
              '@backline/core/parts/*',
              '@backline/core/groove/*',
              '@backline/core/band/index',
              '@backline/core/band/playRegion',
              '@backline/core/band/sectionVoicings',
              '@backline/core/band/windowCache',
              '@backline/core/voicing/auto',
              '@backline/core/voicing/candidates',
              '@backline/core/voicing/guide',
              '@backline/core/voicing/path',
            ],
            message: 'Screens draw from the band; they do not generate and do not voice.',
          },
        ]
      : [];

/** The ways in which a folder of the app is written in an import. */
const ways = (room) =>
  ['..', '../..', '../../..'].flatMap((up) => {
    const name = room.replace('features/', '');
    return [`${up}/${room}/**`, `${up}/${room}`, ...(room === name ? [] : [`${up}/${name}/**`])];
  });

const roomsAbove = (room, i) =>
  ROOMS.filter((other, n) => n > i || (SCREENS.includes(room) && SCREENS.includes(other) && other !== room));

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
    files: ['packages/engraving/src/**/*.ts'],
    rules: forbid(['@backline/*', 'react*'], 'The engraver knows documents: no song, no sound, no app.'),
  },
  {
    files: ['apps/web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: hooks.configs.recommended.rules,
  },
  ...ROOMS.map((room, i) => ({
    files: [`apps/web/src/${room}/**/*.{ts,tsx}`],
    ignores: ['**/__tests__/**', '**/__mocks__/**'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: [
                '@backline/server*',
                '**/apps/server/**',
                '**/server/src/**',
                ...roomsAbove(room, i).flatMap(ways),
              ],
              message: `The app is a line: ${ROOMS.join(' → ')}; one screen knows nothing of another.`,
            },
            ...notOfTheCore(room).map((of) => ({ ...of, allowTypeImports: true })),
          ],
        },
      ],
    },
  })),
  {
    files: ['apps/server/**/*.ts'],
    rules: forbid(
      ['@backline/web*', '**/apps/web/**', '**/web/src/**', 'react*'],
      'The server knows nothing of the app.',
    ),
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
