/** Takes that are kept: played where they were put and nowhere else, going along with chords and bars, never lost. */
import fc from 'fast-check';
import { renderBand, type Band } from '@backline/core/band/index';
import { keptOf } from '@backline/core/band/kept';
import { regionMemory } from '@backline/core/band/windowCache';
import { applyEdit, redoStep, undoStep, type Edit } from '@backline/core/edits/apply';
import { inNewBar, insertBar, removeBars, setBar } from '@backline/core/edits/bars';
import { splitSection } from '@backline/core/edits/cutting';
import { addSecondEnding } from '@backline/core/edits/closing';
import { addCue } from '@backline/core/edits/cues';
import { joinSections } from '@backline/core/edits/joining';
import { bringBack, removeSection } from '@backline/core/edits/removed';
import { freezePart } from '@backline/core/edits/parts';
import { setSettings } from '@backline/core/edits/settings';
import { setMix } from '@backline/core/edits/song';
import {
  chooseTake,
  deleteTakesPutAway,
  freeTakeId,
  keepTake,
  putTakeAway,
  restoreComp,
  sayOfTake,
} from '@backline/core/edits/takes';
import { readChart } from '@backline/core/formats/chart/index';
import { songSchema } from '@backline/core/song/check';
import { LIMITS } from '@backline/core/song/limits';
import type { Song } from '@backline/core/song/schema';
import type { CompPlace, Take } from '@backline/core/song/takeSchema';
import { SOLOISTS } from '@backline/core/players/index';
import { OURS } from '@backline/core/styles/index';
import { withTakesAsParts } from '@backline/core/takes/asParts';
import { keptTake, takeAsHeard, type KeptTakeAsked } from '@backline/core/takes/keep';
import { takeOf } from '@backline/core/takes/take';
import { STYLES, anyBandedSong } from '../support/music';

const CHART = `title: Any
style: lamplight
[Verse] x2
Dm7 | G7 | Cmaj7 | A7{push 1/8} | Dm7 | G7 | Cmaj7 | C6
[Bridge]
Fm | Bb7 | Ebmaj7 | G7`;
const SONG = readChart(CHART, OURS);

const after = (song: Song, ...edits: readonly Edit[]): Song =>
  edits.reduce((s, e) => applyEdit(s, e)?.song ?? s, song);
const partIn = (song: Song, id = 'solo') => song.parts.find((part) => part.id === id)!;

/** A song with a take of some bars kept for a part, and played. */
function withTake(song: Song, part: string, asked: KeptTakeAsked, chosen = true): Song {
  const take = keptTake(song, OURS, part, asked)!;
  return after(song, keepTake(part, { id: freeTakeId(partIn(song, part)), ...take }, chosen));
}

const rowsOf = (band: Band, part: string) =>
  band.parts
    .find(({ id }) => id === part)!
    .notes.map(({ at, length, start, duration, pitch, velocity, touch }) => ({
      at,
      row: [at, length, start, duration, pitch, velocity, touch].join(),
    }));
const played = (song: Song, part: string) => rowsOf(renderBand(song, OURS), part);
const pitchesIn = (song: Song, part: string, from: number, to: number) =>
  played(song, part)
    .filter(({ at }) => at >= from && at < to)
    .map(({ row }) => row.split(',').slice(0, 1).concat(row.split(',')[4]!).join());
const places = (take: Take): CompPlace[] =>
  take.pieces.map(({ section, entry, repeat, from, to }) => ({ section, entry, repeat, from, to }));

