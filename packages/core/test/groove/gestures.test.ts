/** How notes are touched, and what is done beside striking them. What is expected is common practice. */
import fc from 'fast-check';
import { setSettings } from '@backline/core/edits/settings';
import { applyEdit } from '@backline/core/edits/apply';
import { renderBand, type BandPart } from '@backline/core/band/index';
import type { Gesture, Moved } from '@backline/core/groove/gestures';
import { OURS } from '@backline/core/styles/index';
import type { Settings, Song } from '@backline/core/song/schema';
import { newPart } from '@backline/core/band/repertoire';
import { writeMidiFile } from '@backline/core/formats/midi/index';
import { FILLS } from '@backline/core/parts/drums/fills';
import { parseMidi as readMidi } from 'midi-file';
import { anyBandedSong, song, withSettings } from '../support/music';

const WALK = song('C | Am7 | Dm7 | G7 | C | F | Dm7 | G7', 'style: lamplight\n');
const LONG = song('C | C | Am | Am | F | F | G | G', 'style: slowtide\n');

const SOLO = newPart(OURS.kinds.get('solo')!, []);
const played = (base: typeof WALK, part: string, settings: Settings): BandPart =>
  renderBand(withSettings(base, part, settings), OURS).parts.find((p) => p.id === part)!;
const of = (part: BandPart, moves: Moved): readonly Gesture[] =>
  part.gestures.filter((g) => g.moves === moves);

describe('slides and hammered notes', () => {
  it('there are none where none are wanted, and more where many are', () => {
    const touched = (slides: Settings['slides']) =>
      played(WALK, 'bass', { slides, density: 5 }).notes.filter((n) => n.touch !== null).length;
    expect(touched('none')).toBe(0);
    expect(touched('some')).toBeGreaterThan(0);
    expect(touched('many')).toBeGreaterThan(2 * touched('some'));
  });

  it('a slide begins a step off on the side the line comes from, and has come to rest before the note is half over', () => {
    const bass = played(WALK, 'bass', { slides: 'many' });
    const bends = of(bass, 'bend');
    const slid = bass.notes.filter((n) => n.touch === 'slide up' || n.touch === 'slide down');
    expect(slid.length).toBeGreaterThan(3);
    for (const note of slid) {
      const before = bass.notes[bass.notes.indexOf(note) - 1]!;
      const own = bends.filter((g) => g.start >= note.start && g.start <= note.start + note.duration / 2);
      expect(own[0]).toMatchObject({ start: note.start, value: before.pitch < note.pitch ? -200 : 200 });
      expect(own.at(-1)!.value).toBe(0);
    }
  });

  it('the notes are the same notes, hammered ones softer', () => {
    const quick = song('Em7 | A7 | Em7 | A7 | Cmaj7 | Bm7 | Am7 | B7', 'style: firebreak\n');
    const plain = played(quick, 'solo', { slides: 'none', density: 5 }).notes;
    const many = played(quick, 'solo', { slides: 'many', density: 5 }).notes;
    expect(many.some((n) => n.touch === 'hammer')).toBe(true);
    expect(many.map((n) => [n.start, n.duration, n.pitch])).toEqual(
      plain.map((n) => [n.start, n.duration, n.pitch]),
    );
    many.forEach((note, i) => {
      if (note.touch === 'hammer') expect(note.velocity).toBeLessThan(plain[i]!.velocity);
      else expect(note.velocity).toBe(plain[i]!.velocity);
    });
  });

  it('a grace stands a step under its note for a moment; a fall leaves it in its last third, and the next one is at its own pitch', () => {
    const part = played(WALK, 'solo', { slides: 'many', pattern: 'soul-sax', instrument: 65 });
    const bends = of(part, 'bend');
    const within = (from: number, to: number) => bends.filter((g) => g.start >= from && g.start <= to);
    const [graced, fallen] = (['grace', 'fall'] as const).map((touch) =>
      part.notes.filter((n) => n.touch === touch),
    );
    expect(graced!.length).toBeGreaterThan(0);
    for (const { start, duration } of graced!) {
      const own = within(start, start + duration / 2);
      expect(own.map((g) => g.value)).toEqual([-200, 0]);
      expect(own[1]!.start - start).toBeLessThanOrEqual(48);
    }
    expect(fallen!.length).toBeGreaterThan(0);
    for (const { start, duration } of fallen!) {
      expect(within(start, start + duration / 2).filter((g) => g.value !== 0)).toEqual([]);
      const own = within(start + duration / 2, start + duration);
      expect(Math.min(...own.map((g) => g.value))).toBeLessThanOrEqual(-190);
      expect(own.at(-1)).toMatchObject({ start: start + duration, value: 0 });
    }
  });
});

