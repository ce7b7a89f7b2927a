/** What players must not do to each other or to the chord. Where no source is named: common practice. */
import fc from 'fast-check';
import { isAudible } from '@backline/core/band/audible';
import { renderBand, type BandPart } from '@backline/core/band/index';
import { applyEdit } from '@backline/core/edits/apply';
import { setSettings } from '@backline/core/edits/settings';
import { readChart } from '@backline/core/formats/chart/index';
import { writeMidiFile } from '@backline/core/formats/midi/index';
import { newPart, repertoireOf } from '@backline/core/band/repertoire';
import { groove } from '@backline/core/groove/groove';
import { KINDS } from '@backline/core/parts/index';
import type { Settings, Song } from '@backline/core/song/schema';
import { chordPitchClasses, degreePcOf } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { voicingsOf, type SpanVoicing } from '@backline/core/parts/voicings';
import type { Region } from '@backline/core/timeline/region';
import { shapesFor } from '@backline/core/voicing/guitar/path';
import { innerMutes, isPlayable, neededDegrees, weight } from '@backline/core/voicing/guitar/shapes';
import {
  STYLES,
  TWELVE_ROOTS,
  anyBandedSong,
  patternsIn,
  song,
  withSettings,
  regionsIn,
} from '../support/music';
import { OURS } from '@backline/core/styles/index';

const partOf = (s: Song, kind: string): BandPart => renderBand(s, OURS).parts.find((p) => p.kind === kind)!;
const only = (s: Song, ...kinds: string[]): Song => ({
  ...s,
  parts: s.parts.filter((p) => kinds.includes(p.kind)),
});
const lowestAt = (part: BandPart, tick: number): number =>
  Math.min(
    ...part.notes.filter((n) => n.start <= tick + 60 && n.start + n.duration > tick + 60).map((n) => n.pitch),
  );

describe('a bass that rests', () => {
  const s = only(song('G/B | G/B'), 'bass', 'keys');
  const oneVoiced = withSettings(s, 'keys', {
    voicingType: 'close',
    hands: 'right',
    voices: 4,
    register: 48,
  });

  it('leaves the bass of a slash chord to the lowest voice of the others', () => {
    expect(lowestAt(partOf(withSettings(oneVoiced, 'bass', { on: false }), 'keys'), 0) % 12).toBe(11);
  });

  it('for one section only, in that section only', () => {
    const two = readChart('[Verse]\nG/B | G/B\n[Break]\nG/B | G/B', OURS);
    const keys = { voicingType: 'close', hands: 'right', voices: 4, register: 48 } as const;
    const set = withSettings(only(two, 'bass', 'keys'), 'keys', keys);
    const quiet = applyEdit(set, setSettings('bass', 's2', { on: false }))!.song;
    expect(lowestAt(partOf(quiet, 'keys'), 2 * 1920) % 12).toBe(11);
    const first = (x: Song) => partOf(x, 'keys').notes.filter((n) => n.start < 1920);
    expect(first(quiet)).toEqual(first(set));
  });
});

describe('a strum', () => {
  it.each([
    [280, 120],
    [300, 120],
    [300, 30],
    [30, 120],
  ])('at tempo %d over %d ms swallows no string of any stroke', (tempo, strum) => {
    for (const style of STYLES) {
      for (const { id } of patternsIn(style.id, 'guitar')) {
        const chart = song('C | Am7 F | G7', `style: ${style.id}\ntempo: ${tempo}`);
        const s = { ...chart, parts: [newPart(OURS.kinds.get('guitar')!, [])] };
        const played = (ms: number) =>
          partOf(withSettings(s, 'guitar', { pattern: id, density: 5, strum: ms }), 'guitar').notes.length;
        // At such tempos one stroke may reach a string within a moment of the next: that is one strike of it.
        expect(played(strum)).toBeGreaterThanOrEqual(Math.floor(0.93 * played(0)));
      }
    }
  });
});

