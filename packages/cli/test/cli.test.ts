import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { run as runAll } from '../src/run';
import { readStrictly } from '../../core/test/formats/strictMidi';
import { newFolder } from '../../core/test/support/folder';

const ROOT = join(__dirname, '../../..');
const dir = newFolder();
const CHART = join(dir, 'song.txt');
writeFileSync(
  CHART,
  'title: Quay\nkey: G\ntempo: 110\n[Verse] x2\nG | Em7 | C D | G\n[Chorus]\nC | D7 | G | G\n',
);

const run = (...args: string[]) => runAll(args);
const json = async (...args: string[]) => JSON.parse((await run(...args)).out) as { names?: string[] };

describe('bin/backline', () => {
  it('chord', async () => {
    expect(await json('chord', 'Ebm7b5/Gb')).toEqual({
      symbol: 'Ebm7b5/Gb',
      root: 'Eb',
      bass: 'Gb',
      tones: ['Eb', 'Gb', 'Bbb', 'Db'],
      degrees: ['1', 'b3', 'b5', 'b7'],
      pitchClasses: [1, 3, 6, 9],
      scale: 'locrian',
    });
    expect(await json('chord', 'C/D')).toMatchObject({ bass: 'D', pitchClasses: [0, 4, 7] });
  });

  it('players: the soloists, for a chart those that fit first; take: what one of them plays over some bars', async () => {
    type Player = { id: string; name: string; instrument: string; fit?: number; reasons: string[] };
    const all = (await json('players')) as unknown as Player[];
    expect(all.length).toBeGreaterThanOrEqual(16);
    expect(all[0]).toMatchObject({ kind: 'solo', instrument: 'Flute', feel: 'straight', reasons: [] });
    const fitting = (await json('players', '--fit', CHART)) as unknown as Player[];
    expect(fitting.map(({ id }) => id).sort()).toEqual(all.map(({ id }) => id).sort());
    expect(fitting[0]!.fit).toBeGreaterThan(fitting.at(-1)!.fit!);
    expect(fitting.at(-1)!.reasons.length).toBeGreaterThan(0);
    type Take = { bars: number[]; notes: { start: number; duration: number; why: string }[] };
    const asked = ['take', CHART, '--player', fitting[0]!.id, '--bars', '5-8'];
    const take = (await json(...asked, '--seed', '3')) as unknown as Take;
    expect(take.bars).toEqual([5, 8]);
    expect(take.notes.length).toBeGreaterThan(3);
    expect(take.notes.every(({ start, why }) => start >= 15 && start < 32 && why.length > 0)).toBe(true);
    expect(await json(...asked, '--seed', '3')).toEqual(take);
    expect(await json(...asked, '--seed', '4')).not.toEqual(take);
    const refused = async (...args: string[]) => {
      const { err, status } = await run(...args);
      expect(status).toBe(2);
      return err;
    };
    expect(await refused('take', CHART, '--player', 'nobody', '--bars', '1')).toContain('no player "nobody"');
    expect(await refused('take', CHART, '--player', all[0]!.id)).toContain('Say which bars');
    for (const bars of ['0', '8-5', '1-999', 'x', '-3']) {
      expect(await refused('take', CHART, '--player', all[0]!.id, `--bars=${bars}`)).toMatch(/bars|Bars/);
    }
  });

  it('settings: what can be set for a part, each with what it can be', async () => {
    const settings = (await json('settings')) as readonly { readonly name: string }[];
    const of = (name: string) => settings.find((s) => s.name === name);
    expect(of('palm')).toMatchObject({ values: 'true, false', neutral: false, kinds: ['guitar'] });
    expect(of('register')).toMatchObject({ values: '23 to 84', unit: 'MIDI number', moves: 'notes' });
    expect(of('density')).toMatchObject({ values: '1 to 5', kinds: null });
  });

  it('render: whole, one section, one part, every part; in every form', async () => {
    const short = join(dir, 'short.txt');
    writeFileSync(short, 'title: Slip\nstyle: firebreak\ntempo: 150\n[Verse]\nE5 | A5\n[Chorus]\nC\n');
    interface Rendered {
      readonly file: string;
      readonly seconds: number;
      readonly peak: number;
      readonly loudness: number;
      readonly truePeak: number;
      readonly stems: readonly Rendered[];
    }
    const rendered = async (...args: string[]): Promise<Rendered> => {
      const { out, err, status } = await run('render', short, ...args);
      expect([err, status]).toEqual(['', 0]);
      return JSON.parse(out) as Rendered;
    };
    const whole = await rendered(
      '--out',
      join(dir, 'slip.wav'),
      '--stems',
      join(dir, 'parts'),
      '--bits',
      '24',
    );
    expect(whole.truePeak).toBeLessThanOrEqual(-1);
    expect(whole.loudness).toBeGreaterThan(-24);
    expect(whole.stems.map((s) => s.seconds)).toEqual(whole.stems.map(() => whole.seconds));
    expect(whole.stems.length).toBeGreaterThan(2);
    expect(readFileSync(whole.file).readUInt16LE(34)).toBe(24);
    const chorus = await rendered('--out', join(dir, 'chorus.mp3'), '--section', 'chorus', '--only', 'bass');
    expect(chorus.seconds).toBeLessThan(whole.seconds - 2);
    expect(chorus.peak).toBeLessThan(whole.peak);
    // An MP3 file begins with a frame's sync word.
    expect(readFileSync(chorus.file).readUInt16BE(0) & 0xffe0).toBe(0xffe0);
    const ogg = await rendered('--out', join(dir, 'slip.ogg'), '--section', 'Chorus', '--plain');
    expect(readFileSync(ogg.file).toString('latin1', 0, 4)).toBe('OggS');
    for (const [args, says] of [
      [['--out', join(dir, 'x.flac')], /end in \.wav, \.mp3 or \.ogg, not in "\.flac"/],
      [['--out', join(dir, 'x.mp3'), '--bits', '24'], /--bits belongs to WAV files/],
      [['--out', join(dir, 'x.wav'), '--bits', '20'], /bits/],
      [
        ['--out', join(dir, 'x.wav'), '--section', 'Bridge'],
        /No section "Bridge" is played\. There are Verse, Chorus/,
      ],
      [['--out', join(dir, 'x.wav'), '--only', 'kazoo'], /No part "kazoo" is heard/],
      [['--out', join(dir, 'nowhere/x.wav')], /cannot be written/],
      [[], /Say where to write the file/],
    ] as const) {
      const { err, status } = await run('render', short, ...args);
      expect([err, status]).toEqual([expect.stringMatching(says), 2]);
    }
  }, 120_000);

  it('voice: in a manner, dressed, and as guitar shapes in a tuning', async () => {
    const voiced = async (...args: string[]) =>
      JSON.parse((await run('voice', CHART, ...args)).out) as {
        symbol: string;
        pitches: number[];
        frets?: number[];
      }[];
    expect((await voiced('--manner', 'shell'))[0]).toMatchObject({ symbol: 'G', start: 0, duration: 4 });
    expect((await voiced('--manner', 'shell')).every((c) => c.pitches.length === 3)).toBe(true);
    expect((await voiced('--richness', 'sevenths')).map((c) => c.symbol)).toContain('Cmaj7');
    const [g] = await voiced('--manner', 'guitar');
    expect(g).toMatchObject({ frets: [3, 2, 0, 0, 0, 3], pitches: [43, 47, 50, 55, 59, 67] });
    expect(
      (await voiced('--manner', 'guitar', '--tuning', 'DADGAD', '--voices', '4'))[0]!.pitches,
    ).toHaveLength(4);
  });

  it('voice: what cannot be is said, with what can', async () => {
    expect(await run('voice', CHART, '--manner', 'guitar', '--voices', '8')).toMatchObject({ status: 2 });
    expect((await run('voice', CHART, '--manner', 'guitar', '--voices', '8')).err).toContain('six strings');
    expect((await run('voice', CHART, '--manner', 'guitar', '--register', '70')).err).toContain(
      'highest place on the neck',
    );
    expect((await run('voice', CHART, '--manner', 'spready')).err).toContain(
      '--manner takes one of free, close',
    );
    expect((await run('voice', CHART, '--spread', '40')).err).toContain('2 to 12');
  });

  it('as a program of its own: answers, complains, and stops when nobody reads on', async () => {
    const spawned = (command: string) =>
      spawnSync('bash', ['-c', command], { cwd: ROOT, encoding: 'utf8', timeout: 300_000 });
    expect(JSON.parse(spawned('bin/backline chord C').stdout)).toMatchObject({ symbol: 'C' });
    expect(spawned('bin/backline sing')).toMatchObject({ status: 2, stdout: '' });
    expect(spawned(`bin/backline notes ${CHART} | head -c 100`)).toMatchObject({ status: 0, stderr: '' });
    expect(spawned('printf "C | F" | bin/backline voice -').stdout).toContain('"symbol": "F"');
  });

  it('recognise', async () => {
    expect((await json('recognise', 'E3', 'A3', 'C4', 'E4')).names?.[0]).toBe('Am/E');
    expect((await json('recognise', '60', '64', '67')).names?.[0]).toBe('C');
  });

  it('notes with parts set, one setting after another', async () => {
    const played = async (...settings: string[]) => {
      const found = (await json('notes', CHART, ...settings.flatMap((x) => ['--part', x]))) as unknown as {
        parts: { id: string; notes: unknown[] }[];
      };
      return (id: string) => found.parts.find((p) => p.id === id)!.notes.length;
    };
    const [usual, sparse, silent] = [
      await played(),
      await played('bass.pattern=eighths', 'bass.density=5', 'bass.density=1', 'bass.listens=false'),
      await played('Strings.on=false'),
    ];
    expect(sparse('bass')).toBeLessThan(usual('bass'));
    expect(sparse('keys')).toBe(usual('keys'));
    expect([silent('strings'), usual('strings') > 0]).toEqual([0, true]);
  });

  it.each([
    ['bass', /PART\.SETTING=VALUE/],
    ['tuba.density=2', /no part "tuba" .* bass, keys/],
    ['bass.loudness=2', /no setting "loudness"/],
    ['bass.density=9', /density/],
    ['bass.pattern=polka', /no pattern "polka".* quayside-roots, quayside-eighths/],
    ['bass.__proto__=1', /no setting "__proto__"/],
  ])('--part %s is complained of', async (option, message) => {
    const { status, err } = await run('notes', CHART, '--part', option);
    expect([status, err]).toEqual([2, expect.stringMatching(message)]);
  });

  it('listen', async () => {
    const heard = (await json('listen', CHART, '--style', 'copperline')) as Record<string, unknown>;
    const idiom = heard.idiom as { says: string; source: string; value: number | null; holds: boolean }[];
    expect(idiom.length).toBeGreaterThanOrEqual(3);
    for (const { says, source, holds } of idiom)
      expect([says, source !== '', holds]).toEqual([says, true, true]);
    expect(heard).toMatchObject({
      style: 'copperline',
      chordChangesMissed: 0,
      debris: 0,
      doubleStrikes: 0,
      jumpsOfExpression: 0,
      bassLeapsOverAnOctave: 0,
      thirdsAndSeventhsLost: 0,
    });
    expect(heard.leadClear).toBeGreaterThanOrEqual(75);
    const lines = heard.lines as Record<string, Record<string, number | object | null>>;
    expect(Object.keys(lines)).toEqual(['solo']);
    expect(lines.solo).toMatchObject({
      inRange: 100,
      endings: 100,
      intervals: { step: expect.any(Number) as number },
    });
    expect(JSON.stringify(heard.together)).toMatch(/All take|Every chord is taken/);
    // Verse twice and a chorus: it begins with few, and has all at the end.
    const playings = heard.sections as { section: string; timesPlayed: number; parts: string[] }[];
    expect(playings.map(({ section, timesPlayed }) => `${section} ${timesPlayed}`)).toEqual([
      'Verse 1',
      'Verse 2',
      'Chorus 1',
    ]);
    expect(playings[2]!.parts.length).toBeGreaterThan(playings[0]!.parts.length);
    const [verse] = heard.growth as { section: string; notes: number }[];
    expect(verse).toMatchObject({ section: 'Verse', notes: expect.closeTo(1, 0) });
    expect(heard.notesOnGrid).toBeGreaterThan(95);
    const { firstSixteenBars, lastSixteenBars } = heard.newContent as Record<string, number>;
    expect(firstSixteenBars).toBeGreaterThan(lastSixteenBars! / 2);
    const voices = heard.voices as { semitonesAtSeams: number }[];
    for (const { semitonesAtSeams } of voices) expect(semitonesAtSeams).toBeLessThan(3);
  });

  it('styles', async () => {
    const styles = (await json('styles')) as unknown as {
      id: string;
      feel: string;
      metres: string[];
      tempo: number[];
    }[];
    expect(styles.length).toBeGreaterThanOrEqual(28);
    expect(new Set(styles.map((s) => s.feel))).toEqual(
      new Set(['straight', 'swung', 'twelve-eight', 'sixteenths']),
    );
    for (const s of styles) expect(s.metres.length).toBeGreaterThan(0);
    const [first] = (await json('styles', '--details')) as unknown as Record<string, unknown>[];
    expect(first).toMatchObject({
      id: 'quayside',
      band: expect.any(Array),
      parts: { bass: expect.any(Array) },
    });
  });

  it('styles that fit a chart, best first, with what does not', async () => {
    const fitting = (await json('styles', '--fit', CHART)) as unknown as {
      id: string;
      fit: number;
      reasons: string[];
      because: string[];
    }[];
    const fits = fitting.map((s) => s.fit);
    expect(fits).toEqual([...fits].sort((a, b) => b - a));
    expect(fitting[0]!.reasons).toEqual([]);
    expect(fitting[0]!.because.length).toBeGreaterThan(0);
    const waltz = fitting.find((s) => s.id === 'turnabout')!;
    expect(waltz.reasons.join()).toMatch(/made for 3\/4/);
    expect((await run('styles', '--fit', 'nowhere.txt')).status).toBe(2);
    const asked = (await json('styles', '--fit', CHART, '--asked', 'slow soul in 12/8')) as typeof fitting;
    expect(asked[0]).toMatchObject({ id: 'slowtide' });
    expect(asked[0]!.because[0]).toBe('you asked for slow, soul and 12/8');
    expect((await run('styles', '--asked', 'soul')).err).toContain('--fit CHART');
  });

  it('patterns of a kind: the style’s own first, each with what it is for', async () => {
    const bass = (await json('patterns', 'courtyard', 'bass')) as unknown as Record<string, unknown>[];
    expect(bass.length).toBeGreaterThanOrEqual(48);
    expect(bass[0]).toMatchObject({
      id: 'son-tumbao',
      inStyle: true,
      metres: ['4/4', '2/4', '3/4'],
      genres: ['son', 'salsa', 'latin'],
    });
    expect(bass.find((p) => p.id === 'triplet-walk')).toMatchObject({ inStyle: false, feel: 'twelve-eight' });
    const fitting = (await json('patterns', 'courtyard', 'bass', '--fit', CHART)) as unknown as {
      fit: number;
    }[];
    expect(fitting[0]!.fit).toBeGreaterThanOrEqual(fitting.at(-1)!.fit);
    expect((await run('patterns', 'nowhere', 'bass')).err).toContain('no style "nowhere"');
    expect((await run('patterns', 'courtyard', 'kazoo')).err).toContain('only bass, keys');
  });

  it('style-check: what a file holds, or what is wrong with it and where', async () => {
    const folder = join(ROOT, 'packages/core/src');
    expect(await json('style-check', join(folder, 'styles/terrazzo.json'))).toMatchObject({
      id: 'terrazzo',
      parts: { bass: expect.arrayContaining(['bossa-bass']) },
    });
    expect(await json('style-check', join(folder, 'patternLibrary/arp/ripples.json'))).toMatchObject({
      kind: 'arp',
    });
    expect((await run('style-check', join(ROOT, 'package.json'))).err).toContain('This is no style');
    expect((await run('style-check', join(ROOT, 'README.md'))).err).toContain('is no JSON');
    // Each with a code that stays while its sentence may get better.
    expect((await run('style-check', join(ROOT, 'package.json'))).err).toMatch(/\[format-unknown\]\n$/);
    expect((await run('style-check', join(ROOT, 'README.md'))).err).toMatch(/\[file-unreadable\]\n$/);
    expect((await run('chord', 'Hq')).err).toMatch(/\[chord-unreadable\]\n$/);
    expect((await run('band', CHART, '--out', '/nowhere/a.mid')).err).toMatch(/\[file-unwritable\]\n$/);
    expect((await run('notes', CHART, '--style', 'none')).err).toMatch(/\[style-unknown\]\n$/);
    expect((await run('sing')).err).toMatch(/\[usage\]\n$/);
    expect((await run('style-check')).err).toContain('Name one file');
    const broken = join(newFolder(), 'broken.json');
    const style = JSON.parse(readFileSync(join(folder, 'styles/terrazzo.json'), 'utf8')) as {
      parts: { bass: { use: string[] } };
    };
    style.parts.bass.use.push('gone');
    writeFileSync(broken, JSON.stringify(style));
    expect((await run('style-check', broken)).err).toMatch(
      /parts\.bass\.use\.\d: there is no pattern "gone"/,
    );
  });

  it('voice', async () => {
    const chords = (await json(
      'voice',
      CHART,
      '--voices',
      '5',
      '--register',
      '48',
      '--spread',
      '5',
    )) as unknown as {
      pitches: number[];
      start: number;
    }[];
    expect(chords).toHaveLength(14);
    expect(new Set(chords.map((c) => c.pitches.length))).toEqual(new Set([5]));
    expect(chords[3]!.start).toBe(10);
  });

  it('notes', async () => {
    const read = (await json('notes', CHART, '--style', 'lamplight', '--seed', '7')) as unknown as {
      title: string;
      key: string;
      tempo: number;
      ppq: number;
      chords: { symbol: string; start: number; pass: number; section: string }[];
      parts: { kind: string; channel: number; notes: { start: number; why: string }[] }[];
    };
    expect([read.title, read.key, read.tempo, read.ppq]).toEqual(['Quay', 'G', 110, 480]);
    expect(read.chords.map((c) => c.pass).slice(4, 7)).toEqual([1, 2, 2]);
    expect(read.parts.map((p) => p.kind).sort()).toEqual([
      'arp',
      'bass',
      'drums',
      'guitar',
      'keys',
      'solo',
      'strings',
    ]);
    expect((await run('notes', CHART, '--style', 'lamplight', '--seed', '7')).out).toBe(
      (await run('notes', CHART, '--style', 'lamplight', '--seed', '7')).out,
    );
  });

  it('band writes a file a strict reader takes', async () => {
    const out = join(dir, 'song.mid');
    expect((await run('band', CHART, '--out', out)).status).toBe(0);
    expect(readStrictly(readFileSync(out)).tracks).toHaveLength(8);
  });

  it('staff writes one part as notation, as it sounds or as its instrument reads it', async () => {
    const written = async (...more: string[]) => {
      const out = join(dir, 'solo.musicxml');
      const { status, out: said } = await run('staff', CHART, '--out', out, ...more);
      expect(status).toBe(0);
      return { said: JSON.parse(said) as { bars: number; part: string }, xml: readFileSync(out, 'utf8') };
    };
    const tenor = ['--part', 'solo.instrument=66'];
    const { said, xml } = await written(...tenor);
    expect(said.part).toBe('solo');
    expect(xml.match(/<measure /g)).toHaveLength(said.bars);
    expect(xml).not.toContain('<transpose>');
    expect((await written(...tenor, '--for-instrument')).xml).toContain('<chromatic>-14</chromatic>');
    expect((await written('--only', 'bass')).xml).toContain('<sign>F</sign>');
  });

  it.each([
    [['chord', 'Cfoo'], /character 2 of the chord "Cfoo"/],
    [['chord'], /Name one chord/],
    [['recognise', 'C9x'], /"C9x" is not a note/],
    [['notes', '/nowhere.txt'], /no such file/],
    [['notes', CHART, '--style', 'polka9'], /no style "polka9"/],
    [['notes', CHART, '--seed', 'many'], /whole number/],
    [['notes', CHART, '--loud'], /--loud/],
    [['voice', CHART, '--voices', '99'], /from 3 to 8/],
    [['band', CHART], /where to write/],
    [['band', CHART, '--out', '/nowhere/x.mid'], /cannot be written/],
    [['staff', CHART], /where to write/],
    [['staff', CHART, '--only', 'drums', '--out', 'x.musicxml'], /no part "drums" with pitches/],
    [['staff', CHART, '--out', '/nowhere/x.musicxml'], /cannot be written/],
    [['sing'], /no command "sing"/],
  ])('%j fails with one plain sentence and status 2', async (args, sentence) => {
    const { err, out, status } = await run(...args);
    expect([status, out]).toEqual([2, '']);
    expect(err).toMatch(sentence);
    expect(err.trim().split('\n')).toHaveLength(1);
  });

  const charts: readonly (readonly [string, string, RegExp | null])[] = [
    ['a chord no hand holds whole', 'C7b9/B | C7#5b9/G | F#13#11/E | Ab7#9/D', null],
    ['a degree altered past any note', 'key: Cb\nI/bb4 | V', /"I\/bb4" is not a chord/],
    ['a chord of no length', '| C{for 0/4} G |', /no length at all/],
    ['lengths and beats that do not add up', '| C{for 3/8} / G / |', /more than it holds/],
    ['an empty bar', '| |', /bar is empty/],
    ['bar lines alone', '|||', /bar is empty/],
    ['options without a chord', '{push 1/8} C', /chord is missing in front of "{push/],
    ['a push of nothing a chord', 'C{push 99999/1}', /half note at most/],
    ['a form of a million bars', `[A]\n${'C |'.repeat(900)}\n${'[A] x16\n'.repeat(99)}`, /plays out to/],
    ['noise', '\u0000\u0001\ud83d ]][[ {{ }}', /not a chord|halves of characters/],
    ['a heading that is not closed', '[Verse\nC', /not closed/],
    ['odd ticks', '| C{for 1919/1920} G{for 1/1920} |', null],
    ['a chart of 3 MB', 'C | '.repeat(750_000), /at most 1 MB/],
  ];
  it.each(charts)('%s: notes, or one plain sentence', async (_, text, sentence) => {
    const file = join(dir, 'odd.txt');
    writeFileSync(file, text);
    for (const args of [
      ['notes', file],
      ['voice', file, '--manner', 'guitar'],
      ['ideas', file],
    ]) {
      const { out, err, status } = await run(...args);
      if (sentence) {
        expect([status, out]).toEqual([2, '']);
        expect(err).toMatch(sentence);
        expect(err.trim().split('\n')).toHaveLength(1);
      } else expect([status, err]).toEqual([0, '']);
    }
  });

  it('voice says what the nearest shape lacks', async () => {
    const file = join(dir, 'hard.txt');
    writeFileSync(file, 'Bb13#11/B | C');
    const [hard, plain] = JSON.parse(
      (await run('voice', file, '--manner', 'guitar', '--tuning', 'half-step down')).out,
    ) as {
      lacks?: string[];
    }[];
    expect(hard!.lacks).toEqual([expect.stringMatching(/not the bass B/)]);
    expect(plain!.lacks).toBeUndefined();
  });

  it('says file, line and column of a chart that does not read', async () => {
    const bad = join(dir, 'bad.txt');
    writeFileSync(bad, '[Verse]\nC | Gm77');
    expect((await run('notes', bad)).err).toContain(
      `${bad}:2:8: "Gm77" is not a chord that can be read. Did you mean "Gm7"?`,
    );
  });

  it('helps everywhere', async () => {
    for (const args of [['--help'], ['chord', '--help'], ['band', '--help'], []]) {
      const { out, status } = await run(...args);
      expect(status).toBe(0);
      expect(out).toMatch(/backline/);
    }
  });

  it('ideas', async () => {
    const found = (await json('ideas', CHART, '--after', '3')) as unknown as {
      key: string;
      before: string;
      after: string;
      ideas: { symbol: string; numeral: string; why: string; cost: number }[];
    };
    expect(found).toMatchObject({ key: 'G', before: 'C', after: 'D' });
    expect(found.ideas.length).toBeGreaterThan(10);
    for (const idea of found.ideas) expect(idea.why).not.toBe('');
    expect(((await json('ideas', CHART)) as { after?: unknown }).after).toBeNull();
    expect((await run('ideas', CHART, '--after', '99')).err).toMatch(
      /--after takes a whole number from 0 to 14/,
    );
  });

  it('route', async () => {
    const found = (await json('route', 'C', 'Eb major', '--steps', '4', '--key', 'C')) as unknown as {
      routes: { chords: string[]; why: string[] }[];
    };
    expect(found.routes).toHaveLength(3);
    expect(found.routes[0]!.chords).toHaveLength(5);
    expect(found.routes[0]!.chords.slice(-2)).toEqual(['Bb7', 'Eb']);
    expect(await run('route', 'C', 'Gq', '--steps', '3')).toMatchObject({
      status: 2,
      err: expect.stringContaining('Did you mean "G'),
    });
    expect((await run('route', 'C', 'G', '--steps', '40')).err).toMatch(/from 1 to 12/);
    expect((await run('route', 'C', 'G', '--steps', '2', '--key', 'H')).err).toMatch(/"H" is not a key/);
  });
});