it.each(['solo', 'bass', 'keys', 'guitar', 'drums'])(
  '%s plays a take that was kept where it was made, and beside it as before',
  (part) => {
    for (const [from, to] of [
      [2, 4],
      [5, 11],
      [0, 20],
      [15, 17],
    ] as const) {
      const asked = { from, to, seed: 5 };
      const song = withTake(SONG, part, asked);
      const { bars } = renderBand(SONG, OURS);
      const [start, end] = [bars[from]!.start, bars[to - 1]!.start + bars[to - 1]!.length];
      const plain = played(SONG, part);
      const now = played(song, part);
      // What is pushed over the bar line belongs to the bar it leads to.
      const beside = (rows: typeof now) =>
        rows.filter(({ at }) => at < start - 480 || at >= end).map(({ row }) => row);
      expect(beside(now)).toEqual(beside(plain));
      const asMade = takeOf(SONG, OURS, part, asked)!.filter(({ at }) => at >= start && at < end);
      expect(pitchesIn(song, part, start, end)).toEqual(
        asMade.sort((a, b) => a.at - b.at || a.pitch - b.pitch).length
          ? expect.arrayContaining(asMade.slice(0, 5).map(({ at, pitch }) => [at, pitch].join()))
          : [],
      );
      expect(rowsOf(renderBand(song, OURS, regionMemory()), part)).toEqual(now);
      expect(songSchema.parse(JSON.parse(JSON.stringify(song)))).toEqual(song);
    }
  },
);

it('whatever the song, part and bars: no other bar is another, nothing sounds twice, and the song can be kept', () => {
  fc.assert(
    fc.property(anyBandedSong, fc.nat(), fc.nat(), fc.nat(), (s, part, first, length) => {
      const { bars } = renderBand(s, OURS);
      const from = first % bars.length;
      const to = from + 1 + (length % (bars.length - from));
      const { id } = s.parts[part % s.parts.length]!;
      // Every other is asked of a player, who brings an instrument and ways of his own.
      const { settings } = SOLOISTS[first % SOLOISTS.length]!;
      const song = withTake(s, id, { from, to, seed: first, ...(part % 2 && { settings }) });
      const [start, end] = [bars[from]!.start, bars[to - 1]!.start + bars[to - 1]!.length];
      const beside = (of: Song) =>
        played(of, id)
          .filter(({ at }) => at < start - 960 || at >= end)
          .map(({ row }) => row);
      expect(beside(song)).toEqual(beside(s));
      const rows = renderBand(song, OURS).parts.find((p) => p.id === id)!.notes;
      const struck = rows.map(({ start: at, pitch }) => `${at} ${pitch}`);
      expect(new Set(struck).size).toBe(struck.length);
      // Others do not hear of it.
      const others = (of: Song) =>
        renderBand(of, OURS)
          .parts.filter((p) => p.id !== id)
          .map((p) => p.notes.length);
      expect(others(song)).toEqual(others(s));
    }),
    { numRuns: 60 },
  );
});

it.each(STYLES.map(({ id }) => id))(
  'in %s a lead that another player takes over for two bars goes on as before',
  (style) => {
    const song = readChart(CHART.replace('lamplight', style), OURS);
    const leads = song.parts.filter(({ kind }) => kind === 'solo' || kind === 'melody');
    for (const { id } of leads) {
      const { settings } = SOLOISTS[(style.length * 7) % SOLOISTS.length]!;
      const taken = withTake(song, id, { from: 2, to: 4, seed: 5, settings: { ...settings, octave: 1 } });
      const beside = (of: Song) =>
        played(of, id)
          .filter(({ at }) => at < 2 * 1920 - 480 || at >= 4 * 1920)
          .map(({ row }) => row);
      expect(beside(taken)).toEqual(beside(song));
    }
  },
);