describe('a shape with fewer strings', () => {
  const SEVENTHS = [
    '7',
    'maj7',
    'm7',
    'm7b5',
    'dim7',
    'mMaj7',
    '6',
    'm6',
    '7sus4',
    '9',
    'm9',
    'maj9',
    '7b9',
    '7#9',
    '13',
  ];

  it.each([4, 5, 6])(
    'of %d strings keeps third, seventh and what is named, wherever it lies on the neck',
    (strings) => {
      const lost: string[] = [];
      for (const root of TWELVE_ROOTS) {
        for (const quality of SEVENTHS) {
          for (const register of [40, 43, 47]) {
            const chord = parseChord(root + quality);
            const shape = shapesFor(chord, { register, strings })[0]!;
            expect(shape.pitches.length).toBeLessThanOrEqual(strings);
            expect(isPlayable(shape.frets) || innerMutes(shape.frets) > 1).toBe(true);
            const sounding = new Set(shape.pitches.map((p) => p % 12));
            const needed = neededDegrees(chord)
              .filter((d) => weight(d) >= 3)
              .slice(0, strings - 1);
            if (needed.some((d) => !sounding.has(degreePcOf(chord, d))))
              lost.push(`${chord.symbol}@${register}`);
          }
        }
      }
      expect(lost).toEqual([]);
    },
  );

  it('so the swung guitar sounds every third and seventh of its chords', () => {
    const chords = TWELVE_ROOTS.flatMap((r) => SEVENTHS.map((q) => r + q));
    const s = only(song(chords.join(' | '), 'style: lamplight'), 'guitar');
    const { notes } = partOf(withSettings(s, 'guitar', { pattern: 'four' }), 'guitar');
    const lost = chords.filter((symbol, bar) => {
      const chord = parseChord(symbol);
      const sounding = new Set(
        notes.filter((n) => n.start >= bar * 1920 && n.start < bar * 1920 + 240).map((n) => n.pitch % 12),
      );
      return neededDegrees(chord)
        .filter((d) => weight(d) >= 4)
        .some((d) => !sounding.has(degreePcOf(chord, d)));
    });
    expect(lost).toEqual([]);
  });
});

