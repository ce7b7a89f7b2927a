/**
 * MusicXML as others read it: LilyPond's `musicxml2ly` takes every file, LilyPond plays what it read, and its MIDI file has
 * the notes where the band has them written. Bars are summed here: no schema does. Element names, their order and the
 * kinds of chords are those of MusicXML 4.0 (W3C Community Group report, 2021; from memory).
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Midi } from '@tonejs/midi';
import fc from 'fast-check';
import { renderBand, type Band } from '@backline/core/band/index';
import type { BandNote } from '@backline/core/band/bandNote';
import { readChart } from '@backline/core/formats/chart/index';
import { struckOf } from '@backline/core/formats/musicXml/ids';
import { documentOf, musicXmlOf, writtenPart } from '@backline/core/formats/musicXml/index';
import { passagesOf } from '@backline/core/formats/musicXml/passages';
import { onStaffGrid } from '@backline/core/formats/musicXml/grid';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { PPQ } from '@backline/core/time/ticks';
import { anyBandedSong } from '../support/music';

const AS_IT_SOUNDS = { title: 'Any', forInstrument: false };

const banded = (chart: string, set: Partial<Song> = {}): Band =>
  renderBand({ ...readChart(chart, OURS), together: { arc: false }, ...set }, OURS);

/** Elements of a name, each with its attributes and what lies in it. */
const all = (xml: string, name: string): string[] =>
  [...xml.matchAll(new RegExp(`<${name}(?: [^>]*)?(?:/>|>(.*?)</${name}>)`, 'gs'))].map(
    ([, inner]) => inner ?? '',
  );

/** What a bar's notes last, ticks; tones struck with another take no time of their own. */
const lasting = (measure: string): number =>
  all(measure, 'note')
    .filter((note) => !note.startsWith('<chord/>'))
    .reduce((sum, note) => sum + Number(all(note, 'duration')[0]), 0);

