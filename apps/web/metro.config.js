const os = require('node:os');
const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');
const { FileStore } = require('@expo/metro/metro-cache');

const config = getDefaultConfig(__dirname);
config.transformer.minifierPath = require.resolve('./minifier.js');
config.maxWorkers = os.availableParallelism();
config.cacheStores = [new FileStore({ root: path.join(__dirname, '../../.cache/metro') })];

// Font and glyph map of the icons, cut to those the app uses (scripts/build-icons.ts).
const ICONS = path.join(__dirname, '../../.cache/icons');
config.watchFolders = [...config.watchFolders, ICONS];

const standIn = (name) => path.join(__dirname, 'standIns', name);

/** What libraries bring along and the app never uses, by its file, and what stands in its place. */
const STAND_INS = [
  // Every language of messages; the app speaks one.
  [/zod[\\/]v4[\\/]locales[\\/]index\.c?js$/, standIn('zodLocales.js')],
  [
    /zod[\\/]v4[\\/]\w+[\\/](json-schema-processors|to-json-schema|from-json-schema)\.c?js$/,
    standIn('zodJsonSchema.js'),
  ],
  [/zod[\\/]v4[\\/]core[\\/]compile\.c?js$/, standIn('zodCompile.js')],
  [/react-native-svg[\\/]lib[\\/]module[\\/]xml\.js$/, standIn('svgText.js')],
  [
    /react-native-paper[\\/]lib[\\/]module[\\/]styles[\\/]themes[\\/]v2[\\/]colors\.js$/,
    standIn('paperColours.js'),
  ],
  ...[
    /react-navigation[\\/]bottom-tabs[\\/]index\.js$/,
    /react-navigation[\\/]elements[\\/](Badge|Button)\.js$/,
    /react-navigation[\\/]elements[\\/]Header[\\/](Header|HeaderSearchBar|HeaderBackButton)\.js$/,
    /utils[\\/]color\.js$/,
    /views[\\/]Sitemap\.js$/,
    /link[\\/]preview[\\/]HrefPreview\.js$/,
    /stack-utils[\\/]toolbar[\\/]index\.js$/,
  ].map((file) => [new RegExp(`expo-router[\\\\/]build[\\\\/]${file.source}`), standIn('router.js')]),
  [/expo-router[\\/]vendor[\\/]react-helmet-async[\\/]lib[\\/]index\.js$/, standIn('router.js')],
];
const standInFor = (file) => STAND_INS.find(([name]) => name.test(file))?.[1] ?? null;

config.resolver.resolveRequest = (context, name, platform) => {
  const found = context.resolveRequest(context, name, platform);
  const icons = /MaterialDesignIcons\.(json|ttf)$/.exec(found.filePath ?? found.filePaths?.[0] ?? '');
  if (icons) {
    const file = path.join(ICONS, icons[0]);
    return icons[1] === 'ttf'
      ? { type: 'assetFiles', filePaths: [file] }
      : { type: 'sourceFile', filePath: file };
  }
  const instead = found.filePath ? standInFor(found.filePath) : null;
  return instead ? { type: 'sourceFile', filePath: instead } : found;
};

module.exports = config;
