const os = require('node:os');
const path = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');
const { FileStore } = require('@expo/metro/metro-cache');

const config = getDefaultConfig(__dirname);
config.maxWorkers = os.availableParallelism();
config.cacheStores = [new FileStore({ root: path.join(__dirname, '../../.cache/metro') })];

// Zod brings every language of its messages along; the app speaks one.
const LOCALES = path.join(__dirname, 'src/zodLocales.js');
config.resolver.resolveRequest = (context, name, platform) => {
  const found = context.resolveRequest(context, name, platform);
  return found.filePath && /zod[\\/]v4[\\/]locales[\\/]index\.c?js$/.test(found.filePath)
    ? { type: 'sourceFile', filePath: LOCALES }
    : found;
};

module.exports = config;
