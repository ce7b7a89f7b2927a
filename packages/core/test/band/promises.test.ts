/** The promises of the core, each held by a property over songs of any metre, style and chords. */
import fc from 'fast-check';
import { renderBand, type BandPart } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/windowCache';
import type { Settings, Song } from '@backline/core/song/schema';
import { setBar } from '@backline/core/edits/bars';
import { setSettings } from '@backline/core/edits/settings';
import { applyEdit } from '@backline/core/edits/apply';
import { expandForm } from '@backline/core/timeline/occurrences';
import { BAND_KINDS, anyBandedSong, longSong, patternsIn, song, withSettings, apart } from '../support/music';
import { OURS } from '@backline/core/styles/index';

const partOf = (s: Song, kind: string): BandPart => renderBand(s, OURS).parts.find((p) => p.kind === kind)!;
const RUNS = { numRuns: 40 };
const anyPatterned = (s: Song): Song => ({
  ...s,
  parts: s.parts.map((p) => {
    const patterns = patternsIn(s.style, p.kind);
    return { ...p, settings: { ...p.settings, on: true, pattern: patterns[s.seed % patterns.length]!.id } };
  }),
});
const anyBandSong = anyBandedSong.map(anyPatterned);

describe('same song, same seed, same notes', () => {
  it('whatever the song, and whether or not regions are remembered', () => {
    const memory = regionMemory();
    fc.assert(
      fc.property(anyBandSong, (s) => {
        const once = JSON.stringify(renderBand(s, OURS));
        const others = [
          renderBand(structuredClone(s), OURS),
          renderBand(s, OURS, memory),
          renderBand(s, OURS, memory),
        ];
        expect(others.map((band) => JSON.stringify(band) === once)).toEqual([true, true, true]);
      }),
      RUNS,
    );
  });

  it('another seed gives other notes', () => {
    const s = song('C | Am7 | F | G7', 'style: lamplight');
    expect(partOf({ ...s, seed: 2 }, 'solo').notes).not.toEqual(partOf(s, 'solo').notes);
    expect(partOf({ ...s, seed: 2 }, 'bass').notes.map((n) => n.pitch)).not.toEqual(
      partOf(s, 'bass').notes.map((n) => n.pitch),
    );
  });
});

describe('every note', () => {
  it('is in range, has a length, a strength and a reason, lies in the song, and overlaps no other of its pitch', () => {
    fc.assert(
      fc.property(anyBandSong, (s) => {
        const band = renderBand(s, OURS);
        const wrong = band.parts.flatMap((part) => {
          const [low, high] = OURS.kinds.get(part.kind)!.range;
          const sounding = new Map<number, number>();
          let before = 0;
          return part.notes.filter((n) => {
            const whole = Number.isInteger(n.start) && Number.isInteger(n.duration);
            const placed = n.start >= before && n.duration > 0 && n.start + n.duration <= band.length;
            const inRange = n.pitch >= low && n.pitch <= high && n.velocity > 0 && n.velocity < 128;
            const alone = (sounding.get(n.pitch) ?? 0) <= n.start;
            sounding.set(n.pitch, n.start + n.duration);
            before = n.start;
            return !(whole && placed && inRange && alone && /^[a-z -]+$/.test(n.noteFunction));
          });
        });
        expect(wrong).toEqual([]);
      }),
      RUNS,
    );
  });

  it('comes from every kind of part, in both styles, in three and in four', () => {
    for (const style of ['quayside', 'lamplight']) {
      for (const metre of ['3/4', '4/4']) {
        const band = renderBand(
          song('C | Am7 | Dm7 G7 | C | F | G | C | C', `style: ${style}\ntime: ${metre}`),
          OURS,
        );
        for (const kind of BAND_KINDS) {
          const part = band.parts.find((p) => p.kind === kind)!;
          expect([style, metre, kind, part.notes.length > 5]).toEqual([style, metre, kind, true]);
        }
      }
    }
  });
});

