/** Core, command line, server and the sound engine in Node; the app's components under both renderers. */
/** Packages are read as they are written. */
const names = {
  '^@backline/sound/package.json$': '<rootDir>/packages/sound/package.json',
  '^@backline/core/(.*)$': '<rootDir>/packages/core/src/$1',
  '^@backline/sound/(.*)$': '<rootDir>/packages/sound/src/$1',
  '^@backline/engraving/(.*)$': '<rootDir>/packages/engraving/src/$1',
};

/** What is used in every inner loop is read past the sandbox's own globals, which answer slowly. */
const sandboxInjectedGlobals = [
  'Math',
  'Float32Array',
  'Uint8Array',
  'Int32Array',
  'Int16Array',
  'Array',
  'Number',
  'Object',
  'Map',
  'Set',
  'JSON',
];

const node = (name, roots) => ({
  displayName: name,
  testEnvironment: 'node',
  sandboxInjectedGlobals,
  roots,
  setupFiles: ['<rootDir>/scripts/jest-chance.cjs'],
  testMatch: ['**/*.test.ts'],
  transform: { '^.+\\.m?[jt]sx?$': '<rootDir>/scripts/jest-esbuild.cjs' },
  transformIgnorePatterns: [
    '/node_modules/(?!(@backline|tonal|@tonaljs|chord-symbol|immer|spessasynth_core|stb-vorbis)/)',
  ],
  moduleNameMapper: names,
});

const web = (name, preset, testMatch, more = {}) => ({
  displayName: name,
  preset,
  roots: ['<rootDir>/apps/web/src'],
  setupFiles: ['<rootDir>/scripts/jest-web-setup.cjs', '<rootDir>/scripts/jest-chance.cjs'],
  setupFilesAfterEnv: ['<rootDir>/scripts/jest-web-styles.ts'],
  testMatch,
  moduleNameMapper: { ...names, ...more },
  transform: {
    '\\.[jt]sx?$': [
      'babel-jest',
      // What is loaded when it is first shown is loaded at once here.
      { presets: ['babel-preset-expo'], plugins: ['@babel/plugin-transform-dynamic-import'] },
    ],
  },
  transformIgnorePatterns: [
    '/node_modules/(?!((jest-)?react-native|@react-native(-community)?|expo|@expo|@expo-google-fonts|react-navigation|@react-navigation|react-native-paper|immer|@backline|@react-native-vector-icons|react-native-svg|zustand|swr)/?)',
  ],
});

export default {
  // Ends what hangs; no test is decided by how long something takes.
  testTimeout: 600_000,
  // Two cores are two files at a time.
  maxWorkers: '100%',
  projects: [
    node('core', ['<rootDir>/packages/core/test', '<rootDir>/packages/cli/test']),
    node('server', ['<rootDir>/apps/server/test']),
    node('sound', ['<rootDir>/packages/sound/test', '<rootDir>/packages/engraving/test']),
    node('scripts', ['<rootDir>/scripts/test']),
    web('web', 'jest-expo/ios', ['**/*.native.test.tsx']),
    web('web-dom', 'jest-expo/web', ['**/*.dom.test.{ts,tsx}'], { '^react-native$': 'react-native-web' }),
  ],
};