describe('choosing', () => {
  const first = withTake(SONG, 'solo', { from: 2, to: 6, seed: 1 });
  const both = withTake(first, 'solo', { from: 2, to: 6, seed: 2 }, false);
  const [one, two] = partIn(both).takes!;

  it('a take in the place of another, bar by bar, and the part itself again', () => {
    const [place] = places(two!);
    const half = { ...place!, to: place!.from + 1920 };
    const mixed = after(both, chooseTake('solo', [half], two!.id));
    expect(partIn(mixed).comp).toEqual([
      { ...half, take: two!.id },
      { ...place!, from: half.to, take: one!.id },
    ]);
    expect(
      after(mixed, chooseTake('solo', [place!], two!.id)).parts.find(({ id }) => id === 'solo')!.comp,
    ).toEqual([{ ...place!, take: two!.id }]);
    const itself = after(mixed, chooseTake('solo', [place!], null));
    expect(partIn(itself).comp).toBeUndefined();
    expect(partIn(itself).takes).toHaveLength(2);
    expect(played(itself, 'solo')).toEqual(played(SONG, 'solo'));
    const gone = [{ ...place!, take: 'gone' }];
    expect(partIn(after(mixed, restoreComp('solo', gone, [place!]))).comp).toBeUndefined();
    // Only through the places that are asked for.
    const head = { ...place!, to: half.to };
    expect(partIn(after(itself, restoreComp('solo', partIn(mixed).comp!, [head]))).comp).toEqual([
      { ...half, take: two!.id },
    ]);
    expect(partIn(after(itself, restoreComp('solo', partIn(mixed).comp!, [place!]))).comp).toEqual(
      partIn(mixed).comp,
    );
  });

  it('never more of a take than there is, and none that is not there', () => {
    const [place] = places(one!);
    const wide = { ...place!, from: 0, to: 100_000 };
    expect(partIn(after(SONG, chooseTake('solo', [wide], 'nobody'))).comp).toBeUndefined();
    expect(partIn(after(both, chooseTake('solo', [wide], two!.id))).comp).toEqual([
      { ...place!, take: two!.id },
    ]);
    const elsewhere = { ...place!, entry: 'e2' };
    expect(applyEdit(both, chooseTake('solo', [elsewhere], two!.id))).toBeNull();
  });

  it('is one step of undo however often it is stepped through, and nothing of it is lost', () => {
    const made = applyEdit(SONG, keepTake('solo', one!, true))!;
    expect(undoStep(made.song, made.step)).toEqual(SONG);
    expect(redoStep(SONG, made.step)).toEqual(made.song);
    expect(chooseTake('solo', places(one!), 't1').joins).toBe(chooseTake('solo', places(one!), null).joins);
  });

  it('is put away with its note and star, and brought back', () => {
    const said = after(
      both,
      sayOfTake('solo', one!.id, { name: ' Quiet\none ', note: 'Bar 3 speaks.\r\n', starred: true }),
    );
    expect(partIn(said).takes![0]).toMatchObject({ name: 'Quiet one', note: 'Bar 3 speaks.', starred: true });
    const away = after(said, putTakeAway('solo', one!.id, true));
    expect(partIn(away).comp).toBeUndefined();
    expect(partIn(away).takes![0]).toMatchObject({ name: 'Quiet one', putAway: true });
    expect(partIn(after(away, putTakeAway('solo', one!.id, false))).takes).toEqual(partIn(said).takes);
    expect(partIn(after(away, deleteTakesPutAway('solo'))).takes!.map(({ id }) => id)).toEqual([two!.id]);
    expect(applyEdit(said, deleteTakesPutAway('solo'))).toBeNull();
    const unsaid = after(said, sayOfTake('solo', one!.id, { name: ' ', note: '', starred: false }));
    expect(partIn(unsaid).takes![0]).toEqual(one);
  });
});