describe('locality', () => {
  it('changing a chord leaves every other section of every part as it was, byte for byte', () => {
    fc.assert(
      fc.property(anyBandSong, fc.nat(), fc.constantFrom('Bb7', 'F#m', 'Ebmaj7'), (s, pick, symbol) => {
        const section = s.sections[pick % s.sections.length]!;
        const edited = applyEdit(s, setBar(section.id, pick % section.bars, symbol))?.song;
        if (!edited) return;
        const occurrences = expandForm(s);
        const [a, b] = [renderBand(s, OURS), renderBand(edited, OURS)];
        occurrences.forEach((occurrence, i) => {
          // A region may know the first chord that follows it, and the last that went before: its neighbours are let be.
          if ([i - 1, i, i + 1].some((n) => occurrences[n]?.section.id === section.id)) return;
          const slice = (part: BandPart) =>
            part.notes.filter(
              (n) => n.start >= occurrence.start && n.start < occurrence.start + occurrence.length,
            );
          expect(JSON.stringify(b.parts.map(slice))).toBe(JSON.stringify(a.parts.map(slice)));
        });
      }),
      RUNS,
    );
  });

  it('changing a later chord changes nothing of the section before, unless it is the very first that follows', () => {
    const s = song('C | F\n[Chorus]\nG | Am | F | C');
    const edited = applyEdit(s, setBar('s2', 2, 'Bb'))!.song;
    const upTo = (x: Song) => renderBand(x, OURS).parts.map((p) => p.notes.filter((n) => n.start < 8 * 480));
    expect(upTo(edited)).toEqual(upTo(s));
  });

  it("changing one part's settings changes no other part", () => {
    fc.assert(
      fc.property(anyBandSong, fc.constantFrom(...BAND_KINDS), (s, kind) => {
        const own = apart(s);
        const settings = { density: 1, register: 40, dynamics: 'ff' } as const;
        const edited = applyEdit(own, setSettings(kind, null, settings))!.song;
        const [a, b] = [renderBand(own, OURS), renderBand(edited, OURS)];
        const others = (band: typeof a) => JSON.stringify(band.parts.filter((p) => p.kind !== kind));
        expect(others(b)).toBe(others(a));
      }),
      RUNS,
    );
  });

  it('where players listen, the drums move the bass that strikes with them, and a part that keeps to itself stays', () => {
    fc.assert(
      fc.property(anyBandSong, fc.constantFrom(...BAND_KINDS), (s, kind) => {
        const alone = withSettings(s, 'bass', { listens: false });
        const settings = { density: 1, dynamics: 'ff' } as const;
        for (const from of [s, alone]) {
          const edited = applyEdit(from, setSettings(kind, null, settings))!.song;
          const [a, b] = [renderBand(from, OURS), renderBand(edited, OURS)];
          const listens = (id: string): boolean => from === s && kind === 'drums' && id === 'bass';
          const others = (band: typeof a) =>
            JSON.stringify(band.parts.filter((p) => p.kind !== kind && !listens(p.kind)));
          expect(others(b)).toBe(others(a));
        }
      }),
      RUNS,
    );
  });

  it('an edit of one chord computes only the windows of bars it touches', () => {
    const memory = regionMemory();
    const s = longSong(128);
    renderBand(s, OURS, memory);
    const before = memory.computed;
    // Eight sections of four windows, seven parts, of which a line and the drums think in windows twice as long.
    expect(before).toBe(8 * (4 * 5 + 2 * 2));
    renderBand(applyEdit(s, setBar('s4', 3, 'Bb7'))!.song, OURS, memory);
    // Six parts hear the chord, drums do not; where a voicing leads on, the next window follows it, in the next section too.
    expect(memory.computed - before).toBeGreaterThanOrEqual(6);
    expect(memory.computed - before).toBeLessThanOrEqual(6 + 5);
  });

  it('who leans on no chord that follows is not asked again when that changes, and plays as if asked', () => {
    const memory = regionMemory();
    const s = longSong(64, 32);
    renderBand(s, OURS, memory);
    const before = memory.computed;
    // The first bar of the second section: in the one before it none but the bass hears it.
    renderBand(applyEdit(s, setBar('s2', 0, 'Bb7'))!.song, OURS, memory);
    expect(memory.computed - before).toBeLessThanOrEqual(6 + 4 + 1);
    fc.assert(
      fc.property(anyBandSong, (song) => {
        const heeding = new Map([...OURS.kinds].map(([id, kind]) => [id, { ...kind, heedsNext: true }]));
        const notes = (kinds: typeof OURS.kinds) =>
          renderBand(song, { ...OURS, kinds }).parts.map((part) => part.notes);
        expect(notes(heeding)).toEqual(notes(OURS.kinds));
      }),
      RUNS,
    );
  });

  it('in a section of 200 bars as well, wherever the chord stands, and the notes are those of the whole made anew', () => {
    const memory = regionMemory();
    const s = longSong(200, 200);
    renderBand(s, OURS, memory);
    for (const bar of [0, 8, 15, 77, 199]) {
      const before = memory.computed;
      const edited = applyEdit(s, setBar('s1', bar, 'F#m7'))!.song;
      const band = renderBand(edited, OURS, memory);
      // Its own window, the one before where it hears what follows, and a few that a voicing leads into.
      expect([bar, memory.computed - before <= 4 * 7]).toEqual([bar, true]);
      expect(band).toEqual(renderBand(edited, OURS));
    }
  });

  it('through a long row of edits, with room to remember little, and whatever is taken back', () => {
    const memory = regionMemory(120);
    const anyStep = fc.record({
      bar: fc.integer({ min: 0, max: 71 }),
      text: fc.constantFrom('Bb7', 'F#m7 C', 'N.C.', 'Ab{push 1/8}', 'C / Dm7{push 1/8} /', 'G13'),
      back: fc.integer({ min: 0, max: 9 }),
    });
    fc.assert(
      fc.property(anyBandSong, fc.array(anyStep, { minLength: 5, maxLength: 12 }), ({ style }, steps) => {
        const songs = [{ ...longSong(72, 72), style }];
        for (const { bar, text, back } of steps) {
          const now = songs[songs.length - 1]!;
          const written = applyEdit(now, setBar('s1', bar, text))?.song ?? now;
          // Some of what is done is undone at once: the very same song as before, or one further back.
          const next = back < 3 ? (songs[songs.length - 1 - back] ?? now) : written;
          songs.push(next);
          expect(renderBand(next, OURS, memory)).toEqual(renderBand(structuredClone(next), OURS));
        }
      }),
      { numRuns: 6 },
    );
  });
});