/** What LilyPond plays of a file that its own reader has read: place and pitch, in sixths of a sixteenth. */
function playedByLilyPond(xml: string): string[] {
  const folder = mkdtempSync(join(tmpdir(), 'staff-'));
  try {
    writeFileSync(join(folder, 'in.xml'), xml);
    const quiet = { cwd: folder, stdio: ['ignore', 'ignore', 'pipe'] as ('ignore' | 'pipe')[] };
    execFileSync('musicxml2ly', ['--midi', '--no-page-layout', '-o', 'out.ly', 'in.xml'], quiet);
    // Chords stand over the staff and are not played there.
    const ly = readFileSync(join(folder, 'out.ly'), 'utf8').replace(/\\context ChordNames[^\n]*\n/g, '\n');
    writeFileSync(join(folder, 'out.ly'), ly);
    execFileSync('lilypond', ['-s', '--loglevel=ERROR', '-dno-print-pages', '-o', 'out', 'out.ly'], quiet);
    const midi = new Midi(readFileSync(join(folder, 'out.midi')));
    const { ppq } = midi.header;
    return midi.tracks
      .flatMap(({ notes }) => notes)
      .map(({ ticks, midi: pitch }) => `${Math.round((24 * ticks) / ppq)} ${pitch}`)
      .sort();
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** Notes where they are written, as they are read: place and pitch, likewise. */
function writtenIn(band: Band, part: string): string[] {
  const { struck } = onStaffGrid(band.parts.find(({ id }) => id === part)!.notes, band.bars);
  return struck
    .flatMap(({ from, pitches }) => pitches.map((pitch) => `${Math.round((24 * from) / PPQ)} ${pitch}`))
    .sort();
}

const CHANGES = 'Dm7 | G7b9 | Cmaj7/E A7 | Ebm7b5 | F#dim7 | NC | Bb6 | C';

describe('LilyPond reads and plays what is written', () => {
  it.each([
    ['4/4', 'lamplight', 'solo'],
    ['3/4', 'lamplight', 'solo'],
    ['6/8', 'millpond', 'bass'],
    ['7/8', 'quayside', 'keys'],
    ['4/4', 'quayside', 'strings'],
    ['4/4', 'copperline', 'bass'],
  ])('%s in %s: the %s', (metre, style, part) => {
    const band = banded(`title: Any\ntime: ${metre}\nkey: Eb\nstyle: ${style}\n[Verse]\n${CHANGES}`);
    const xml = musicXmlOf(band, part, AS_IT_SOUNDS)!;
    const played = playedByLilyPond(xml);
    expect(played.length).toBeGreaterThanOrEqual(8);
    expect(played).toEqual(writtenIn(band, part));
  });
});

describe('bars', () => {
  it('are as long as they are, whatever is played in them (any song, any part)', () => {
    fc.assert(
      fc.property(anyBandedSong, fc.nat(), fc.boolean(), (song, p, forInstrument) => {
        const band = renderBand(song, OURS);
        const part = band.parts[p % band.parts.length]!;
        const xml = musicXmlOf(band, part.id, { title: song.title, forInstrument });
        if (!part.pitched) return void expect(xml).toBeNull();
        const measures = all(xml!, 'measure');
        expect(measures.map(lasting)).toEqual(band.bars.map(({ length }) => length));
        // Every sounding note is a pitch, and every tie that begins ends.
        const ties = (type: string) => xml!.split(`<tie type="${type}"/>`).length;
        expect(ties('start')).toBe(ties('stop'));
      }),
      { numRuns: 60 },
    );
  });

  it('with what is read in thirds have brackets that close, and values that fill them', () => {
    const band = banded(`title: Any\nstyle: lamplight\n[Verse]\n${CHANGES}`);
    const bar = band.bars[0]!;
    const context = band.parts.find(({ id }) => id === 'solo')!.notes[0]!.context;
    const note = (at: number, length: number): BandNote => ({ at, length, pitch: 60, context }) as BandNote;
    const solo = band.parts.find(({ id }) => id === 'solo')!;
    const thirds = [
      note(0, 160),
      note(160, 160),
      note(320, 160),
      note(480, 320),
      note(800, 160),
      note(960, 960),
    ];
    const xml = musicXmlOf(
      { ...band, bars: [bar], parts: [{ ...solo, notes: thirds }] },
      'solo',
      AS_IT_SOUNDS,
    )!;
    expect(all(xml, 'type')).toEqual(['eighth', 'eighth', 'eighth', 'quarter', 'eighth', 'half']);
    expect(xml.match(/<tuplet type="start"/g)).toHaveLength(2);
    expect(xml.match(/<tuplet type="stop"/g)).toHaveLength(2);
    expect(lasting(xml)).toBe(1920);
  });
});

/** One bar in which notes of such lengths, ticks, follow each other: its notes as they are written. */
function barOf(lengths: readonly number[], metre: string): string[] {
  const band = banded(`title: Any\ntime: ${metre}\nstyle: lamplight\n[Verse]\nC | C`);
  const solo = band.parts.find(({ id }) => id === 'solo')!;
  const { context } = solo.notes[0]!;
  let at = 0;
  const notes = lengths.map((length) => {
    at += length;
    return { at: at - length, length, pitch: 60, context } as BandNote;
  });
  const bars = [band.bars[0]!];
  return all(musicXmlOf({ ...band, bars, parts: [{ ...solo, notes }] }, 'solo', AS_IT_SOUNDS)!, 'note');
}

/** Note values of such a bar, ties and all. */
const typesOf = (lengths: readonly number[], metre: string): string[] =>
  barOf(lengths, metre).map((one) => all(one, 'type')[0]! + (one.includes('<dot/>') ? '.' : ''));

it.each([
  ['4/4', [1920], ['whole']],
  ['4/4', [720, 720, 480], ['quarter.', 'eighth', 'quarter', 'quarter']],
  ['4/4', [240, 480, 480, 720], ['eighth', 'eighth', 'eighth', 'eighth', 'eighth', 'eighth', 'quarter']],
  ['4/4', [360, 120, 1440], ['eighth.', '16th', 'half.']],
  ['4/4', [120, 240, 120, 1440], ['16th', 'eighth', '16th', 'half.']],
  ['3/4', [1440], ['half.']],
  ['6/8', [720, 720], ['quarter.', 'quarter.']],
  ['6/8', [1440], ['half.']],
  ['6/8', [480, 240, 240, 480], ['quarter', 'eighth', 'eighth', 'quarter']],
] as const)('%s: %j is written so that beats stay in sight', (metre, lengths, types) => {
  expect(typesOf(lengths, metre)).toEqual(types);
});

const BEAM_SIGNS: Readonly<Record<string, string>> = {
  begin: 'b',
  continue: 'c',
  end: 'e',
  'forward hook': 'f',
  'backward hook': 'k',
};

/** Beams of such a bar, note by note: b begins, c goes on, e ends, f and k are hooks, - is none. */
const beamsOf = (lengths: readonly number[], metre: string): string =>
  barOf(lengths, metre)
    .map((one) =>
      all(one, 'beam')
        .map((type) => BEAM_SIGNS[type])
        .join(''),
    )
    .map((beams) => beams || '-')
    .join(' ');

it.each([
  ['4/4', [240, 240, 240, 240, 480, 480], 'b e b e - -'],
  ['4/4', [120, 120, 240, 360, 120, 960], 'bb ce e b ek -'],
  ['4/4', [120, 360, 1440], 'bf e -'],
  ['4/4', [160, 160, 160, 1440], 'b c e -'],
  ['6/8', [240, 240, 240, 480, 240], 'b c e - -'],
  ['7/8', [240, 240, 240, 240, 240, 240, 240], 'b e b e b c e'],
  ['12/8', [240, 240, 240, 480, 240, 720, 720], 'b c e - - - -'],
  ['5/4', [240, 240, 480, 480, 240, 240, 480], 'b e - - b e -'],
  ['3/4', [120, 120, 120, 120, 480, 480], 'bb cc cc ee - -'],
] as const)('%s: %j is beamed beat by beat', (metre, lengths, beams) => {
  expect(beamsOf(lengths, metre)).toBe(beams);
});

describe('passages', () => {
  it('are the song together, no longer than can be engraved at one go, and cut through no note if it can be helped', () => {
    fc.assert(
      fc.property(anyBandedSong, fc.nat(), (song, p) => {
        const band = renderBand(song, OURS);
        const pitched = band.parts.filter((part) => part.pitched);
        const written = writtenPart(band, pitched[p % pitched.length]!.id, false)!;
        const passages = passagesOf(written);
        expect(passages[0]!.from).toBe(0);
        expect(passages.at(-1)!.to).toBe(band.bars.length);
        passages.forEach(({ from, to }, i) => {
          expect(to - from).toBeLessThanOrEqual(24);
          expect(to).toBeGreaterThan(from);
          if (i === 0) return;
          expect(from).toBe(passages[i - 1]!.to);
          const { start } = band.bars[from]!;
          const isCut = written.struck.some((note) => note.from < start && note.to > start);
          if (isCut) expect(from - passages[i - 1]!.from).toBe(24);
        });
        // Bar for bar they have what the whole has, but for what the first bar of each says anew.
        const whole = all(documentOf(written, 'Any', { from: 0, to: band.bars.length }), 'note');
        expect(passages.flatMap((passage) => all(documentOf(written, 'Any', passage), 'note'))).toEqual(
          whole,
        );
      }),
      { numRuns: 30 },
    );
  });

  it('say their key, clef and metre each, the metre unseen where it goes on', () => {
    const band = banded('title: Any\nkey: Eb\nstyle: quayside\n[Verse]\nEb | Ab\n[Chorus]\nEb | Bb7');
    const written = writtenPart(band, 'keys', false)!;
    const [first, second] = [
      documentOf(written, '', { from: 0, to: 2 }),
      documentOf(written, '', { from: 2, to: 4 }),
    ];
    expect(first).toContain('<time><beats>4</beats>');
    expect(second).toContain('<time print-object="no"><beats>4</beats>');
    for (const one of [first, second]) {
      expect(all(one, 'fifths')).toEqual(['-3']);
      expect(all(one, 'clef')).toHaveLength(1);
      expect(all(one, 'divisions')).toEqual(['480']);
    }
    // The tempo goes on.
    expect(first).toContain('<metronome>');
    expect(second).not.toContain('<metronome>');
  });
});

it('notes are called by where they are struck, each once', () => {
  const band = banded(`title: Any\nstyle: lamplight\n[Verse]\n${CHANGES}`);
  const written = writtenPart(band, 'keys', false)!;
  const xml = documentOf(written, '', { from: 0, to: band.bars.length });
  const ids = [...xml.matchAll(/<note id="([^"]+)"/g)].map(([, id]) => id!);
  expect(new Set(ids).size).toBe(ids.length);
  expect(new Set(ids.map(struckOf))).toEqual(new Set(written.struck.map(({ from }) => from)));
  expect(struckOf('b3')).toBeNull();
});

it('chords have the kinds and degrees their names say, where they begin', () => {
  const band = banded(
    'title: Any\nstyle: quayside\n[Verse]\nC | Dm7 G13 | F#m7b5 | Bbmaj7#11/D | NC | Esus4 | A5 | Bdim7',
  );
  const chords = all(musicXmlOf(band, 'solo', AS_IT_SOUNDS)!, 'harmony');
  const kinds = chords.map((one) => all(one, 'kind').length && /<kind text="[^"]*">([^<]+)/.exec(one)![1]);
  expect(kinds).toEqual([
    'major',
    'minor-seventh',
    'dominant-13th',
    'half-diminished',
    'major-seventh',
    'none',
    'suspended-fourth',
    'power',
    'diminished-seventh',
  ]);
  expect(chords[4]).toContain('<bass><bass-step>D</bass-step></bass>');
  expect(chords[4]).toContain('<degree-value>11</degree-value><degree-alter>1</degree-alter>');
  expect(chords[3]).toContain('<root-step>F</root-step><root-alter>1</root-alter>');
});

it('is written for its instrument: a tenor saxophone a ninth up, in its key, with its chords', () => {
  const song = readChart('title: Any\nkey: Eb\nstyle: quayside\n[Verse]\nEb | Ab | Bb7 | Eb', OURS);
  const parts = song.parts.map((part) =>
    part.id === 'solo' ? { ...part, settings: { ...part.settings, instrument: 66 } } : part,
  );
  const band = renderBand({ ...song, parts, together: { arc: false } }, OURS);
  const [sounds, reads] = [false, true].map((forInstrument) =>
    musicXmlOf(band, 'solo', { title: '', forInstrument })!,
  );
  expect(all(sounds!, 'fifths')[0]).toBe('-3');
  expect(sounds).not.toContain('<transpose>');
  expect(all(reads!, 'fifths')[0]).toBe('-1');
  expect(all(reads!, 'transpose')[0]).toBe('<diatonic>-8</diatonic><chromatic>-14</chromatic>');
  expect(all(reads!, 'root-step').slice(0, 3)).toEqual(['F', 'B', 'C']);
  expect(all(reads!, 'note')).toHaveLength(all(sounds!, 'note').length);
});

it.each([
  ['4/4', '<beat-unit>quarter</beat-unit><per-minute>96</per-minute>', 96],
  ['6/8', '<beat-unit>quarter</beat-unit><beat-unit-dot/><per-minute>96</per-minute>', 144],
  ['7/8', '<beat-unit>eighth</beat-unit><per-minute>96</per-minute>', 48],
])('in %s the tempo is counted as the metre is, and sounds in quarters', (metre, mark, quarters) => {
  const xml = musicXmlOf(
    banded(`title: Any\ntime: ${metre}\ntempo: 96\nstyle: quayside\n[Verse]\nC | F`),
    'bass',
    AS_IT_SOUNDS,
  )!;
  expect(all(xml, 'metronome')).toEqual([mark]);
  expect(xml).toContain(`<sound tempo="${quarters}"/>`);
});

it('a bass and a guitar have their octave in the clef, whoever reads', () => {
  const band = banded('title: Any\nstyle: quayside\n[Verse]\nC | F | G | C');
  for (const forInstrument of [false, true]) {
    const clef = (part: string) => all(musicXmlOf(band, part, { title: '', forInstrument })!, 'clef')[0]!;
    expect(clef('bass')).toBe('<sign>F</sign><line>4</line><clef-octave-change>-1</clef-octave-change>');
    expect(clef('guitar')).toBe('<sign>G</sign><line>2</line><clef-octave-change>-1</clef-octave-change>');
    expect(clef('keys')).toBe('<sign>G</sign><line>2</line>');
  }
});

it('a section of 960 bars is written whole, bar by bar', () => {
  const bars = Array.from({ length: 960 }, () => 'Dm7 G7').join(' | ');
  const band = banded(`title: Any\nstyle: lamplight\n[Verse]\n${bars}`);
  const measures = all(musicXmlOf(band, 'bass', { title: '', forInstrument: true })!, 'measure');
  expect(measures).toHaveLength(960);
  expect(new Set(measures.map(lasting))).toEqual(new Set([1920]));
});

it('holds any title and name, and is none where there is nothing to write', () => {
  const band = banded('title: Any\nstyle: quayside\n[Verse]\nC | F');
  const title = 'Salt & <Echo> "é" \u0000\u0007\ud800 𝄞';
  const xml = musicXmlOf(band, 'solo', { title, forInstrument: false })!;
  expect(all(xml, 'work-title')).toEqual(['Salt &amp; &lt;Echo&gt; &quot;é&quot;  𝄞']);
  expect(musicXmlOf(band, 'drums', AS_IT_SOUNDS)).toBeNull();
  expect(musicXmlOf(band, 'nobody', AS_IT_SOUNDS)).toBeNull();
  expect(musicXmlOf({ ...band, bars: [] }, 'solo', AS_IT_SOUNDS)).toBeNull();
});
