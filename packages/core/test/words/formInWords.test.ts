/** What is told of a form: settings, cues, lifts, tension, two playings side by side. */
import { renderBand } from '@backline/core/band/index';
import { applyEdit, type Edit } from '@backline/core/edits/apply';
import { addSecondEnding, setClose } from '@backline/core/edits/closing';
import { addCue } from '@backline/core/edits/cues';
import { setLift, setPlayingLift } from '@backline/core/edits/lift';
import { holdPartChord } from '@backline/core/edits/partChords';
import { setSettings } from '@backline/core/edits/settings';
import { readChart } from '@backline/core/formats/chart/index';
import type { Cue, Settings, Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { compare, playingName } from '@backline/core/words/compare';
import { cueInWords } from '@backline/core/words/cues';
import { liftInWords, liftItems } from '@backline/core/words/lifted';
import { barMarks, cueMark } from '@backline/core/words/marks';
import { pushInWords } from '@backline/core/song/settings/playing';
import { settingsInWords } from '@backline/core/words/set';
import { songInWords } from '@backline/core/words/standing';
import { tensionBetween, tensionOf } from '@backline/core/words/tension';

const begun = readChart(
  'title: Told\nkey: C\ntempo: 100\n[Verse] x2\nC | Am | F | G\n[Chorus]\nF | G | C | C',
  OURS,
);
const after = (song: Song, ...edits: Edit[]): Song =>
  edits.reduce((now, edit) => applyEdit(now, edit)?.song ?? now, song);
const BAR = 1920;

it('each setting is a thing that can be said and let go by itself', () => {
  const bass = OURS.kinds.get('bass')!;
  const set: Settings = {
    on: false,
    pattern: 'octave-rock',
    density: 4,
    anticipation: 120,
    octave: -1,
    hands: 'left',
  };
  expect(settingsInWords(bass, OURS.styles.standIn, set)).toEqual([
    { name: 'on', says: 'rests' },
    { name: 'pattern', says: 'Octave rock' },
    { name: 'density', says: 'density 4' },
    { name: 'anticipation', says: 'a sixteenth early' },
    { name: 'octave', says: 'one octave down' },
    { name: 'hands', says: 'hands left' },
  ]);
  expect(settingsInWords(null, OURS.styles.standIn, { pattern: 'x' })).toEqual([
    { name: 'pattern', says: 'another pattern' },
  ]);
  expect([0, 240, 960].map(pushInWords)).toEqual(['on the beat', 'an eighth early', '2 quarters early']);
});

it('a cue says where it begins, who does what, and until when', () => {
  const says = (cue: Partial<Cue>): string =>
    cueInWords(begun, begun.sections[0]!, { id: 'q', at: 0, parts: ['keys'], settings: {}, ...cue }, OURS);
  const all = begun.parts.map((p) => p.id);
  expect(says({ at: BAR + 480, until: 3 * BAR, settings: { on: false } })).toBe(
    'Bar 2, beat 2: Keys drops out, until bar 4.',
  );
  expect(says({ parts: all, hit: true, until: BAR })).toBe(
    'Bar 1: The band strikes once and stops, until bar 2.',
  );
  expect(says({ parts: ['keys', 'bass'], settings: { on: true, density: 2 } })).toBe(
    'Bar 1: Bass and Keys come in, density 2, to the end.',
  );
  expect(cueMark({ parts: all, settings: { on: false } }, begun.parts)).toBe('all out');
  expect(cueMark({ parts: ['keys'], settings: { on: true } }, begun.parts)).toBe('Keys in');
  expect(cueMark({ parts: ['keys'], settings: { density: 1 } }, begun.parts)).toBe('Keys otherwise');
});

it('endings and cues stand over their bars', () => {
  const song = after(
    begun,
    addSecondEnding('s1', 1),
    addCue('s1', { at: BAR, parts: ['bass'], settings: { on: false } }),
  );
  const section = song.sections[0]!;
  expect([0, 1, 3, 4].map((bar) => barMarks(section, song.parts, bar, bar * BAR, (bar + 1) * BAR))).toEqual([
    '',
    'Bass out',
    'ending 1',
    'ending 2',
  ]);
});

it('a lift says what it moves, and what it leaves', () => {
  const song = after(
    begun,
    setSettings('horns', null, { on: false }),
    setLift('s2', { by: -2, without: ['register'] }),
    setSettings('arp', 's1', { on: true }),
  );
  expect(liftItems(song, 's1', OURS)).toEqual([]);
  expect(liftItems(song, 's2', OURS).map(({ what, says, moves }) => [what, says, moves])).toEqual([
    ['density', 'one step sparser', true],
    ['dynamics', 'one step softer', true],
    ['register', '4 semitones lower', false],
    ['spread', 'voicings 1.5 closer', true],
    ['parts', 'Arp rests', true],
  ]);
  expect([2, 0, -1].map(liftInWords)).toEqual(['Lifted by 2', 'As it is set', 'Calmed by 1']);
  // What rests through the song comes in where it is lifted far enough.
  const resting = after(begun, setSettings('strings', null, { on: false }), setLift('s2', { by: 3 }));
  expect(liftItems(resting, 's2', OURS).at(-1)).toEqual({
    what: 'parts',
    says: 'Strings comes in',
    moves: true,
  });
});

describe('tension', () => {
  it('is nothing where nothing plays, and rises with players, strength and distance from home', () => {
    const band = renderBand(begun, OURS);
    const silent = tensionBetween({ ...band, parts: [] }, 'C', 0, BAR);
    expect(silent).toEqual({ players: 0, strength: 0, busy: 0, away: 0, tension: 0 });
    const verse = tensionBetween(band, 'C', 0, 4 * BAR);
    const chorus = tensionBetween(band, 'C', 8 * BAR, 12 * BAR);
    expect(chorus.tension).toBeGreaterThan(verse.tension);
    const away = tensionBetween(band, 'F#', 0, 4 * BAR);
    expect(away.away).toBe(6);
    expect(away.tension).toBeGreaterThan(verse.tension);
    // A minor is home where C major is.
    expect(tensionBetween(band, 'Am', 0, BAR).away).toBe(0);
  });

  it('is told bar by bar, from 0 to 1, the same list for the same band', () => {
    const band = renderBand(begun, OURS);
    const line = tensionOf(band, 'C');
    expect(line).toHaveLength(12);
    expect(line.every(({ tension }) => tension >= 0 && tension <= 1)).toBe(true);
    expect(tensionOf(band, 'C')).toBe(line);
  });
});

describe('two playings compared', () => {
  const first = { entry: 'e1', repeat: 0 };
  const second = { entry: 'e1', repeat: 1 };

  it('alike they are said to be alike; what differs is said, part by part', () => {
    const band = renderBand(begun, OURS);
    expect(
      compare(begun, band, first, second, OURS)!.says.filter((s) => !s.startsWith('All in all')),
    ).toEqual([]);
    const song = after(
      begun,
      setSettings('keys', first, { on: false }),
      setSettings('bass', second, { density: 5, dynamics: 'ff' }),
      setPlayingLift(second, { by: 1, without: ['density', 'dynamics', 'register', 'spread', 'parts'] }),
    );
    const told = compare(song, renderBand(song, OURS), first, second, OURS)!;
    expect(told.sides.map((s) => [s.name, s.bars, s.chords])).toEqual([
      ['Verse, time 1', 4, ['C', 'Am', 'F', 'G']],
      ['Verse, time 2', 4, ['C', 'Am', 'F', 'G']],
    ]);
    expect(told.says).toEqual(
      expect.arrayContaining([
        'As it is set, then lifted by 1.',
        'Bass: density 3, then 5; mf, then ff.',
        'Keys rests, then plays.',
      ]),
    );
  });

  it('other chords are counted; one that is played no more cannot be compared', () => {
    const band = renderBand(begun, OURS);
    expect(compare(begun, band, first, { entry: 'e2', repeat: 0 }, OURS)!.says).toContain('4 chords differ.');
    expect(compare(begun, band, first, { entry: 'gone', repeat: 0 }, OURS)).toBeNull();
    expect(playingName(begun, band.bars, { entry: 'e2', repeat: 0 })).toBe('Chorus');
  });
});

it('a year later the form is told as well', () => {
  const song = after(
    begun,
    setSettings('keys', { entry: 'e1', repeat: 0 }, { on: false }),
    setPlayingLift({ entry: 'e1', repeat: 1 }, { by: 1 }),
    setLift('s2', { by: 2 }),
    holdPartChord('s2', 'strings', 'C'),
    addCue('s2', { at: 0, until: BAR, parts: ['bass'], settings: { on: false } }),
    setClose({ slow: { bars: 2, to: 60 }, tag: { bars: 1, times: 2 } }),
  );
  const told = songInWords(song, OURS);
  expect(told.song.at(-1)).toBe('It ends with the last bar twice more and slowing to 60 % over 2 bars.');
  expect(told.sections[0]!.says.slice(1)).toEqual(['Time 1: without Keys.', 'Time 2: lifted by 1.']);
  expect(told.sections[1]!.says.slice(1)).toEqual([
    'Lifted by 2.',
    'Strings follows chords of its own.',
    'Bar 1: Bass drops out, until bar 2.',
  ]);
});
