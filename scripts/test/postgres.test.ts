/** A songbook that is not as it was is refused in words that say what to do, and nothing of it is touched. */
import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(__dirname, '../..');
/** A cluster of this test's own. */
const CLUSTER = 'refused';
const ENV = { ...process.env, BACKLINE_DB: CLUSTER };
const inside = join(ROOT, '.data', `postgres-${CLUSTER}`);

const run = (verb: string) =>
  spawnSync('bash', ['scripts/postgres.sh', verb], { cwd: ROOT, env: ENV, encoding: 'utf8' });

const shell = (command: string): string => execFileSync('bash', ['-c', command], { encoding: 'utf8' }).trim();

/** Where the cluster lies: elsewhere, where the database's user cannot reach the checkout. */
const homeOf = (): string =>
  existsSync(inside) ? inside : shell(`ls -d /var/tmp/backline-*-${CLUSTER} 2>/dev/null || echo ${inside}`);

const isRoot = process.getuid?.() === 0;
const contents = (home: string): string =>
  shell(`cd '${home}' && find . -type f | sort | xargs sha256sum | sha256sum`);

let home = '';
let url = '';

beforeAll(() => {
  expect(run('start').status).toBe(0);
  url = run('url').stdout;
  run('stop');
  home = homeOf();
});
afterAll(() => {
  run('stop');
  shell(`rm -rf '${home}'`);
});

const DAMAGES: readonly (readonly [string, string, string, RegExp])[] = [
  [
    'of another owner',
    'chown -R nobody $H',
    'chown -R postgres $H',
    /belongs to the user nobody.*chown -R postgres/,
  ],
  [
    'whose data is another owner’s',
    'chown nobody $H/data',
    'chown postgres $H/data',
    /belongs to the user nobody/,
  ],
  [
    'without PG_VERSION',
    'mv $H/data/PG_VERSION $H/../x',
    'mv $H/../x $H/data/PG_VERSION',
    /PG_VERSION is missing/,
  ],
  ['whose data is gone', 'mv $H/data $H/../gone', 'mv $H/../gone $H/data', /the folder is gone.*Put it back/],
  [
    'without its password',
    'mv $H/data/backline.password $H/../p',
    'mv $H/../p $H/data/backline.password',
    /password.*missing/,
  ],
  ['open to everyone', 'chmod 755 $H/data', 'chmod 700 $H/data', /chmod 700/],
];

it.each(DAMAGES.filter(([, damage]) => isRoot || !damage.startsWith('chown')))(
  'one %s is refused and left as it is',
  (_, damage, mend, said) => {
    const on = (command: string): string => shell(command.replaceAll('$H', home));
    on(damage);
    const before = contents(home);
    const refused = run('start');
    expect([refused.status, refused.stderr]).toEqual([1, expect.stringMatching(said)]);
    expect(contents(home)).toBe(before);
    expect(existsSync(join(home, 'new'))).toBe(false);
    on(mend);
    expect(run('start').status).toBe(0);
    expect(run('url').stdout.replace(/:\d+\//, '')).toBe(url.replace(/:\d+\//, ''));
    run('stop');
  },
);