describe('nobody holds two chords', () => {
  const anyPatterned = fc
    .tuple(anyBandedSong, fc.nat(), fc.integer({ min: 1, max: 5 }))
    .map(([s, n, density]) => ({
      ...s,
      parts: s.parts.map((p) => {
        const patterns = patternsIn(s.style, p.kind);
        const settings: Settings = { on: true, pattern: patterns[n % patterns.length]!.id, density };
        return { ...p, settings };
      }),
    }));

  it.each<string>(['bass', 'keys', 'guitar', 'strings'])('%s, whatever the pattern and density', (kind) => {
    fc.assert(
      fc.property(anyPatterned, (s) => {
        for (const region of regionsIn(only(s, kind))[0]!) {
          const still = { ...region, stretches: region.settingsSpans.map(unhurried) };
          const notes = groove(still, OURS.kinds.get(kind)!.generate(still, voicingsOf(still)));
          for (const note of notes) {
            const later = notes.find((n) => n.span > note.span && n.start < note.start + note.duration);
            // A bow may go on through a change on a tone that both chords have.
            const bowed = later && kind === 'strings' && region.spans[later.span]!.symbol;
            if (bowed && chordPitchClasses(parseChord(bowed)).includes(note.pitch % 12)) continue;
            expect(later ? [note, later] : []).toEqual([]);
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  /** Without the seeded lateness, which lets a note end under the next one's start. */
  function unhurried<T extends { readonly settings: object }>(stretch: T): T {
    return { ...stretch, settings: { ...stretch.settings, lateness: 0, strum: 0 } };
  }
});

describe('endings, metres and cues', () => {
  it.each(STYLES.map((s) => s.id))('with "a hit" nobody rings on (%s)', (style) => {
    const s: Song = { ...song('C | F | G | C', `style: ${style}`), ending: 'hit' };
    for (const part of renderBand(s, OURS).parts) {
      const late = part.notes.filter((n) => n.start >= 3 * 1920 && n.start + n.duration > 3 * 1920 + 400);
      expect([part.kind, late]).toEqual([part.kind, []]);
    }
  });

  it('half time in 6/4 has its back beat once a bar, on four', () => {
    const s = only(song('C | F | G', 'time: 6/4'), 'drums');
    const { notes } = partOf(
      { ...withSettings(s, 'drums', { pattern: 'half-time', density: 1 }), ending: 'open' },
      'drums',
    );
    const snare = notes.filter((n) => n.pitch === 38).map((n) => Math.round((n.start % 2880) / 480));
    expect(snare).toEqual([3, 3, 3]);
  });

  it('a cue that changes nothing changes no note', () => {
    const s = song('C | Am7 | F | G7 | C | F | G | C', 'style: lamplight');
    const section = s.sections[0]!;
    const cues = s.parts.map((p, i) => ({ id: `q${i}`, at: 3 * 1920, parts: [p.id], settings: {} }));
    const same = cues.map((c) => ({ ...c, settings: { on: true } as Settings }));
    const notes = (x: Song) => renderBand(x, OURS).parts.map((p) => p.notes);
    expect(notes({ ...s, sections: [{ ...section, cues }] })).toEqual(notes(s));
    expect(notes({ ...s, sections: [{ ...section, cues: same }] })).toEqual(notes(s));
  });

  it('one more playing in front changes none of those behind it', () => {
    const s = {
      ...readChart('style: lamplight\n[A]\nC | Am7 | F | G7\n[B]\nF | G\n[A]\n[B]', OURS),
      ending: 'open' as const,
    };
    const front: Song = { ...s, form: [{ id: 'new', section: 's1', repeats: 1 }, ...s.form] };
    const length = 4 * 1920;
    const from = (x: Song, shift: number) =>
      renderBand(x, OURS).parts.map((p) =>
        p.notes
          .filter((n) => n.start >= shift + length)
          .map((n) => ({ ...n, at: n.at - shift, start: n.start - shift })),
      );
    expect(from(front, length)).toEqual(from(s, 0));
  });
});

describe('mix and trouble', () => {
  it('a MIDI file holds what is soloed, and nothing else', () => {
    const s = song('C | F');
    const soloed: Song = {
      ...s,
      parts: s.parts.map((p) => ({
        ...p,
        mix: { ...p.mix, solo: p.kind === 'bass', mute: p.kind === 'bass' },
      })),
    };
    const band = renderBand(soloed, OURS);
    expect(band.parts.filter((p) => isAudible(p, band.parts)).map((p) => p.kind)).toEqual(['bass']);
    const text = Buffer.from(writeMidiFile(soloed, band)).toString('latin1');
    expect([text.includes('Bass'), text.includes('Keys'), text.includes('Drums')]).toEqual([
      true,
      false,
      false,
    ]);
  });

  it('what one part cannot play silences no other, and is told', () => {
    const s = readChart('[A]\nC | F\n[B]\nG | C', OURS);
    const whole = renderBand(s, OURS);
    const broken = KINDS.map((kind) =>
      kind.id !== 'guitar'
        ? kind
        : {
            ...kind,
            generate: (region: Region, voicings: readonly SpanVoicing[]) => {
              if (region.seed.includes('/s2/')) throw new Error('no shape');
              return kind.generate(region, voicings);
            },
          },
    );
    const band = renderBand(s, repertoireOf(broken, STYLES));
    for (const part of band.parts.filter((p) => p.kind !== 'guitar')) {
      expect(part).toEqual(whole.parts.find((p) => p.id === part.id));
    }
    const guitar = band.parts.find((p) => p.kind === 'guitar')!;
    expect(guitar.notes.length).toBeGreaterThan(0);
    expect(guitar.trouble).toMatch(/^Guitar cannot be played in B and rests there\./);
  });
});