describe('bent strings, breath and rolls', () => {
  const LINE = song('Em7 | A7 | Dmaj7 | Bm7 | Em7 | A7 | Dmaj7 | B7', 'style: slowtide\n');
  const guitar = { slides: 'many', instrument: 27, density: 5 } as const;

  it('a guitar’s line bends into long notes a whole step up, from the tone before, and is there before the note is half over', () => {
    const solo = (settings: Settings) =>
      renderBand(
        withSettings(
          { ...LINE, parts: [...LINE.parts.filter((p) => p.kind !== 'solo'), SOLO] },
          'solo',
          settings,
        ),
        OURS,
      ).parts.find((p) => p.id === 'solo')!;
    const part = solo(guitar);
    const bent = part.notes.filter((n) => n.touch === 'bend');
    expect(bent.length).toBeGreaterThan(0);
    const bends = of(part, 'bend');
    for (const note of bent) {
      const before = part.notes[part.notes.indexOf(note) - 1]!;
      expect([note.pitch - before.pitch, note.duration >= 200]).toEqual([2, true]);
      const own = bends.filter((g) => g.start >= note.start && g.start <= note.start + note.duration / 2);
      expect(own[0]).toMatchObject({ start: note.start, value: -200 });
      expect(own.map((g) => g.value)).toEqual([...own.map((g) => g.value)].sort((a, b) => a - b));
      expect(own.at(-1)!.value).toBe(0);
    }
    // A flute has no strings to bend.
    expect(solo({ ...guitar, instrument: 73 }).notes.some((n) => n.touch === 'bend')).toBe(false);
  });

  it('a line by breath grows through each phrase and rests where it breathes; by plucked strings it does not', () => {
    const melody = (instrument: number) =>
      renderBand(
        withSettings({ ...LINE, parts: [...LINE.parts.filter((p) => p.kind !== 'solo'), SOLO] }, 'solo', {
          instrument,
        }),
        OURS,
      ).parts.find((p) => p.id === 'solo')!;
    const flute = of(melody(73), 'expression');
    expect(Math.max(...flute.map((g) => g.value))).toBeGreaterThan(118);
    expect(Math.min(...flute.map((g) => g.value))).toBeLessThan(106);
    expect(of(melody(27), 'expression').every((g) => g.value === 127)).toBe(true);
  });

  it('dead notes are known as such: a bass’s ghosts, a guitar’s muted strokes', () => {
    const band = renderBand(song('E7 | A7 | E7 | A7', 'style: copperline\n'), OURS);
    const dead = band.parts.flatMap((p) =>
      p.notes.filter((n) => n.touch === 'dead').map((n) => [p.kind, n.noteFunction]),
    );
    expect(dead.length).toBeGreaterThan(0);
    for (const [kind, why] of dead)
      expect([
        ['bass', 'ghost'],
        ['guitar', 'muted stroke'],
      ]).toContainEqual([kind, why]);
  });

  it('rolls are strokes of alternating hands that grow', () => {
    const rolls = FILLS.filter(({ id }) => /^(press-roll|ride-swell)/.test(id));
    expect(rolls.length).toBeGreaterThan(3);
    for (const { events, beats, divides } of rolls) {
      expect(events).toHaveLength(beats * (divides === 'halves' ? 8 : 6));
      const hands = [0, 1].map((hand) => events.filter((_, i) => i % 2 === hand).map((e) => e.accent));
      for (const hand of hands) expect(hand).toEqual([...hand].sort((a, b) => a - b));
    }
  });

  it('what is mixed louder in a section is so there only, and a MIDI file has it as volume', () => {
    const base = song('C | F\n[B]\nG | C', 'style: quayside\n');
    const [first] = base.sections;
    const trimmed = {
      ...base,
      sections: base.sections.map((s) =>
        s === first ? { ...s, settings: { bass: { gainOffset: -6 } } } : s,
      ),
    };
    const bass = renderBand(trimmed, OURS).parts.find((p) => p.id === 'bass')!;
    expect(of(bass, 'gainOffset').map((g) => g.value)).toEqual([-6, 0]);
    const file = readMidi(writeMidiFile(trimmed, renderBand(trimmed, OURS)));
    const volumes = file.tracks
      .find((t) => t.some((e) => e.type === 'trackName' && e.text === 'Bass'))!
      .flatMap((e) => (e.type === 'controller' && e.controllerType === 7 ? [e.value] : []));
    const { level } = bass.mix;
    // General MIDI 2: 40 dB to a tenth of the controller.
    expect(volumes).toEqual([level, Math.round(level * 10 ** (-6 / 40)), level]);
  });

  it('where it stands in a section is in the file as pan and as what it sends to the room', () => {
    const base = song('C | F\n[B]\nG | C', 'style: quayside\n');
    const set = (settings: Settings) =>
      applyEdit(base, setSettings('bass', base.sections[1]!.id, settings))!.song;
    const sent = (s: Song, controller: number) =>
      readMidi(writeMidiFile(s, renderBand(s, OURS)))
        .tracks.find((t) => t.some((e) => e.type === 'trackName' && e.text === 'Bass'))!
        .flatMap((e) => (e.type === 'controller' && e.controllerType === controller ? [e.value] : []));
    const { pan, reverbSend: room } = base.parts.find((p) => p.id === 'bass')!.mix;
    expect(sent(set({ panOffset: 28 }), 10)).toEqual([pan, pan + 28]);
    expect(sent(set({ panOffset: -126 }), 10)).toEqual([pan, 0]);
    expect(sent(set({ sendOffset: 126 }), 91)).toEqual([room, Math.min(127, room + 126)]);
    // How bright it is goes with the palm on the strings, which is darker by itself.
    expect(sent(set({ shelfOffset: -6 }), 74)).toEqual([64 - 24]);
    const [palm] = sent(set({ palm: true }), 74);
    expect(palm).toBeLessThan(64);
    expect(sent(set({ palm: true, shelfOffset: 6 }), 74).pop()).toBe(palm! + 24);
  });
});

