import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { InstrumentFamilyByID, instrumentByPatchID } from '@tonejs/midi/dist/InstrumentMaps';
import fc from 'fast-check';
import { renderBand } from '@backline/core/band/index';
import { GM_FAMILIES, GM_PROGRAMS, programsFound, similarTo } from '@backline/core/song/generalMidi';
import { seatsOf } from '@backline/core/formats/midi/channels';
import { writeMidiFile } from '@backline/core/formats/midi/index';
import { tempoSteps } from '@backline/core/formats/midi/tempos';
import { tempoMap } from '@backline/core/time/tempo';
import { tempoPoints } from '@backline/core/time/tempos';
import { DRUMS } from '@backline/core/parts/drums/percussionMap';
import { anySong, song } from '../support/music';
import { notesOf, readStrictly } from './strictMidi';
import { OURS } from '@backline/core/styles/index';
import { newFolder } from '../support/folder';

const SONG = song(
  'G | Em7 | C{push 1/8} | D7sus4 D7\n[Chorus] x2\nkey: A\ntime: 3/4\nA | F#m7 | Bm7 | E7',
  'title: Fähre am Kai\nkey: G\ntempo: 112\n',
);
const BAND = renderBand(SONG, OURS);
const SEATS = seatsOf(BAND.parts);
const BYTES = writeMidiFile(SONG, BAND);
const asFile = (): string => {
  const file = join(newFolder(), 'song.mid');
  writeFileSync(file, BYTES);
  return file;
};

describe('the MIDI file', () => {
  const read = readStrictly(BYTES);
  const [conductor, ...parts] = read.tracks;
  const meta = (type: number) => conductor!.filter((e) => e.kind === 'meta' && e.a === type);

  it('is type 1 with 480 ticks, a conductor and a track a part', () => {
    expect([read.format, read.division, read.tracks.length]).toEqual([1, 480, 8]);
  });

  it('has the title in UTF-8, tempo, metres, keys, markers and chord names', () => {
    expect(meta(3)[0]!.text).toBe('Fähre am Kai');
    expect(meta(0x51)).toHaveLength(1);
    expect(meta(0x58).map((e) => [e.tick, e.b])).toEqual([
      [0, 4],
      [7680, 3],
    ]);
    expect(meta(0x59).map((e) => [e.tick, e.b])).toEqual([
      [0, 1],
      [7680, 3],
    ]);
    expect(meta(6).map((e) => [e.tick, e.text])).toEqual([
      [0, 'Verse'],
      [7680, 'Chorus'],
      [13440, 'Chorus'],
    ]);
    expect(
      meta(1)
        .slice(0, 5)
        .map((e) => [e.tick, e.text]),
    ).toEqual([
      [0, 'G'],
      [1920, 'Em7'],
      [3840, 'C'],
      [5760, 'D7sus4'],
      [6720, 'D7'],
    ]);
  });

  it('has exactly the notes of the band, drums on channel 10', () => {
    parts.forEach((track, i) => {
      const notes = notesOf(track)
        .map((n) => `${n.start}-${n.end}:${n.pitch}`)
        .sort();
      expect(notes).toEqual(
        BAND.parts[i]!.notes.map((n) => `${n.start}-${n.start + n.duration}:${n.pitch}`).sort(),
      );
      const channels = new Set(track.filter((e) => e.kind !== 'meta').map((e) => e.channel));
      expect([...channels]).toEqual([SEATS[i]!.channel + 1]);
      expect(BAND.parts[i]!.kind === 'drums').toBe(SEATS[i]!.channel === 9);
    });
  });

  it('sets program, level, pan and room before the first note', () => {
    for (const track of parts) {
      const firstNote = track.findIndex((e) => e.kind === 'note on');
      const before = track.slice(0, firstNote);
      expect(before.some((e) => e.kind === 'program')).toBe(true);
      const controls = before.filter((e) => e.kind === 'control').map((e) => e.a);
      expect(controls.slice(0, 3)).toEqual([7, 10, 91]);
    }
  });

  it('reads strictly for any song', () => {
    fc.assert(
      fc.property(anySong, (s) => {
        const { tracks } = readStrictly(writeMidiFile(s, renderBand(s, OURS)));
        tracks.forEach(notesOf);
      }),
      { numRuns: 30 },
    );
  });

  it('leaves muted parts out', () => {
    const muted = {
      ...SONG,
      parts: SONG.parts.map((p) => (p.id === 'arp' ? { ...p, mix: { ...p.mix, mute: true } } : p)),
    };
    expect(readStrictly(writeMidiFile(muted, renderBand(muted, OURS))).tracks).toHaveLength(7);
  });
});