describe('density', () => {
  it('a lower density plays a subset of a higher one, in every part and pattern', () => {
    fc.assert(
      fc.property(
        anyBandSong,
        fc.constantFrom(...BAND_KINDS),
        fc.integer({ min: 1, max: 4 }),
        (s, kind, density) => {
          const at = (d: number) =>
            partOf(withSettings(s, kind, { density: d, groove: { lateness: 0 } }), kind).notes;
          const key = (n: { start: number; pitch: number }) => `${n.start}/${n.pitch}`;
          const more = new Set(at(density + 1).map(key));
          const lost = at(density).filter((n) => !more.has(key(n)));
          expect({ kind, style: s.style, density, lost }).toEqual({
            kind,
            style: s.style,
            density,
            lost: [],
          });
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe('settings resolve from song to section to pass to cue', () => {
  const base = song('C | F | G | C\n[Chorus] x2\nF | G | C | C');
  const counts = (s: Song) => {
    const notes = partOf(s, 'bass').notes;
    return Array.from(
      { length: 12 },
      (_, bar) => notes.filter((n) => n.start >= bar * 1920 && n.start < (bar + 1) * 1920).length,
    );
  };
  const inSection = (s: Song, id: string, settings: Settings): Song =>
    applyEdit(s, setSettings('bass', id, settings))!.song;

  it('a section overrides the song, a pass the section, a cue the pass', () => {
    const quiet = withSettings(base, 'bass', { density: 1 });
    const section = inSection(quiet, 's2', { density: 5 });
    const occurrence: Song = {
      ...section,
      form: section.form.map((e) =>
        e.section === 's2' ? { ...e, occurrences: { '1': { bass: { on: false } } } } : e,
      ),
    };
    const cued: Song = {
      ...occurrence,
      sections: occurrence.sections.map((x) =>
        x.id === 's2'
          ? { ...x, cues: [{ id: 'q', at: 2 * 1920, parts: ['bass'], settings: { on: true, density: 1 } }] }
          : x,
      ),
    };
    expect(counts(quiet).slice(0, 4)).toEqual([1, 1, 1, 1]);
    expect(counts(section)[4]).toBeGreaterThan(counts(quiet)[4]!);
    expect(counts(occurrence).slice(8)).toEqual([0, 0, 0, 0]);
    expect(counts(cued).slice(8)).toEqual([0, 0, 1, 1]);
  });
});

describe('chords set by hand', () => {
  it('stay whatever the register, and sound as they were set', () => {
    const s = song('C | Am | F | G');
    const hand = [50, 57, 64, 71];
    s.sections[0]!.drafts[0]!.chords[1]!.voicing = hand;
    for (const register of [48, 55, 67]) {
      const notes = partOf(
        withSettings(s, 'keys', { register, density: 1, groove: { lateness: 0 } }),
        'keys',
      ).notes;
      const chord = notes.filter((n) => n.start === 1920).map((n) => n.pitch);
      expect(chord).toEqual(hand);
    }
  });
});
