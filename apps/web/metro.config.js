const os = require('node:os');
const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');
const { FileStore } = require('@expo/metro/metro-cache');

const config = getDefaultConfig(__dirname);
config.maxWorkers = os.availableParallelism();
config.cacheStores = [new FileStore({ root: path.join(__dirname, '../../.cache/metro') })];

// Font and glyph map of the icons, cut to those the app uses (scripts/build-icons.ts).
const ICONS = path.join(__dirname, '../../.cache/icons');
config.watchFolders = [...config.watchFolders, ICONS];

// Zod brings every language of its messages along; the app speaks one.
const LOCALES = path.join(__dirname, 'src/zodLocales.js');
const JSON_SCHEMA = path.join(__dirname, 'src/zodJsonSchema.js');
const zodStandIn = (file) => {
  if (/zod[\\/]v4[\\/]locales[\\/]index\.c?js$/.test(file)) return LOCALES;
  return /zod[\\/]v4[\\/]\w+[\\/](json-schema-processors|to-json-schema|from-json-schema)\.c?js$/.test(file)
    ? JSON_SCHEMA
    : null;
};
config.resolver.resolveRequest = (context, name, platform) => {
  const found = context.resolveRequest(context, name, platform);
  const icons = /MaterialDesignIcons\.(json|ttf)$/.exec(found.filePath ?? found.filePaths?.[0] ?? '');
  if (icons) {
    const file = path.join(ICONS, icons[0]);
    return icons[1] === 'ttf'
      ? { type: 'assetFiles', filePaths: [file] }
      : { type: 'sourceFile', filePath: file };
  }
  const standIn = found.filePath ? zodStandIn(found.filePath) : null;
  return standIn ? { type: 'sourceFile', filePath: standIn } : found;
};

module.exports = config;