describe('chords that change', () => {
  const song = withTake(SONG, 'solo', { from: 0, to: 4, seed: 3 });

  const inBar = (of: Song) =>
    renderBand(of, OURS)
      .parts.find(({ id }) => id === 'solo')!
      .notes.filter(({ at }) => at >= 1920 && at < 3840);

  it('are followed in the same rhythm, tone by tone, and the take is there again when they come back', () => {
    let [tones, ways, sameWays, wereTones] = [0, 0, 0, 0];
    for (let seed = 0; seed < 12; seed++) {
      const own = withTake(SONG, 'solo', { from: 0, to: 4, seed });
      const other = after(own, setBar('s1', 1, 'Abmaj7'));
      const [was, now] = [inBar(own), inBar(other)];
      expect(now.map(({ at }) => at)).toEqual(was.map(({ at }) => at));
      const count = (notes: typeof was, pcs: number[]) =>
        notes.filter(({ pitch }) => pcs.includes(pitch % 12)).length;
      tones += count(now, [8, 0, 3, 7]);
      wereTones += count(was, [7, 11, 2, 5]);
      const waysOf = (notes: typeof was) =>
        notes.slice(1).map(({ pitch }, i) => Math.sign(pitch - notes[i]!.pitch));
      ways += was.length - 1;
      sameWays += waysOf(now).filter((way, i) => way === waysOf(was)[i]).length;
      expect(played(after(other, setBar('s1', 1, 'G7')), 'solo')).toEqual(played(own, 'solo'));
    }
    // What was a tone of the chord is one, and the line goes the way it went.
    expect(tones).toBeGreaterThanOrEqual(wereTones);
    expect(sameWays / ways).toBeGreaterThan(0.75);
    expect(inBar(after(song, setBar('s1', 1, 'Abmaj7')))).not.toEqual(inBar(song));
  });

  it('are followed by comping as well, and by no drum', () => {
    for (const part of ['keys', 'bass', 'drums']) {
      const kept = withTake(SONG, part, { from: 0, to: 4, seed: 3 });
      const other = after(kept, setBar('s1', 1, 'Db7'));
      const notes = renderBand(other, OURS).parts.find(({ id }) => id === part)!;
      const foreign = notes.notes.filter(
        ({ at, pitch }) => at >= 1920 && at < 3360 && ![1, 5, 8, 11, 3, 10].includes(pitch % 12),
      );
      if (part === 'drums') expect(played(other, part).slice(0, 20)).toEqual(played(kept, part).slice(0, 20));
      else if (part === 'keys') expect(foreign).toEqual([]);
      else expect(foreign.length).toBeLessThanOrEqual(2);
    }
  });
});