describe('length and palm', () => {
  it('damped notes are shorter and nothing else; none vanishes', () => {
    const plain = played(LONG, 'bass', {}).notes;
    const short = played(LONG, 'bass', { length: 40 }).notes;
    expect(short.map((n) => [n.start, n.pitch])).toEqual(plain.map((n) => [n.start, n.pitch]));
    short.forEach((n, i) => expect(n.duration).toBeLessThan(plain[i]!.duration));
  });

  it('under the palm a guitar is short, softer and darker, and as before where it is lifted', () => {
    const open = played(LONG, 'guitar', {});
    const palm = played(LONG, 'guitar', { palm: true });
    expect(of(open, 'brightness')).toEqual([]);
    expect(of(palm, 'brightness')).toEqual([{ start: 0, moves: 'brightness', value: 30 }]);
    const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
    expect(Math.max(...palm.notes.map((n) => n.duration))).toBeLessThanOrEqual(130);
    expect(mean(palm.notes.map((n) => n.velocity))).toBeLessThan(mean(open.notes.map((n) => n.velocity)) - 3);
  });
});

describe('pedal and swell', () => {
  it('the pedal goes down after a chord is struck and up where the next one is felt', () => {
    const pedal = of(
      played(song('C | F{push 1/8} | G', 'style: slowtide\n'), 'keys', { pedal: true }),
      'pedal',
    );
    expect(pedal.map((g) => [g.start, g.value])).toEqual([
      [60, 127],
      [1920 - 240, 0],
      [1920 - 240 + 60, 127],
      [2 * 1920, 0],
      [2 * 1920 + 60, 127],
      [3 * 1920, 0],
    ]);
  });

  it('the pedal stays down under a chord that is felt before the bar, wherever the part is cut to be made', () => {
    const bars = Array(20).fill('C').join(' | ').split(' | ');
    bars[8] = 'F{push 1/8}';
    const pedal = of(played(song(bars.join(' | '), 'style: slowtide\n'), 'keys', { pedal: true }), 'pedal');
    const felt = 8 * 1920 - 240;
    const about = pedal.filter((g) => g.start >= felt && g.start < 9 * 1920);
    expect(about.map((g) => [g.start, g.value])).toEqual([
      [felt, 0],
      [felt + 60, 127],
    ]);
  });

  it('a held chord grows to its height and falls; a short one is left alone', () => {
    const strings = played(LONG, 'strings', { swell: 'full' });
    const values = of(strings, 'expression').map((g) => g.value);
    expect(Math.max(...values)).toBeGreaterThan(122);
    expect(Math.min(...values)).toBeLessThan(80);
    const quick = song('C Am F G | C Am F G', 'style: quayside\n');
    // It stands where longer ones begin and end.
    const short = of(played(quick, 'strings', { swell: 'full' }), 'expression');
    expect(short).toEqual([{ start: 0, moves: 'expression', value: values[0] }]);
  });
});

it('whatever the song: gestures are in order, within it, in range, and every part ends at rest', () => {
  fc.assert(
    fc.property(anyBandedSong, (s) => {
      const all = { slides: 'many', swell: 'full', pedal: true, palm: true, length: 55 } as const;
      const parts = s.parts.map((p) => ({ ...p, settings: { ...p.settings, ...all } }));
      const band = renderBand({ ...s, parts }, OURS);
      for (const part of band.parts) {
        const wrong = part.gestures.filter(({ start, moves, value }, i, all) => {
          const [least, most] = moves === 'bend' ? [-200, 200] : [0, 127];
          const isInTime = start >= (all[i - 1]?.start ?? 0) && start <= band.length;
          return !isInTime || value < least! || value > most!;
        });
        expect(wrong).toEqual([]);
        expect(of(part, 'bend').at(-1)?.value ?? 0).toBe(0);
        expect(of(part, 'pedal').at(-1)?.value ?? 0).toBe(0);
      }
    }),
    { numRuns: 25 },
  );
});
