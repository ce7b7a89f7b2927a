/** The command as it is started, and what it says beside its answers. */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { shippedBanks } from '@backline/sound/banks/nodeBanks';
import { packagedEncoders } from '@backline/sound/files/nodeEncoders';
import { banksOf } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { BANKS } from '@backline/sound/banks/shipped';
import { writeFiles, type Sink } from '@backline/sound/files/takeaway';
import { newFolder } from '../../core/test/support/folder';
import { run as runAll } from '../src/run';

const ROOT = join(__dirname, '../../..');
const dir = newFolder();
const CHART = join(dir, 'song.txt');
writeFileSync(CHART, 'title: Quay\nkey: G\n[Verse]\nG | Em7\n');
const run = (...args: string[]) => runAll(args);

/** A file in memory, whose front is filled in at the end. */
function inMemory(): Sink & { readonly bytes: () => Buffer } {
  const written: Uint8Array[] = [];
  let front = new Uint8Array();
  return {
    write: (bytes) => void written.push(bytes.slice()),
    end: (head) => void (front = head.slice()),
    bytes: () => {
      const all = Buffer.concat(written);
      all.set(front, 0);
      return all;
    },
  };
}

describe('bin/backline', () => {
  it('says on the side which style plays where the chart’s own is not here, and goes on', async () => {
    const odd = join(dir, 'odd.txt');
    writeFileSync(odd, 'title: Slip\nstyle: no-such-style\n[Verse]\nC | F\n');
    for (const args of [
      ['notes', odd],
      ['listen', odd],
      ['band', odd, '--out', join(dir, 'odd.mid')],
      ['styles', '--fit', odd],
    ]) {
      const { err, status, out } = await run(...args);
      expect([args[0], status, err]).toEqual([
        args[0],
        0,
        'There is no style "no-such-style" here; Quayside plays in its place.\n',
      ]);
      expect(() => JSON.parse(out) as unknown).not.toThrow();
    }
    expect((await run('notes', CHART)).err).toBe('');
  });

  it('says why a file cannot be written', async () => {
    mkdirSync(join(dir, 'folder.mid'), { recursive: true });
    writeFileSync(join(dir, 'file'), '');
    const why = async (out: string): Promise<string> =>
      (await run('band', CHART, '--out', join(dir, out))).err;
    expect(await why('none/song.mid')).toMatch(/cannot be written: there is no such folder/);
    expect(await why('folder.mid')).toMatch(/cannot be written: it is a folder/);
    expect(await why('file/song.mid')).toMatch(/cannot be written: a file stands where/);
  });

  it('as it is started from the clone renders the very sounds of the app: sample by sample as the engine does', async () => {
    const chart = join(dir, 'sounds.txt');
    // A piano, a bass and a kit of our own making are in it.
    writeFileSync(chart, 'title: Slip\nstyle: lamplight\ntempo: 180\n[Verse]\nCmaj7 | Dm7 G7\n');
    const command = join(dir, 'command.wav');
    const started = spawnSync(
      join(ROOT, 'bin/backline'),
      ['render', chart, '--out', command, '--bits', '24', '--plain'],
      {
        cwd: dir,
        encoding: 'utf8',
      },
    );
    expect([started.status, started.stderr]).toEqual([0, '']);
    const song = readChart(readFileSync(chart, 'utf8'), OURS);
    const score = scoreOf(renderBand(song, OURS), song);
    // Banks as the app is given them, by their files, not by what the command finds.
    const names = banksOf(score);
    const own = names.filter((name) => BANKS.some(({ id }) => id === name));
    expect(own).toEqual(expect.arrayContaining(['drums']));
    const banks = await shippedBanks(names);
    for (const name of own) {
      const file = [`${name}+`, name]
        .map((n) => join(ROOT, 'packages/sound/banks', `${n}.sf3`))
        .find((f) => existsSync(f))!;
      expect(Buffer.from(banks.find(({ id }) => id === name)!.bank).equals(readFileSync(file))).toBe(true);
    }
    const sink = inMemory();
    await writeFiles(
      { score, banks, format: 'wav24', mastered: false, tracks: [null], modules: packagedEncoders },
      () => sink,
    );
    expect(readFileSync(command).equals(sink.bytes())).toBe(true);
  });
});
