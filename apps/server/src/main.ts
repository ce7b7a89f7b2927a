import { writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import type { AddressInfo } from 'node:net';
import { createApp } from './app';
import { connect, migrate } from './db/connect';
import { seedDemo } from './demo/seed';
import { UserStyleStore } from './userStyles/store';
import { ProgressionStore } from './progressions/store';
import { SongStore } from './songs/store';

/** How often the bin is looked through for what has been in it too long, milliseconds. */
const BIN_EVERY = 6 * 60 * 60 * 1000;

/**
 * Starts the server: DATABASE_URL, PORT (0 for any free one), WEB_DIST, in BACKLINE_HOSTS host names beside
 * those of loopback, and in ADDRESS_FILE where to note the address, from the environment.
 */
async function main(): Promise<void> {
  const { DATABASE_URL, PORT = '4310', WEB_DIST, BACKLINE_HOSTS = '', ADDRESS_FILE } = process.env;
  if (!DATABASE_URL) throw new Error('DATABASE_URL is not set. Start the app with npm start.');
  if (!/^\d{1,5}$/.test(PORT) || Number(PORT) > 65_535) {
    throw new Error(`"${PORT}" is no port. Set PORT to a number up to 65535.`);
  }
  await migrate(DATABASE_URL);
  const db = connect(DATABASE_URL);
  const store = new SongStore(db);
  if (await seedDemo(db)) console.log('The demo songs are in the songbook.');
  const emptyBin = (): void => void store.emptyBin().catch((error: unknown) => console.error(error));
  emptyBin();
  setInterval(emptyBin, BIN_EVERY).unref();
  const app = createApp({
    store,
    progressions: new ProgressionStore(db),
    own: new UserStyleStore(db),
    web: WEB_DIST ? resolve(WEB_DIST) : undefined,
    hosts: BACKLINE_HOSTS.split(',').filter(Boolean),
    log: (error) => console.error(error),
  });
  const server = app.listen(Number(PORT), '127.0.0.1', (error?: Error) => {
    if (error) {
      console.error(`The port ${PORT} cannot be used (${error.message}). Set PORT to another one.`);
      process.exit(1);
    }
    const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    if (ADDRESS_FILE) writeFileSync(ADDRESS_FILE, address);
    console.log(`Vivid Backline is at ${address}`);
  });
  const stop = (): void => {
    server.close();
    server.closeAllConnections();
    // A database that does not answer must not keep the server from ending.
    setTimeout(() => process.exit(0), 3000).unref();
    void db.destroy().finally(() => process.exit(0));
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, stop);
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
