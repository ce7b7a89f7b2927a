import { resolve } from 'node:path';
import type { AddressInfo } from 'node:net';
import { createApp } from './app';
import { connect, migrate } from './db/connect';
import { seedDemo } from './demo/seed';
import { ProgressionStore } from './progressions/store';
import { SongStore } from './songs/store';

/** Starts the server: DATABASE_URL, PORT (0 for any free one), WEB_DIST from the environment. */
async function main(): Promise<void> {
  const { DATABASE_URL, PORT = '4310', WEB_DIST } = process.env;
  if (!DATABASE_URL) throw new Error('DATABASE_URL is not set. Start the app with npm start.');
  const db = connect(DATABASE_URL);
  const isNew = await migrate(db);
  const store = new SongStore(db);
  if (isNew) {
    await seedDemo(store);
    console.log('The demo songs are in the songbook.');
  }
  const app = createApp({
    store,
    progressions: new ProgressionStore(db),
    web: WEB_DIST ? resolve(WEB_DIST) : undefined,
    log: (error) => console.error(error),
  });
  const server = app.listen(Number(PORT), '127.0.0.1', (error?: Error) => {
    if (error) {
      console.error(`The port ${PORT} cannot be used (${error.message}). Set PORT to another one.`);
      process.exit(1);
    }
    console.log(`Vivid Backline is at http://127.0.0.1:${(server.address() as AddressInfo).port}`);
  });
  const stop = (): void => {
    server.close();
    server.closeAllConnections();
    void db.destroy().finally(() => process.exit(0));
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
