/** Kinds of part as values: one folder is enough, and any number of parts of any kind play side by side. */
import { readFileSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { renderBand } from '@backline/core/band/index';
import { bandOf, newPart, repertoireOf } from '@backline/core/band/repertoire';
import { applyEdit } from '@backline/core/edits/apply';
import { addPart, doublePart, movePart, removePart, renamePart } from '@backline/core/edits/parts';
import { writeMidiFile } from '@backline/core/formats/midi/index';
import { seatTrouble, seatsOf } from '@backline/core/formats/midi/channels';
import { KINDS } from '@backline/core/parts/index';
import { defineKind } from '@backline/core/parts/kind';
import { gridsSchema, patternHead, timed } from '@backline/core/style/pattern';
import { placeFree } from '@backline/core/parts/placing';
import { songSchema } from '@backline/core/song/check';
import type { Part, Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { METRE_NAMES } from '@backline/core/time/metre';
import { STYLES, song, withSettings } from '../support/music';
import { notesOf, readStrictly } from '../formats/strictMidi';
import { kindsOfBand } from '@backline/core/style/bandKinds';

/** A kind as one folder would hold it: a bell that strikes the root of whatever sounds. */
const bellPattern = z.strictObject({ ...patternHead, grids: gridsSchema(z.strictObject(timed)) });
const bell = defineKind<z.infer<typeof bellPattern>>({
  id: 'bell',
  name: 'Bell',
  role: 'figure',
  chordLayout: 'none',
  pitched: true,
  monophonic: true,
  lean: 0.3,
  leaves: 'first',
  range: [72, 84],
  strict: false,
  defaults: { instrument: 14 },
  instruments: [14],
  mix: { level: 90, pan: 64, reverbSend: 60 },
  targetLoudness: -20,
  pattern: bellPattern,
  plain: [
    {
      id: 'toll',
      name: 'Toll',
      atChange: 'restart',
      grids: [{ beats: 4, of: 'quarter', bars: 1, events: [{ at: 0, for: 1, minDensity: 1, accent: 1 }] }],
    },
  ],
  controls: [],
  registers: [72, 84],
  look: { icon: 'bell', ink: null },
  varies: () => false,
  restarts: () => true,
  generate: (region) =>
    region.settingsSpans.flatMap((stretch) =>
      placeFree(region, stretch, stretch.pattern.grids).map(({ start, end }) => {
        const duration = end - start;
        return { start, duration, pitch: 72, velocity: 80, noteFunction: 'toll', span: -1 };
      }),
    ),
});

describe('a kind of part', () => {
  it('is added by one value: the band plays it, the file has it, nothing else changes', () => {
    const repertoire = repertoireOf([...KINDS, bell], STYLES);
    const plain = song('C | F | G | C');
    const belled = { ...plain, parts: [...plain.parts, newPart(bell, plain.parts)] };
    expect(songSchema.safeParse(belled).success).toBe(true);
    const band = renderBand(belled, repertoire);
    expect(band.parts.at(-1)!.notes.map((n) => [n.start, n.pitch, n.noteFunction])).toEqual([
      [expect.any(Number), 72, 'toll'],
      [expect.any(Number), 72, 'toll'],
      [expect.any(Number), 72, 'toll'],
      [expect.any(Number), 72, 'toll'],
    ]);
    expect(band.parts.slice(0, -1)).toEqual(renderBand(plain, repertoire).parts);
    expect(readStrictly(writeMidiFile(belled, band)).tracks).toHaveLength(9);
  });

  it('that is not at hand rests, is told, and is kept', () => {
    const s = song('C | F');
    const odd: Song = {
      ...s,
      parts: [...s.parts, { ...s.parts[0]!, id: 'x', kind: 'theremin', name: 'Wail' }],
    };
    expect(songSchema.parse(odd).parts.at(-1)!.kind).toBe('theremin');
    const part = renderBand(odd, OURS).parts.at(-1)!;
    expect([part.notes, part.trouble]).toEqual([[], expect.stringMatching(/kind "theremin".*kept as it is/)]);
  });

  it('has no name anywhere in the core or the app but in its folder, in the list, in styles and in words', () => {
    const files = (dir: string): string[] =>
      readdirSync(dir).flatMap((name) => {
        const path = join(dir, name);
        return statSync(path).isDirectory() ? files(path) : /\.tsx?$/.test(name) ? [path] : [];
      });
    const root = join(__dirname, '../../../..');
    const named = [join(root, 'packages/core/src'), join(root, 'apps/web/src')]
      .flatMap(files)
      .filter((file) => !/__tests__|__mocks__|core\/src\/(parts|styles)\//.test(file))
      .filter((file) =>
        /kind === '(bass|keys|guitar|arp|strings|horns|melody|solo|drums|percussion)'/.test(
          readFileSync(file, 'utf8'),
        ),
      );
    expect(named).toEqual([]);
  });

  it.each(KINDS.map((k) => [k.id, k] as const))(
    '%s plays in every metre, in range, and says why',
    (_, kind) => {
      for (const metre of METRE_NAMES) {
        const s = song('C | Am7 | F | G7', `time: ${metre}`);
        const part = newPart(kind, []);
        const [played] = renderBand({ ...s, parts: [part] }, OURS).parts;
        expect([metre, played!.trouble]).toEqual([metre, null]);
        expect(played!.notes.length).toBeGreaterThan(1);
        for (const n of played!.notes) {
          expect(n.pitch >= kind.range[0] && n.pitch <= kind.range[1] && n.noteFunction !== '').toBe(true);
        }
      }
    },
  );

  it('a new song takes its band from the style', () => {
    for (const style of STYLES) {
      expect(bandOf(style, OURS.kinds).map((p) => p.kind)).toEqual(kindsOfBand(style));
    }
  });
});

describe('parts of one kind', () => {
  const doubled = (kind: string, settings: object = {}): Song => {
    const s = withSettings(song('C | Am7 | F | G7 | C | Dm7 | G7 | C'), kind, settings);
    return applyEdit({ ...s, parts: s.parts.filter((p) => p.kind === kind) }, doublePart(kind))!.song;
  };
  const struck = (s: Song) =>
    renderBand(s, OURS).parts.map((p) => {
      const at = new Map<number, number[]>();
      for (const n of p.notes) {
        const place = Math.round(n.start / 120) * 120;
        at.set(place, [...(at.get(place) ?? []), n.pitch]);
      }
      return at;
    });

  it.each(['guitar', 'keys', 'strings', 'arp', 'horns'])(
    'two of %s on the same pattern never strike the same notes at the same time',
    (kind) => {
      const s =
        kind === 'horns'
          ? applyEdit(
              { ...song('C | Am7 | F | G7'), parts: [newPart(OURS.kinds.get('horns')!, [])] },
              doublePart('horns'),
            )!.song
          : doubled(kind);
      const [one, other] = struck(s) as [Map<number, number[]>, Map<number, number[]>];
      const same = [...one].filter(([at, pitches]) => {
        const there = other.get(at);
        return there && pitches.length > 1 && [...there].sort().join() === [...pitches].sort().join();
      });
      expect(same).toEqual([]);
      expect(other.size).toBeGreaterThan(0);
    },
  );

  it('the first of them plays as if it were alone', () => {
    const two = doubled('guitar');
    const alone = { ...two, parts: two.parts.slice(0, 1) };
    expect(renderBand(two, OURS).parts[0]).toEqual(renderBand(alone, OURS).parts[0]);
  });

  it('are added, renamed, moved and removed with all that was set for them, and back again', () => {
    const s = song('C | F');
    const guitar = OURS.kinds.get('guitar')!;
    const more = applyEdit(s, addPart(newPart(guitar, s.parts)))!.song;
    expect(more.parts.at(-1)).toMatchObject({ id: 'guitar-8', kind: 'guitar', name: 'Guitar 2' });
    const named = applyEdit(more, renamePart('guitar-8', ' Bass '))!.song;
    expect(named.parts.at(-1)!.name).toBe('Bass 2');
    expect(applyEdit(named, renamePart('guitar-8', ' \n'))).toBeNull();
    expect(applyEdit(named, movePart('bass', -1))).toBeNull();
    expect(
      applyEdit(named, movePart('bass', 2))!
        .song.parts.map((p) => p.id)
        .indexOf('bass'),
    ).toBe(2);
    const set: Song = {
      ...s,
      sections: [
        {
          ...s.sections[0]!,
          settings: { guitar: { density: 2 } },
          cues: [
            { id: 'a', at: 0, parts: ['guitar'], settings: { on: false } },
            { id: 'b', at: 480, until: 960, parts: ['guitar', 'bass'], settings: {} },
          ],
          drafts: s.sections[0]!.drafts.map((d) => ({
            ...d,
            chords: d.chords.map((c) => ({ ...c, byHand: { guitar: { pitches: [48, 55, 64] } } })),
          })),
        },
      ],
    };
    const gone = applyEdit(set, removePart('guitar'))!.song;
    expect(JSON.stringify(gone)).not.toContain('guitar');
    expect(gone.sections[0]!.cues.map((c) => [c.id, c.parts])).toEqual([['b', ['bass']]]);
    const two = applyEdit(set, doublePart('guitar'))!.song;
    expect(two.sections[0]!.settings['guitar-8']).toEqual({ density: 2 });
    expect(two.sections[0]!.cues.map((c) => c.parts)).toEqual([
      ['guitar', 'guitar-8'],
      ['guitar', 'bass', 'guitar-8'],
    ]);
    expect(songSchema.safeParse(two).success).toBe(true);
  });
});

describe('seats in a MIDI file', () => {
  const parts = (...kinds: string[]): Part[] =>
    kinds.reduce<Part[]>((all, kind) => [...all, newPart(OURS.kinds.get(kind)!, all)], []);

  it('melodic parts never take channel 10, and the sixteenth goes to a second port, which is said', () => {
    const band = Array.from({ length: 16 }, (_, i) => ({ name: `P${i + 1}`, pitched: true }));
    const seats = seatsOf(band);
    expect(seats.slice(0, 15).map((s) => s.channel + 1)).toEqual([
      1, 2, 3, 4, 5, 6, 7, 8, 9, 11, 12, 13, 14, 15, 16,
    ]);
    expect(seats[15]).toEqual({ port: 1, channel: 0 });
    expect(seatTrouble(band)).toMatch(/P16 stand on a second/);
    expect(seatTrouble(band.slice(1))).toBeNull();
  });

  it('drums and percussion share channel 10 and do not cut each other’s notes', () => {
    const s = { ...song('C | F | G | C'), parts: parts('drums', 'percussion', 'percussion') };
    const band = renderBand(s, OURS);
    const tracks = readStrictly(writeMidiFile(s, band)).tracks.slice(1);
    expect(tracks).toHaveLength(3);
    const all = tracks.flatMap((track) => {
      expect(new Set(track.filter((e) => e.kind !== 'meta').map((e) => e.channel))).toEqual(new Set([10]));
      return notesOf(track);
    });
    const byPitch = [...all].sort((a, b) => a.pitch - b.pitch || a.start - b.start);
    byPitch.forEach((n, i) => {
      const next = byPitch[i + 1];
      if (next?.pitch === n.pitch) expect(next.start).toBeGreaterThanOrEqual(n.end);
    });
  });
});