describe('gestures in the file', () => {
  const slid = {
    ...SONG,
    parts: SONG.parts.map((p) => ({
      ...p,
      settings: { ...p.settings, slides: 'many' as const, swell: 'full' as const, pedal: true },
    })),
  };
  const band = renderBand(slid, OURS);
  const file = writeMidiFile(slid, band);

  it('slides are bends that come to rest, swells are controller 11, the pedal is 64 and is let go', () => {
    const { tracks } = readStrictly(file);
    for (const track of tracks.slice(1)) {
      const bends = track.filter((e) => e.kind === 'bend').map((e) => e.a + 128 * e.b);
      if (bends.length) expect(bends.at(-1)).toBe(8192);
      const pedal = track.filter((e) => e.kind === 'control' && e.a === 64).map((e) => e.b);
      if (pedal.length) expect(pedal.at(-1)).toBe(0);
    }
    const all = tracks.flat();
    expect(all.some((e) => e.kind === 'bend' && e.b < 64)).toBe(true);
    expect(all.filter((e) => e.kind === 'control' && e.a === 11).length).toBeGreaterThan(40);
    expect(all.filter((e) => e.kind === 'control' && e.a === 64).length).toBeGreaterThan(10);
  });

  it('mido (Debian python3-mido) finds as many of each as the band has', () => {
    const path = join(newFolder(), 'gestures.mid');
    writeFileSync(path, file);
    const script = [
      'import mido,sys,json',
      'm=[x for t in mido.MidiFile(sys.argv[1]).tracks for x in t]',
      'c=lambda n: sum(1 for x in m if x.type=="control_change" and x.control==n)',
      'b=[x.pitch for x in m if x.type=="pitchwheel"]',
      'print(json.dumps({"bend":len(b),"least":min(b),"most":max(b),"expression":c(11),"pedal":c(64)}))',
    ].join('\n');
    const theirs = JSON.parse(
      execFileSync('/usr/bin/python3', ['-c', script, path], { encoding: 'utf8' }),
    ) as Record<string, number>;
    const gestures = band.parts.flatMap((p) => p.gestures);
    const count = (moves: string) => gestures.filter((g) => g.moves === moves).length;
    expect(theirs.bend).toBe(count('bend'));
    expect(theirs.expression).toBe(count('expression'));
    expect(theirs.pedal).toBe(count('pedal'));
    // Two semitones either way: the whole of what the wheel has.
    expect(theirs.least).toBe(-8192);
    expect(theirs.most).toBeLessThanOrEqual(8191);
  });
});

describe('other readers', () => {
  it('mido (Debian python3-mido) reads the same notes and the right length', () => {
    const script = [
      'import mido,sys,json',
      'm=mido.MidiFile(sys.argv[1])',
      'notes=sum(1 for t in m.tracks for x in t if x.type=="note_on" and x.velocity>0)',
      'chords=[x.text for t in m.tracks for x in t if x.type=="text"]',
      'print(json.dumps({"type":m.type,"length":m.length,"notes":notes,"chords":chords}))',
    ].join('\n');
    const theirs = JSON.parse(
      execFileSync('/usr/bin/python3', ['-c', script, asFile()], { encoding: 'utf8' }),
    ) as Record<string, unknown>;
    expect(theirs.type).toBe(1);
    expect(theirs.notes).toBe(BAND.parts.reduce((sum, p) => sum + p.notes.length, 0));
    expect(theirs.chords).toEqual(BAND.chords.map((c) => c.symbol));
    // 16 beats of four bars and twice 12 of four bars in three, at 112 a minute.
    expect(theirs.length as number).toBeCloseTo((40 * 60) / 112, 1);
  });

  it('midi2abc (Debian abcmidi) finds no stuck or doubled note', () => {
    const out = execFileSync('midi2abc', [asFile()], {
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'pipe'],
      timeout: 300_000,
    });
    expect(out).not.toMatch(/Error/i);
    expect(out).toMatch(/^K:/m);
  });
});