describe('bars that move', () => {
  const song = withTake(SONG, 'solo', { from: 2, to: 4, seed: 4 });
  const heard = (of: Song, from: number, by: number) =>
    played(of, 'solo')
      .filter(({ at }) => at >= from && at < from + 2 * 1920)
      .map(({ at, row }) => [at - by, row.split(',')[4]].join());
  const was = heard(song, 2 * 1920, 0);

  it('take their takes along, also through undo', () => {
    const longer = applyEdit(song, insertBar('s1', 0))!;
    expect(partIn(longer.song).comp![0]).toMatchObject({ from: 3 * 1920, to: 5 * 1920 });
    expect(heard(longer.song, 3 * 1920, 1920)).toEqual(was);
    expect(undoStep(longer.song, longer.step)).toEqual(song);
    const shorter = after(song, removeBars('s1', 0, 0));
    expect(heard(shorter, 1920, -1920)).toEqual(was);
    const into = after(song, insertBar('s1', 2));
    expect(partIn(into).comp!.map(({ from, to }) => [from / 1920, to / 1920])).toEqual([
      [2, 3],
      [4, 5],
    ]);
  });

  it('a bar that is taken out takes its own notes, and undo brings them back', () => {
    const { song: cut, step } = applyEdit(song, removeBars('s1', 3, 3))!;
    expect(partIn(cut).comp).toEqual([expect.objectContaining({ from: 3840, to: 5760 })]);
    expect(partIn(cut).takes![0]!.pieces[0]!.notes.every(([start]) => start < 5760)).toBe(true);
    expect(undoStep(cut, step)).toEqual(song);
  });

  it('a section that is cut in two, or made one of two, plays what it played', () => {
    const cut = after(song, splitSection('s1', 3));
    const sections = cut.sections.map(({ id }) => id);
    expect(partIn(cut).comp!.map(({ section }) => section)).toEqual(sections.slice(0, 2));
    expect(heard(cut, 2 * 1920, 0).length).toBeGreaterThan(0.8 * was.length);
    const second = withTake(SONG, 'solo', { from: 8, to: 12, seed: 4 });
    const split = after(second, splitSection('s1', 2));
    // The second time round.
    expect(partIn(split).comp!.every(({ entry }) => split.form.some(({ id }) => id === entry))).toBe(true);
    const joined = after(readChart(CHART.replace(' x2', ''), OURS), splitSection('s1', 4));
    const own = withTake(joined, 'solo', { from: 4, to: 6, seed: 9 });
    const one = after(own, joinSections(0));
    const [span] = partIn(one).comp!;
    expect(one.sections.some(({ id }) => id === span!.section)).toBe(true);
    expect([span!.from, span!.to]).toEqual([4 * 1920, 6 * 1920]);
  });

  it.each([
    ['the whole of two sections', '[Verse]\nC | F\n[Chorus]\nG | C', 0],
    ['one playing of each of two that are played again', '[Verse] x3\nC | F\n[Chorus] x2\nG | C', 0],
    ['one of a section that comes back later', '[Verse]\nC | F\n[Chorus]\nG | C\n[Verse] x2\n[Chorus]', 1],
    [
      'two places of the same section',
      '[Verse] x2\nC | F | Dm | G\n[Chorus]\nAm | F\n[Verse]\n[Verse] x2',
      2,
    ],
  ])('%s made one play what they played, and what is frozen as well', (_, form, index) => {
    const chart = readChart(`title: Any\nstyle: lamplight\n${form}`, OURS);
    // Where chords are pushed is agreed on by section: what is another section pushes others.
    const song = { ...chart, together: { arc: false, anticipations: false } };
    const bars = renderBand(song, OURS).bars.length;
    const full = withTake(song, 'solo', { from: 0, to: bars, seed: 12 });
    const played = (one: Song, id: string) =>
      renderBand(one, OURS)
        .parts.find((part) => part.id === id)!
        .notes.map(({ at, pitch, length }) => [at, pitch, length].join())
        .sort();
    const joined = after(full, joinSections(index));
    expect(joined).not.toBe(full);
    expect(joined.form).not.toEqual(full.form);
    const [now, was] = [new Set(played(joined, 'solo')), new Set(played(full, 'solo'))];
    expect([...was].filter((note) => !now.has(note))).toEqual([]);
    expect([...now].filter((note) => !was.has(note))).toEqual([]);
    const { bars: own, parts } = renderBand(song, OURS);
    const bass = parts.find(({ id }) => id === 'bass')!;
    const frozen = after(song, freezePart('bass', keptOf(own, bass.notes)));
    expect(played(after(frozen, joinSections(index)), 'bass')).toEqual(played(frozen, 'bass'));
    const step = applyEdit(full, joinSections(index))!;
    expect(undoStep(step.song, step.step)).toEqual(full);
  });

  it('a section that is taken out keeps its takes until it is brought back', () => {
    const gone = after(song, removeSection('s1'));
    expect(partIn(gone).takes).toEqual(partIn(song).takes);
    expect(renderBand(gone, OURS).parts.every(({ trouble }) => trouble === null)).toBe(true);
    const back = after(gone, bringBack(0));
    expect(played(back, 'solo')).toEqual(played(song, 'solo'));
  });

  it('with a second ending each time plays its own bars of a take', () => {
    const ended = after(SONG, addSecondEnding('s1', 2));
    const kept = withTake(ended, 'solo', { from: 0, to: 16, seed: 6 });
    const [a, b] = partIn(kept).takes![0]!.pieces;
    expect([a!.repeat, b!.repeat]).toEqual([0, 1]);
    expect(b!.to).toBe(10 * 1920);
    const { bars } = renderBand(ended, OURS);
    expect(pitchesIn(kept, 'solo', bars[14]!.start, bars[16]!.start).length).toBeGreaterThan(0);
  });
});

