/** Parts that go with another: they hear what is really played, follow it through every change, and disturb nobody. */
import fc from 'fast-check';
import { renderBand, type Band } from '@backline/core/band/index';
import { keptOf } from '@backline/core/band/kept';
import { newPart } from '@backline/core/band/repertoire';
import { regionMemory } from '@backline/core/band/windowCache';
import { applyEdit } from '@backline/core/edits/apply';
import { addCue } from '@backline/core/edits/cues';
import { freezePart, removePart } from '@backline/core/edits/parts';
import { setSettings } from '@backline/core/edits/settings';
import { keepTake } from '@backline/core/edits/takes';
import { readChart } from '@backline/core/formats/chart/index';
import { GOES_HOW, SECOND_LINES } from '@backline/core/song/choices';
import type { Part, Settings, Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { keptTake } from '@backline/core/takes/keep';
import { chordPitchClasses } from '@backline/core/theory/chord';
import { mod } from '@backline/core/theory/pitch';
import { afterEdits, anyEdit } from '../support/edits';
import { anyBandedSong } from '../support/music';

const CHART =
  'title: Any\nstyle: quayside\n[Verse] x2\nDm7 | G7 | Cmaj7 | A7 | Dm7 | G7 | Cmaj7 | C6\n[Chorus]\nFmaj7 | Fm6 | Em7 | A7 | Dm7 | G7 | C | C';

/** A melody that rests now and then, and others beside it. */
function songOf(chart = CHART): Song {
  const parts: Part[] = [];
  for (const kind of ['melody', 'solo', 'horns', 'strings', 'bass', 'drums'])
    parts.push(newPart(OURS.kinds.get(kind)!, parts));
  parts[0]!.settings = { space: 50 };
  // All play throughout: who comes in when is another matter.
  return { ...readChart(chart, OURS), parts, together: { arc: false } };
}

const SONG = songOf();
const with_ = (song: Song, part: string, settings: Settings, section: string | null = null): Song =>
  applyEdit(song, setSettings(part, section, settings))!.song;
const of = (band: Band, id: string) => band.parts.find((part) => part.id === id)!;
const notesOf = (song: Song, id: string) => of(renderBand(song, OURS), id).notes;
const others = (band: Band, id: string) => JSON.stringify(band.parts.filter((part) => part.id !== id));
const written = (notes: readonly { at: number; length: number }[]) =>
  notes.map(({ at, length }) => [at, at + length] as const);

describe('in the gaps of another', () => {
  it.each(['solo', 'horns', 'strings'])(
    '%s never begins while that plays, and nobody else hears it',
    (id) => {
      const song = with_(SONG, id, { goesWith: 'melody' });
      const band = renderBand(song, OURS);
      const taken = written(of(band, 'melody').notes);
      const own = of(band, id).notes;
      expect(own.length).toBeGreaterThan(4);
      expect(own.filter(({ at }) => taken.some(([from, to]) => at >= from && at < to))).toEqual([]);
      expect(others(band, id)).toBe(others(renderBand(SONG, OURS), id));
      expect(of(band, id).trouble).toBeNull();
      // By its pattern it would have played on.
      const alone = notesOf(SONG, id).filter(({ at }) => taken.some(([from, to]) => at >= from && at < to));
      expect(alone.length).toBeGreaterThan(4);
    },
  );

  it('it ends what it began before the other goes on', () => {
    const band = renderBand(with_(SONG, 'solo', { goesWith: 'melody' }), OURS);
    const taken = written(of(band, 'melody').notes);
    for (const { at, length } of of(band, 'solo').notes)
      expect(taken.some(([from]) => at < from && at + length > from)).toBe(false);
  });

  it('only where it is set: in one section, or from a cue on', () => {
    const [verse, chorus] = SONG.sections.map(({ id }) => id) as [string, string];
    const band = renderBand(with_(SONG, 'horns', { goesWith: 'melody' }, chorus), OURS);
    const alone = renderBand(SONG, OURS);
    const inVerse = (b: Band) =>
      of(b, 'horns').notes.filter(
        ({ occurrenceKey }) =>
          SONG.form.find(({ id }) => id === occurrenceKey.split('/')[0])!.section === verse,
      );
    expect(inVerse(band).length).toBeGreaterThan(0);
    expect(inVerse(band)).toEqual(inVerse(alone));
    const settings: Settings = { goesWith: 'melody' };
    const cued = applyEdit(SONG, addCue(verse, { at: 4 * 1920, parts: ['horns'], settings }))!.song;
    const first = (b: Band, from: number, to: number) =>
      of(b, 'horns').notes.filter(({ at }) => at >= from && at < to);
    const now = renderBand(cued, OURS);
    expect(first(now, 0, 3.5 * 1920)).toEqual(first(alone, 0, 3.5 * 1920));
    expect(first(now, 4 * 1920, 8 * 1920)).not.toEqual(first(alone, 4 * 1920, 8 * 1920));
  });

  it('where the other rests throughout it plays throughout, as before', () => {
    const silent = with_(SONG, 'melody', { on: false });
    const beside = with_(silent, 'horns', { goesWith: 'melody' });
    expect(notesOf(beside, 'horns')).toEqual(notesOf(silent, 'horns'));
  });
});

describe('as a second line', () => {
  it.each(SECOND_LINES)('a %s goes note for note with it, strikes with it and stays in range', (goesHow) => {
    const band = renderBand(with_(SONG, 'horns', { goesWith: 'melody', goesHow }), OURS);
    const line = of(band, 'melody').notes;
    const own = of(band, 'horns').notes;
    const starts = new Set(line.map(({ start }) => start));
    const [low, high] = OURS.kinds.get('horns')!.range;
    expect(own.length).toBeGreaterThan(0.95 * line.length);
    expect(own.every(({ start, pitch }) => starts.has(start) && pitch >= low && pitch <= high)).toBe(true);
    if (goesHow === 'octave below') {
      const pitchAt = new Map(line.map(({ start, pitch }) => [start, pitch]));
      expect(own.every(({ start, pitch }) => mod(pitch - pitchAt.get(start)!, 12) === 0)).toBe(true);
    }
    if (goesHow === 'chord tone below')
      for (const { pitch, context } of own.filter((note) => note.context.chord))
        expect(chordPitchClasses(context.chord!)).toContain(mod(pitch, 12));
  });

  it('follows the chords, the settings and the takes of whom it goes with', () => {
    const settings: Settings = { goesWith: 'melody', goesHow: 'octave below' };
    const song = with_(SONG, 'horns', settings);
    const sameAs = (one: Song): void => {
      const band = renderBand(one, OURS);
      expect(of(band, 'horns').notes.map(({ start }) => start)).toEqual(
        of(band, 'melody').notes.map(({ start }) => start),
      );
    };
    sameAs(song);
    const changed = with_(song, 'melody', { variation: 77 });
    expect(notesOf(changed, 'horns')).not.toEqual(notesOf(song, 'horns'));
    sameAs(changed);
    const take = keptTake(song, OURS, 'melody', { from: 4, to: 12, seed: 9 })!;
    const comped = applyEdit(song, keepTake('melody', { id: 't1', ...take }, true))!.song;
    expect(notesOf(comped, 'horns')).not.toEqual(notesOf(song, 'horns'));
    sameAs(comped);
    const band = renderBand(song, OURS);
    const frozen = applyEdit(song, freezePart('melody', keptOf(band.bars, of(band, 'melody').notes)))!.song;
    sameAs(frozen);
    expect(notesOf(frozen, 'horns').map(({ pitch }) => pitch)).toEqual(
      notesOf(song, 'horns').map(({ pitch }) => pitch),
    );
  });

  it('its own takes win where they lie, and what is set for its strength, octave and rests is heard', () => {
    const settings: Settings = { goesWith: 'melody', goesHow: 'third below' };
    const song = with_(SONG, 'solo', settings);
    const take = keptTake(song, OURS, 'solo', { from: 0, to: 4, seed: 3 })!;
    const comped = applyEdit(song, keepTake('solo', { id: 't1', ...take }, true))!.song;
    const [now, before] = [notesOf(comped, 'solo'), notesOf(song, 'solo')];
    const inTake = ({ at }: { at: number }) => at < 3.5 * 1920;
    expect(now.filter(inTake).length).toBeGreaterThan(0);
    expect(now.filter(inTake)).not.toEqual(before.filter(inTake));
    const behind = ({ at }: { at: number }) => at > 5 * 1920;
    expect(now.filter(behind)).toEqual(before.filter(behind));
    const louder = notesOf(with_(song, 'solo', { ...settings, dynamics: 'ff' }), 'solo');
    const softer = notesOf(with_(song, 'solo', { ...settings, dynamics: 'p' }), 'solo');
    expect(louder[0]!.velocity).toBeGreaterThan(softer[0]!.velocity + 20);
    const lower = notesOf(with_(song, 'solo', { ...settings, octave: -1 }), 'solo');
    expect(lower.reduce((sum, n) => sum + n.pitch, 0)).toBeLessThan(
      before.reduce((sum, n) => sum + n.pitch, 0),
    );
    const [verse] = SONG.sections.map(({ id }) => id) as [string];
    const resting = with_(song, 'solo', { on: false }, verse);
    expect(notesOf(resting, 'solo').filter(({ at }) => at < 16 * 1920)).toEqual([]);
  });
});

describe('in the arc of the song', () => {
  const arced: Song = { ...SONG, together: {} };

  it('it comes in with whom it goes with, wherever it would come in by itself, and that is told', () => {
    const song = with_(arced, 'horns', { goesWith: 'melody', goesHow: 'third below' });
    const verseOf = (one: Song) => renderBand(one, OURS).agreed[0]!.points.arc;
    const inVerse = (one: Song) => notesOf(one, 'horns').filter(({ at }) => at < 7 * 1920);
    expect(inVerse(arced)).toEqual([]);
    expect(inVerse(song).length).toBeGreaterThan(4);
    expect(verseOf(arced)).toContain('Horns');
    expect(verseOf(song)).not.toContain('Horns');
    const [verse] = SONG.sections.map(({ id }) => id) as [string];
    const there = with_(arced, 'horns', { goesWith: 'melody', goesHow: 'third below' }, verse);
    expect(inVerse(there).length).toBeGreaterThan(4);
  });
});

describe('nobody to go with', () => {
  it.each([
    ['itself', { goesWith: 'horns' }],
    ['a part that is not there', { goesWith: 'nobody' }],
    ['a part that is not there, as a second line', { goesWith: 'nobody', goesHow: 'block' }],
  ] satisfies [string, Settings][])('with %s it plays as without', (_, settings) => {
    expect(notesOf(with_(SONG, 'horns', settings), 'horns')).toEqual(notesOf(SONG, 'horns'));
  });

  it('who goes with a part that is removed plays by itself again', () => {
    const song = with_(SONG, 'horns', { goesWith: 'melody', goesHow: 'block' });
    const without = applyEdit(song, removePart('melody'))!.song;
    expect(notesOf(without, 'horns')).toEqual(notesOf(applyEdit(SONG, removePart('melody'))!.song, 'horns'));
  });

  it('in a ring one plays by itself and the others go with it, in every order of the parts', () => {
    const ring = with_(with_(SONG, 'solo', { goesWith: 'horns' }), 'horns', {
      goesWith: 'solo',
      goesHow: 'octave below',
    });
    for (const parts of [ring.parts, [...ring.parts].reverse()]) {
      const band = renderBand({ ...ring, parts }, OURS);
      const alone = renderBand(
        { ...SONG, parts: parts.map((p) => SONG.parts.find(({ id }) => id === p.id)!) },
        OURS,
      );
      const ownWay = ['solo', 'horns'].filter(
        (id) => JSON.stringify(of(band, id).notes) === JSON.stringify(of(alone, id).notes),
      );
      expect(ownWay).toHaveLength(1);
    }
  });
});

it('a band whose parts go with each other is remembered as it would be made anew (any edits)', () => {
  const row = fc.array(fc.tuple(anyEdit, fc.nat({ max: 60 })), { minLength: 1, maxLength: 3 });
  const ways = fc.array(fc.tuple(fc.nat(), fc.nat(), fc.constantFrom(...GOES_HOW)), {
    minLength: 1,
    maxLength: 4,
  });
  fc.assert(
    fc.property(anyBandedSong, ways, row, (any, going, edits) => {
      const memory = regionMemory();
      let now = going.reduce((song, [a, b, goesHow]) => {
        const [own, other] = [song.parts[a % song.parts.length]!, song.parts[b % song.parts.length]!];
        return applyEdit(song, setSettings(own.id, null, { goesWith: other.id, goesHow }))?.song ?? song;
      }, any);
      for (const one of edits) {
        renderBand(now, OURS, memory);
        now = afterEdits(now, [one]);
        const made = JSON.stringify(renderBand(now, OURS, memory));
        expect(made === JSON.stringify(renderBand(structuredClone(now), OURS))).toBe(true);
      }
    }),
    { numRuns: 12 },
  );
});