describe('metres of eighths and tempos on their way, in the file and back', () => {
  const CHART = song(
    '{bar 3/8} G | Em7 | C | D7\n[Turn]\ntime: 7/8\nG | Am7\ntempo: 60 over 2 bars\nD7 | G\n[End]\ntime: 3/8\ntempo: quarter = 80\nG | G',
    'key: G\ntime: 6/8\ntempo: 80\n',
  );
  const band = renderBand(CHART, OURS);
  const bytes = writeMidiFile(CHART, band);
  const [conductor] = readStrictly(bytes).tracks;
  const meta = (type: number) => conductor!.filter((e) => e.kind === 'meta' && e.a === type);

  it('signs each metre, and a pick-up by what it holds', () => {
    // Numerator, denominator as a power of two, clocks of the counted note: Standard MIDI File 1.0.
    expect(meta(0x58).map((e) => [e.tick, ...e.bytes!.slice(0, 3)])).toEqual([
      [0, 3, 3, 36],
      [720, 6, 3, 36],
      [720 + 3 * 1440, 7, 3, 12],
      [5040 + 4 * 1680, 3, 3, 12],
    ]);
  });

  it('carries tempos in quarters: a dotted quarter of 80 is a quarter of 120', () => {
    const tempos = meta(0x51).map((e) => [e.tick, (e.bytes![0]! << 16) | (e.bytes![1]! << 8) | e.bytes![2]!]);
    expect(tempos[0]).toEqual([0, 500_000]);
    expect(tempos.at(-1)).toEqual([11_760, 750_000]);
    // Over two bars of seven eighths it slows in steps of an eighth, none faster than the one before.
    const steps = tempos.slice(1, -1).map(([, microseconds]) => microseconds!);
    expect(steps).toHaveLength(14);
    expect(steps).toEqual([...steps].sort((a, b) => a - b));
  });

  it('lasts as long for mido (Debian python3-mido) as the tempo map says, and every bar begins when it should', () => {
    const file = join(newFolder(), 'song.mid');
    writeFileSync(file, bytes);
    const script = 'import mido,sys; print(mido.MidiFile(sys.argv[1]).length)';
    const theirs = Number(execFileSync('/usr/bin/python3', ['-c', script, file], { encoding: 'utf8' }));
    expect(theirs).toBeCloseTo(tempoMap(tempoPoints(band.bars)).secondsAt(band.length), 3);
  });

  it('any song’s tempos add up in the file to what the map says', () => {
    fc.assert(
      fc.property(anySong, (s) => {
        const { bars, length } = renderBand(s, OURS);
        const steps = tempoSteps(bars);
        const seconds = steps.reduce(
          (sum, { tick, microseconds }, i) =>
            sum + (((steps[i + 1]?.tick ?? length) - tick) / 480) * (microseconds / 1e6),
          0,
        );
        expect(seconds).toBeCloseTo(tempoMap(tempoPoints(bars)).secondsAt(length), 2);
      }),
      { numRuns: 20 },
    );
  });
});

describe('General MIDI tables', () => {
  const words = (s: string): string[] =>
    s
      .toLowerCase()
      .replace(/[^a-z0-9 ]/g, ' ')
      .split(/\s+/)
      .filter((w) => w.length > 2);
  const alike = (a: string, b: string): boolean =>
    words(a).some((w) => words(b).some((v) => v.startsWith(w.slice(0, 4)) || w.startsWith(v.slice(0, 4))));
  /** Positions at which two tables have no word in common. */
  const differing = (theirs: readonly string[]): string[] =>
    GM_PROGRAMS.flatMap((name, i) => (alike(name, theirs[i]!) ? [] : [`${i}: ${name} / ${theirs[i]}`]));

  it('families are those of @tonejs/midi; programs are found by name and family, and by what sounds like them', () => {
    // Ours calls the instruments of the world so.
    const named = GM_FAMILIES.map((f) => (f === 'World' ? 'world' : f.toLowerCase()));
    expect(named).toEqual(InstrumentFamilyByID.map((f) => f.toLowerCase().replace(/^ethnic$/, 'world')));
    const names = (text: string) => programsFound(text).map((p) => GM_PROGRAMS[p]);
    expect(names('grand')).toEqual(['Acoustic Grand Piano', 'Electric Grand Piano']);
    expect(names('guitar nylon')).toEqual(['Acoustic Guitar (nylon)']);
    expect(programsFound('brass')).toEqual(expect.arrayContaining([56, 57, 58, 59, 60, 61, 62, 63]));
    expect(programsFound('')).toHaveLength(128);
    expect(programsFound('kazoo')).toEqual([]);
    expect(similarTo(24)).toEqual([25, 26, 27, 28, 29, 30, 31]);
  });

  it('programs are those of @tonejs/midi, by position', () => {
    expect(GM_PROGRAMS).toHaveLength(128);
    expect(differing(instrumentByPatchID)).toEqual([]);
  });

  it('programs and drum keys are those of Debian libmidi-perl', () => {
    const script =
      'use MIDI; print join("|", map { $MIDI::number2patch{$_} } 0..127), "\n", join("|", map { "$_=$MIDI::notenum2percussion{$_}" } 35..81)';
    const [patches, drums] = execFileSync('perl', ['-e', script], { encoding: 'utf8' }).split('\n');
    // The Perl table misspells one name.
    expect(differing(patches!.split('|'))).toEqual(['77: Shakuhachi / Skakuhachi']);
    const table = Object.fromEntries(drums!.split('|').map((d) => d.split('=') as [string, string]));
    const wanted: Record<keyof typeof DRUMS, RegExp> = {
      kick: /bass drum/i,
      snare: /acoustic snare/i,
      'side stick': /side stick/i,
      'closed hat': /closed hi/i,
      'pedal hat': /pedal hi/i,
      'open hat': /open hi/i,
      ride: /ride cymbal 1/i,
      'ride bell': /ride bell/i,
      crash: /crash cymbal 1/i,
      'low tom': /low tom/i,
      'mid tom': /mid tom/i,
      'high tom': /high tom/i,
      tambourine: /tambourine/i,
    };
    for (const [name, key] of Object.entries(DRUMS)) {
      expect([name, table[String(key)]]).toEqual([
        name,
        expect.stringMatching(wanted[name as keyof typeof DRUMS]),
      ]);
    }
  });
});
