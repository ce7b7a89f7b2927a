import fc from 'fast-check';
import type { BandNote } from '@backline/core/band/bandNote';
import { renderBand, type Band, type BandPart } from '@backline/core/band/index';
import type { Song } from '@backline/core/song/schema';
import { KINDS } from '@backline/core/parts/index';
import { readStyle } from '@backline/core/style/read';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { chordPitchClasses } from '@backline/core/theory/chord';
import { pitchClass } from '@backline/core/theory/pitch';
import { cycle } from '@backline/core/parts/arp/notes';
import { struckStrings } from '@backline/core/parts/guitar/notes';
import { STYLES, anyBandedSong, patternsIn, song, withSettings } from '../support/music';
import { OURS } from '@backline/core/styles/index';

const still = { groove: { lateness: 0, strength: 0, swing: 50 } } as const;
const partOf = (band: Band, kind: string): BandPart => band.parts.find((p) => p.kind === kind)!;
const play = (s: Song, kind: string, settings = {}): readonly BandNote[] =>
  partOf(renderBand(withSettings(s, kind, { ...still, ...settings }), OURS), kind).notes;

describe('styles are data', () => {
  it.each(STYLES.map((s) => [s.id, s] as const))(
    '%s fits the schema and has two patterns a part',
    (_, style) => {
      expect(readStyle(style, KINDS)).toEqual({ style, trouble: null });
      for (const kind of Object.keys(style.parts)) {
        const ids = style.parts[kind]!.patterns.map((p) => p.id);
        expect(new Set(ids).size).toBe(ids.length);
        expect(ids.length).toBeGreaterThanOrEqual(2);
      }
    },
  );

  it('differ in feel', () =>
    expect(new Set(STYLES.map((s) => s.feel))).toEqual(
      new Set(['straight', 'swung', 'twelve-eight', 'sixteenths']),
    ));
});

describe('bass', () => {
  // The bass states the change: common practice; for walking lines Ed Friedland, Building Walking
  // Bass Lines (Hal Leonard, 1993).
  it('plays the bass of every chord on its first beat, also where it is pushed or a slash chord', () => {
    fc.assert(
      fc.property(anyBandedSong, fc.nat(), (s, pick) => {
        // A tumbao has it before the bar, and some leave a one out: the idioms tell of those.
        const patterns = patternsIn(s.style, 'bass').filter((p) => p.changeStroke !== 'wait');
        const pattern = patterns[pick % patterns.length]!.id;
        const band = renderBand(withSettings(s, 'bass', { ...still, pattern }), OURS);
        const notes = partOf(band, 'bass').notes;
        const wrong = band.chords.filter((chord) => {
          if (chord.symbol === null) return false;
          const { anticipation: push } = chord;
          const at = notes.find(
            (n) =>
              n.start <= chord.start &&
              n.start >= chord.start - push &&
              n.start + n.duration > chord.start - push,
          );
          return !at || at.pitch % 12 !== pitchClass(parseChord(chord.symbol).bass);
        });
        expect({ pattern, wrong }).toEqual({ pattern, wrong: [] });
      }),
      { numRuns: 80 },
    );
  });

  it('is one voice', () => {
    const notes = play(song('C | Am7 | Dm7 G7 | C', 'style: lamplight'), 'bass', { density: 5 });
    notes
      .slice(1)
      .forEach((n, i) => expect(notes[i]!.start + notes[i]!.duration).toBeLessThanOrEqual(n.start));
  });

  it('walks into each next root by a half step, a whole step or a fifth, repeats no tone, leaps an octave at most', () => {
    const s = song(
      'Dm7 | G7 | Cmaj7 | A7 | Dm7 G7 | Em7 A7 | Dm7 | G7 | C6 | C6',
      'style: lamplight\nkey: C',
    );
    for (let seed = 1; seed <= 40; seed++) {
      const band = renderBand({ ...withSettings(s, 'bass', still), seed }, OURS);
      const notes = partOf(band, 'bass').notes;
      const starts = new Map(notes.map((n, i) => [n.start, i]));
      for (const chord of band.chords.slice(1)) {
        const index = starts.get(chord.start)!;
        const leap = Math.abs(notes[index]!.pitch - notes[index - 1]!.pitch);
        expect([1, 2, 5, 7]).toContain(leap);
        expect(notes[index - 1]!.noteFunction).toBe('approach');
      }
      notes.slice(1).forEach((n, i) => {
        if (Math.abs(n.pitch - notes[i]!.pitch) > 12) throw new Error(`seed ${seed}: a leap at ${n.start}`);
        if (n.pitch === notes[i]!.pitch) throw new Error(`seed ${seed}: the tone at ${n.start} is repeated`);
      });
    }
  });
});