describe('a part that does not play there', () => {
  const off = after(SONG, setSettings('solo', null, { on: false }));

  it('plays a take all the same, until it is switched off again', () => {
    const song = withTake(off, 'solo', { from: 0, to: 2, seed: 1 });
    expect(partIn(song).comp![0]).toHaveProperty('whileOff', true);
    const heard = played(song, 'solo');
    expect(heard.length).toBeGreaterThan(3);
    expect(heard.every(({ at }) => at < 3840)).toBe(true);
    const silent = after(song, setSettings('solo', null, { on: false }));
    expect(played(silent, 'solo')).toEqual([]);
    expect(partIn(silent).takes).toHaveLength(1);
  });

  it('is silent where it is switched off, and plays its take again where it is on', () => {
    const song = withTake(SONG, 'solo', { from: 0, to: 2, seed: 1 });
    const cut = after(
      song,
      addCue('s1', { at: 1920, until: 3840, parts: ['solo'], settings: { on: false } }),
    );
    expect(pitchesIn(cut, 'solo', 1920, 3840)).toEqual([]);
    expect(pitchesIn(cut, 'solo', 0, 1920)).toEqual(pitchesIn(song, 'solo', 0, 1920));
    const quiet = after(song, setSettings('solo', null, { on: false }));
    expect(played(quiet, 'solo')).toEqual([]);
    expect(played(after(quiet, setSettings('solo', null, { on: undefined })), 'solo')).toEqual(
      played(song, 'solo'),
    );
  });

  it('stops where all stop', () => {
    const song = withTake(SONG, 'solo', { from: 0, to: 4, seed: 1 });
    const stop = after(
      song,
      addCue('s1', { at: 3840, until: 5760, parts: ['solo'], settings: {}, hit: true }),
    );
    expect(pitchesIn(stop, 'solo', 3840 + 480, 5760)).toEqual([]);
  });
});

it('a frozen part keeps takes and says that none of them would be heard', () => {
  const song = withTake(SONG, 'solo', { from: 0, to: 2, seed: 1 });
  const [take] = partIn(song).takes!;
  const frozen = after(song, freezePart('solo', [{ section: 's1', entry: 'e1', repeat: 0, notes: [] }]));
  expect(() => applyEdit(frozen, chooseTake('solo', places(take!), take!.id))).toThrow(/frozen/);
  expect(() => applyEdit(frozen, keepTake('solo', { ...take!, id: 't2' }, true))).toThrow(/frozen/);
  expect(partIn(after(frozen, keepTake('solo', { ...take!, id: 't2' }, false))).takes).toHaveLength(2);
});

it('another player takes over for some bars, on an instrument of his own', () => {
  const song = withTake(SONG, 'solo', {
    from: 4,
    to: 6,
    seed: 1,
    settings: { instrument: 73 },
    player: 'somebody',
  });
  const { programs, program } = renderBand(song, OURS).parts.find(({ id }) => id === 'solo')!;
  expect(programs).toEqual([
    { tick: 4 * 1920, program: 73 },
    { tick: 6 * 1920, program },
  ]);
  expect(partIn(song).takes![0]).toMatchObject({ player: 'somebody', settings: { instrument: 73 } });
});

it('takes leave the house each as a part of its own, and the others sound as they do', () => {
  const first = withTake(SONG, 'solo', { from: 0, to: 4, seed: 1 });
  const second = withTake(first, 'solo', { from: 2, to: 6, seed: 2 });
  const third = after(withTake(second, 'keys', { from: 0, to: 2, seed: 3 }), putTakeAway('keys', 't1', true));
  const { song, added } = withTakesAsParts(third);
  expect(added).toEqual(['solo-t1', 'solo-t2']);
  const band = renderBand(song, OURS);
  const plain = renderBand(third, OURS);
  for (const part of plain.parts) expect(rowsOf(band, part.id)).toEqual(rowsOf(plain, part.id));
  const [a, b] = added.map((id) => rowsOf(band, id));
  expect(a!.length).toBeGreaterThan(4);
  expect(a!.every(({ at }) => at < 4 * 1920)).toBe(true);
  expect(b!.every(({ at }) => at >= 2 * 1920 && at < 6 * 1920)).toBe(true);
  // The first is what is heard until the second takes over: the same notes, in a groove of its own.
  expect(pitchesIn(third, 'solo', 0, 2 * 1920 - 480)).toEqual(pitchesIn(song, 'solo-t1', 0, 2 * 1920 - 480));
  expect(withTakesAsParts(SONG)).toEqual({ song: SONG, added: [] });
});

