/** npm start, from outside: one at a time, ended whole whatever ends it, and its database looked after. */
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(__dirname, '../..');
/** A cluster of this test's own, beside the app's and the other tests'. */
const CLUSTER = 'trial';
const RUN = join(ROOT, '.data', `run-${CLUSTER}`);
const { DATABASE_URL: _, ...rest } = process.env;
const ENV = { ...rest, BACKLINE_DB: CLUSTER, PORT: '0' };

const pause = (): Promise<void> => new Promise((done) => setTimeout(done, 200));

/** Waits as long as the test may last: what never comes is ended by the test's own limit. */
async function until(what: () => boolean | Promise<boolean>): Promise<void> {
  while (!(await what())) await pause();
}

const read = (name: string): string => {
  try {
    return readFileSync(join(RUN, name), 'utf8').trim();
  } catch {
    return '';
  }
};

const postgres = (verb: string): string =>
  execFileSync('bash', ['scripts/postgres.sh', verb], { cwd: ROOT, env: ENV, encoding: 'utf8' }).trim();

const answers = async (address: string): Promise<boolean> => {
  try {
    return (await fetch(`${address}/api/songs`)).ok;
  } catch {
    return false;
  }
};

const started: ChildProcess[] = [];

/** Starts the app as a writer does; resolves with its address once it answers. */
async function start(): Promise<{ npm: ChildProcess; address: string }> {
  const npm = spawn('npm', ['start'], { cwd: ROOT, env: ENV, stdio: 'ignore' });
  started.push(npm);
  await until(() => read('address') !== '');
  const address = read('address');
  await until(() => answers(address));
  return { npm, address };
}

/** The process ids of the server and of the script that started it. */
const serverPid = (): number => Number(read('server').split(' ')[0]);
const scriptPid = (): number =>
  Number(/^PPid:\s*(\d+)/m.exec(readFileSync(`/proc/${serverPid()}/status`, 'utf8'))![1]);

const isAlive = (pid: number): boolean => {
  try {
    return !/^State:\s*Z/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'));
  } catch {
    return false;
  }
};

async function expectAllEnded(server: number, address: string): Promise<void> {
  await until(() => !isAlive(server));
  await until(() => postgres('status') === 'stopped');
  expect(await answers(address)).toBe(false);
  // Whoever looked after it has gone too: the next start has its turn.
  await until(() => {
    try {
      execFileSync('flock', ['-n', join(RUN, 'lock'), 'true']);
      return true;
    } catch {
      return false;
    }
  });
}

beforeAll(() => mkdirSync(RUN, { recursive: true }));
afterEach(async () => {
  for (const npm of started.splice(0)) if (npm.exitCode === null) npm.kill('SIGTERM');
  await until(() => postgres('status') === 'stopped');
});
afterAll(() => {
  rmSync(RUN, { recursive: true, force: true });
  execFileSync('rm', ['-rf', join(ROOT, '.data', `postgres-${CLUSTER}`)]);
});

it('a second start says where the first one runs, and harms nothing; SIGTERM to npm ends all of it', async () => {
  const { npm, address } = await start();
  const second = spawn('npm', ['start'], { cwd: ROOT, env: ENV, stdio: ['ignore', 'ignore', 'pipe'] });
  let said = '';
  second.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
  const code = await new Promise<number | null>((done) => second.once('close', done));
  expect(code).not.toBe(0);
  expect(said).toContain(`already running in this folder, at ${address}`);
  expect(await answers(address)).toBe(true);
  const server = serverPid();
  npm.kill('SIGTERM');
  await expectAllEnded(server, address);
});

it('a database that is killed under the app is started again, with all that was saved', async () => {
  const { address } = await start();
  const titles = async (): Promise<string[]> => {
    const list = (await (await fetch(`${address}/api/songs`)).json()) as { songs: { title: string }[] };
    return list.songs.map((s) => s.title);
  };
  const before = await titles();
  expect(before.length).toBeGreaterThan(2);
  const home = existsSync(join(ROOT, '.data', `postgres-${CLUSTER}`, 'data'))
    ? join(ROOT, '.data', `postgres-${CLUSTER}`)
    : execFileSync('bash', ['-c', `ls -d /var/tmp/backline-*-${CLUSTER}`], { encoding: 'utf8' }).trim();
  process.kill(Number(readFileSync(join(home, 'data/postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL');
  await until(() => postgres('status') === 'stopped');
  await until(() => answers(address));
  expect(await titles()).toEqual(before);
});

it.each<[string, NodeJS.Signals, 'npm' | 'script' | 'server']>([
  ['npm killed outright', 'SIGKILL', 'npm'],
  ['the script killed outright', 'SIGKILL', 'script'],
  ['the terminal closed', 'SIGHUP', 'script'],
  ['the server asked to end', 'SIGTERM', 'server'],
])('%s: server and database end with it', async (_name, signal, whom) => {
  const { npm, address } = await start();
  const server = serverPid();
  process.kill(whom === 'npm' ? npm.pid! : whom === 'script' ? scriptPid() : server, signal);
  await expectAllEnded(server, address);
});

it('a server that is killed outright is started again at its address, with all that was saved', async () => {
  const { address } = await start();
  const before = serverPid();
  process.kill(before, 'SIGKILL');
  await until(() => serverPid() !== before && answers(address));
  expect(read('address')).toBe(address);
  expect(await answers(address)).toBe(true);
});

it('what a start left half made when it was killed is finished by the next', async () => {
  const home = join(ROOT, '.data', `postgres-${CLUSTER}`);
  if (existsSync(home)) {
    // An initdb that was killed: a folder that never got its name, and none that has it.
    execFileSync('rm', ['-rf', join(home, 'data'), join(home, 'port')]);
    const as = process.getuid?.() === 0 ? ['runuser', '-u', 'postgres', '--'] : ['env'];
    execFileSync(as[0]!, [...as.slice(1), 'mkdir', '-p', join(home, 'new/base')]);
  }
  // What was noted of a run that is gone.
  writeFileSync(join(RUN, 'address'), 'http://127.0.0.1:1');
  writeFileSync(join(RUN, 'server'), '1 1');
  const npm = spawn('npm', ['start'], { cwd: ROOT, env: ENV, stdio: 'ignore' });
  started.push(npm);
  await until(() => !['', 'http://127.0.0.1:1'].includes(read('address')));
  const address = read('address');
  await until(() => answers(address));
  const { songs } = (await (await fetch(`${address}/api/songs`)).json()) as { songs: unknown[] };
  expect(songs.length).toBeGreaterThan(2);
});
