/**
 * Writes the service worker of an exported app, by Workbox's own tool: the app opens without the network, with the
 * songs, styles and sounds that were used here.
 * npx tsx scripts/build-offline.ts FOLDER
 */
import { generateSW } from 'workbox-build';

/** Styles and progressions of the writer's own, and sound banks, that are kept for when the network is away. */
const OWN_KEPT = 20;
const BANKS_KEPT = 140;
/** Files of the engraver: its engine and what is around it. */
const ENGRAVERS_KEPT = 2;

const [folder] = process.argv.slice(2);
if (!folder) throw new Error('Name the folder of the exported app.');

const { count, size, warnings } = await generateSW({
  globDirectory: folder,
  globPatterns: [
    'index.html',
    '_expo/**/*.{js,css}',
    'assets/**/*.{ttf,woff2}',
    'sound/engine.js',
    'engraving/worker.js',
  ],
  swDest: `${folder}/offline.js`,
  inlineWorkboxRuntime: true,
  sourcemap: false,
  mode: 'production',
  // Larger than any script there is.
  maximumFileSizeToCacheInBytes: 8_000_000,
  clientsClaim: true,
  // What is open goes on with the version it was opened with; the next visit has the new one.
  skipWaiting: false,
  navigateFallback: '/index.html',
  navigateFallbackDenylist: [/^\/api\//, /^\/sound\//, /^\/engraving\//, /^\/assets\//, /^\/_expo\//],
  runtimeCaching: [
    {
      // What the server says holds as long as it answers; where it is away or silent, what it said last. Songs are kept
      // by the app itself, which puts in what it saves and says what it shows.
      urlPattern: ({ url }) => /^\/api\/(own|progressions)/.test(url.pathname),
      method: 'GET',
      handler: 'NetworkFirst',
      options: {
        cacheName: 'own',
        networkTimeoutSeconds: 2,
        expiration: { maxEntries: OWN_KEPT, purgeOnQuotaError: true },
        cacheableResponse: { statuses: [200] },
      },
    },
    {
      urlPattern: ({ url }) => url.pathname.startsWith('/engraving/verovio-'),
      method: 'GET',
      handler: 'CacheFirst',
      options: {
        cacheName: 'engraving',
        expiration: { maxEntries: ENGRAVERS_KEPT, purgeOnQuotaError: true },
        cacheableResponse: { statuses: [200] },
      },
    },
    {
      urlPattern: ({ url }) => url.pathname.startsWith('/sound/'),
      handler: 'CacheFirst',
      options: {
        cacheName: 'sounds',
        expiration: { maxEntries: BANKS_KEPT, purgeOnQuotaError: true },
        cacheableResponse: { statuses: [200] },
      },
    },
  ],
});
warnings.forEach((warning) => console.warn(warning));
console.log(`Offline: ${count} files, ${Math.round(size / 1000)} kB`);