describe('what is heard, as a take', () => {
  it('sounds as it did, whatever becomes of the part', () => {
    const band = renderBand(SONG, OURS);
    for (const part of ['solo', 'keys', 'drums']) {
      const take = takeAsHeard(SONG, OURS, band, part, { from: 0, to: band.length })!;
      const song = after(SONG, keepTake(part, { id: 't1', ...take }, true));
      const strokes = (of: Song) =>
        renderBand(of, OURS)
          .parts.find(({ id }) => id === part)!
          .notes.map(({ start, pitch, velocity }) => [start, pitch, velocity].join())
          .sort();
      expect(strokes(song)).toEqual(strokes(SONG));
      expect(strokes(after(song, setSettings(part, null, { density: 1 })))).toEqual(strokes(SONG));
    }
  });

  it('a comp is a take like any other', () => {
    const song = withTake(SONG, 'solo', { from: 2, to: 4, seed: 4 });
    const band = renderBand(song, OURS);
    const take = takeAsHeard(song, OURS, band, 'solo', { from: 0, to: 8 * 1920 })!;
    expect(take.pieces).toHaveLength(1);
    expect(take.pieces[0]).toMatchObject({ from: 0, to: 8 * 1920 });
    expect(takeAsHeard(song, OURS, band, 'nobody', { from: 0, to: 1920 })).toBeNull();
    expect(takeAsHeard(song, OURS, band, 'solo', { from: band.length, to: band.length + 9 })).toBeNull();
  });
});

it('begins and ends at a beat where that is asked', () => {
  const stretch = { from: 2 * 1920 + 960, to: 4 * 1920 - 480 };
  const take = keptTake(SONG, OURS, 'solo', { from: 2, to: 4, seed: 8, stretch })!;
  expect(take.pieces[0]).toMatchObject(stretch);
  for (const [start, duration] of take.pieces[0]!.notes) {
    expect([start >= stretch.from, start + duration <= stretch.to]).toEqual([true, true]);
  }
  expect(keptTake(SONG, OURS, 'solo', { from: 2, to: 4, seed: 8, stretch: { from: 0, to: 9 } })).toBeNull();
});

it('a thousand takes are kept, and stepped through as quickly as one', () => {
  const one = keptTake(SONG, OURS, 'solo', { from: 0, to: 4, seed: 1 })!;
  const takes = Array.from({ length: 1000 }, (_, i): Take => ({ id: `t${i + 1}`, ...one, seed: i }));
  const full: Song = songSchema.parse({
    ...SONG,
    parts: SONG.parts.map((part) => (part.id === 'solo' ? { ...part, takes } : part)),
  });
  const { step } = applyEdit(full, chooseTake('solo', places(takes[999]!), 't1000'))!;
  expect(step.forward).toHaveLength(1);
  expect(JSON.stringify(step.forward).length).toBeLessThan(400);
  const more = Array.from({ length: LIMITS.takes + 1 }, (_, i): Take => ({
    id: `t${i}`,
    seed: i,
    pieces: [{ ...one.pieces[0]!, notes: [] }],
  }));
  const tooFull = { ...SONG, parts: [{ ...partIn(SONG), takes: more.slice(1) }] };
  expect(() => applyEdit(tooFull, keepTake('solo', more[0]!, false))).toThrow(/more than 2,000 takes/);
});

it('of two takes of one id none can be kept, and muting changes no note', () => {
  const song = withTake(SONG, 'solo', { from: 0, to: 2, seed: 1 });
  const [take] = partIn(song).takes!;
  expect(applyEdit(song, keepTake('solo', take!, true))).toBeNull();
  const twice = { ...song, parts: song.parts.map((p) => (p.takes ? { ...p, takes: [take, take] } : p)) };
  expect(songSchema.safeParse(twice).success).toBe(false);
  expect(played(after(song, setMix('solo', { mute: true })), 'solo')).toEqual(played(song, 'solo'));
  expect(after(song, inNewBar('s1', setBar('s1', 8, 'C'))).parts).toEqual(song.parts);
});