describe('chord changes', () => {
  it('a push plays the chord early in every part that follows it, and nothing of the old chord after it', () => {
    const s = song('C | F{push 1/8} | G | C');
    for (const kind of ['bass', 'keys', 'guitar', 'strings'] as const) {
      const notes = play(s, kind, { strum: 0 });
      const early = notes.filter((n) => n.start === 1920 - 240);
      const tones = new Set(chordPitchClasses(parseChord('F')));
      expect([kind, early.length > 0, early.every((n) => tones.has(n.pitch % 12))]).toEqual([
        kind,
        true,
        true,
      ]);
      const overlapping = notes.filter(
        (n) => n.start < 1680 && n.start + n.duration > 1680 && !tones.has(n.pitch % 12),
      );
      expect([kind, overlapping]).toEqual([kind, []]);
    }
  });

  it('a push into a section is played by that section and cuts the one before', () => {
    const s = song('C | C\n[B]\nF{push 1/8} | F');
    const notes = play(s, 'bass');
    expect(notes.some((n) => n.start === 2 * 1920 - 240 && n.pitch % 12 === 5)).toBe(true);
    expect(notes.some((n) => n.start === 2 * 1920)).toBe(false);
  });

  it('restart begins the pattern again in the middle of a bar, carry on keeps its place', () => {
    const s = song('C G | C G | C G | C G');
    const offsets = (atChange: 'restart' | 'carry on') =>
      play(s, 'arp', { pattern: 'ripple', density: 5, atChange })
        .filter((n) => n.start >= 960 && n.start < 1920)
        .map((n) => n.pitch);
    expect(offsets('restart')[0]).not.toBe(offsets('carry on')[0]);
    const [first] = play(s, 'arp', { pattern: 'ripple', density: 5, atChange: 'restart' });
    expect(first!.start).toBe(0);
  });

  it('an accompanying part sounds only tones of its chord, save where the bass approaches', () => {
    fc.assert(
      fc.property(anyBandedSong, fc.constantFrom<string>('keys', 'guitar', 'arp', 'strings'), (s, kind) => {
        const band = renderBand(withSettings(s, kind, { ...still, strum: 0 }), OURS);
        const foreign = partOf(band, kind).notes.filter((n) =>
          ['passing tone', 'approach'].includes(n.noteFunction),
        );
        expect(foreign).toEqual([]);
      }),
      { numRuns: 40 },
    );
  });
});

describe('guitar', () => {
  it('a down stroke goes from the low string to the high one in about 30 ms, an up stroke the other way on fewer', () => {
    const s = song('G | G | G | G', 'tempo: 120');
    const notes = play(s, 'guitar', { pattern: 'strum', strum: 30 });
    const down = notes.filter((n) => n.start < 40);
    expect(down.map((n) => n.pitch)).toEqual([43, 47, 50, 55, 59, 67]);
    // 30 ms at 120 a minute are 28.8 ticks: common practice for a strum.
    expect(down[5]!.start - down[0]!.start).toBe(29);
    const up = notes.filter((n) => n.start >= 720 && n.start < 760);
    expect(up.length).toBeLessThan(down.length);
    expect(up.map((n) => n.pitch)).toEqual([...up.map((n) => n.pitch)].sort((a, b) => b - a));
  });

  it('the strum time can be set from none to 120 ms, and a stroke rings until the next', () => {
    const s = song('G | G | G | G', 'tempo: 120');
    expect(
      new Set(
        play(s, 'guitar', { strum: 0 })
          .filter((n) => n.start < 200)
          .map((n) => n.start),
      ),
    ).toEqual(new Set([0]));
    const slow = play(s, 'guitar', { strum: 120 }).filter((n) => n.start < 200);
    expect(slow[slow.length - 1]!.start).toBe(115);
    expect(slow[0]!.start + slow[0]!.duration).toBe(480);
  });

  it('picks strings by their role', () => {
    const event = (strings: 'bass' | '1' | '3') => ({
      at: 0,
      for: 1,
      minDensity: 1,
      accent: 1,
      stroke: 'pick' as const,
      strings,
      muted: false,
    });
    expect(struckStrings(event('bass'), [43, 47, 50, 55, 59, 67], parseChord('G'))).toEqual([43]);
    expect(struckStrings(event('1'), [43, 47, 50, 55, 59, 67], parseChord('G'))).toEqual([67]);
    expect(struckStrings(event('3'), [43, 47, 50, 55, 59, 67], parseChord('G'))).toEqual([55]);
  });
});

describe('arp orders', () => {
  it.each([
    ['up', [1, 2, 3]],
    ['down', [3, 2, 1]],
    ['up-down', [1, 2, 3, 2]],
    ['converging', [1, 3, 2]],
  ] as const)('%s', (order, expected) => expect(cycle(order, [1, 2, 3], 1)).toEqual(expected));

  it('spans octaves', () => expect(cycle('up', [60, 64], 2)).toEqual([60, 64, 72, 76]));
});

describe('strings', () => {
  it('hold common tones across a change', () => {
    const notes = play(song('C | Am | F | G'), 'strings', { pattern: 'held' });
    expect(notes.some((n) => n.duration > 1920)).toBe(true);
  });
});

describe('drums', () => {
  const s = song('C | F | G | C\n[Chorus]\nF | G | C | C', 'tempo: 100');

  it('fill into a new section, crash on its first beat, and end on a hit', () => {
    const notes = play(s, 'drums');
    expect(
      notes.some((n) => n.noteFunction === 'fill' && n.start >= 4 * 1920 - 960 && n.start < 4 * 1920),
    ).toBe(true);
    expect(notes.some((n) => n.noteFunction === 'crash' && n.pitch === 49 && n.start === 4 * 1920)).toBe(
      true,
    );
    const last = notes.filter((n) => n.start >= 7 * 1920);
    expect(last.map((n) => [n.start, n.pitch, n.noteFunction]).sort()).toEqual([
      [7 * 1920, 36, 'last hit'],
      [7 * 1920, 49, 'last hit'],
    ]);
  });

  it('play on where the ending is left open', () => {
    expect(play({ ...s, ending: 'open' }, 'drums').some((n) => n.start > 7 * 1920 + 480)).toBe(true);
  });
});

describe('solo', () => {
  const s = song('Dm7 | G7 | Cmaj7 | Am7 | Dm7 | G7 | Cmaj7 | C6', 'style: lamplight\nkey: C');

  it('rests between phrases, and is one voice', () => {
    const notes = play(s, 'solo', { density: 5 });
    const gaps = notes.slice(1).map((n, i) => n.start - notes[i]!.start - notes[i]!.duration);
    expect(Math.max(...gaps)).toBeGreaterThanOrEqual(460);
    expect(Math.min(...gaps)).toBeGreaterThanOrEqual(0);
  });

  it('what is no tone of the chord on the first beat of a bar, or is held a half step above one, goes on by step within a beat', () => {
    for (let seed = 1; seed <= 30; seed++) {
      const band = renderBand({ ...withSettings(s, 'solo', { ...still, density: 5 }), seed }, OURS);
      const { notes } = partOf(band, 'solo');
      notes.forEach((n, i) => {
        const chord = band.chords.find((c) => n.start >= c.start && n.start < c.start + c.duration)!;
        const tones = chordPitchClasses(parseChord(chord.symbol!));
        const isTone = tones.includes(n.pitch % 12);
        const next = notes[i + 1];
        const size = next ? Math.abs(next.pitch - n.pitch) : 0;
        const goesOn = next && next.start - n.start <= 480 && size > 0 && size <= 2;
        if (n.start % 1920 === 0 && !isTone && !goesOn) throw new Error(`seed ${seed}: left at ${n.start}`);
        const anticipates = n.start + n.duration > chord.start + chord.duration - 10;
        const rubs = tones.includes((n.pitch + 11) % 12) && !isTone;
        if (n.duration > 300 && !anticipates && rubs && !goesOn)
          throw new Error(`seed ${seed}: a held rub at ${n.start}`);
      });
    }
  });

  it.each(['quayside', 'lamplight'])('turns wide leaps back by a step or a third (%s)', (style) => {
    const chart = song('C | Am7 | Dm7 | G7 | Em7 | A7 | Dm7 G7 | C', `style: ${style}`);
    let leaps = 0;
    let back = 0;
    for (let seed = 1; seed <= 60; seed++) {
      // A note that is struck again is one of the contour.
      const notes = play({ ...chart, seed }, 'solo', { density: 5 }).filter(
        (n, i, all) => n.pitch !== all[i - 1]?.pitch,
      );
      for (let i = 1; i + 1 < notes.length; i++) {
        const [before, here, after] = [notes[i - 1]!, notes[i]!, notes[i + 1]!];
        const leap = here.pitch - before.pitch;
        // Only within a phrase: a new one begins where it likes.
        const restsBehind = (n: typeof here, next: typeof here) => next.start - n.start - n.duration > 200;
        if (Math.abs(leap) <= 5 || restsBehind(before, here) || restsBehind(here, after)) continue;
        leaps++;
        const next = after.pitch - here.pitch;
        if (next * leap < 0 && Math.abs(next) <= 4) back++;
      }
    }
    // They are few: of sixty solos some four.
    expect(leaps - back).toBeLessThanOrEqual(Math.max(4, 0.25 * leaps));
  });

  it('a motif returns: bars have a rhythm that one before them had', () => {
    let returned = 0;
    for (let seed = 1; seed <= 30; seed++) {
      const notes = play({ ...s, seed }, 'solo', { density: 5 });
      const rhythms = Array.from({ length: 7 }, (_, bar) =>
        notes
          .filter((n) => Math.floor(n.at / 1920) === bar)
          .map((n) => n.at % 1920)
          .join(),
      );
      returned += rhythms.filter((own, bar) => own.length > 8 && rhythms.indexOf(own) < bar).length;
    }
    expect(returned).toBeGreaterThan(10);
  });
});
