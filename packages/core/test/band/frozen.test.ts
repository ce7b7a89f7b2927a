/** A part that is frozen plays what it played, whatever becomes of the song. */
import { keptOf } from '@backline/core/band/kept';
import { renderBand, type Band } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/windowCache';
import { applyEdit } from '@backline/core/edits/apply';
import { setBar } from '@backline/core/edits/bars';
import { describePart, doublePart, freezePart } from '@backline/core/edits/parts';
import { setSettings } from '@backline/core/edits/settings';
import { setSeed } from '@backline/core/edits/song';
import { songSchema } from '@backline/core/song/check';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { together } from '../support/music';

const SONG = together('C | Am7 | F | G7\n[Chorus]\nF | G | C | C\n[Verse]\n[Chorus]');
const after = (song: Song, ...edits: Parameters<typeof applyEdit>[1][]): Song =>
  edits.reduce((s, e) => applyEdit(s, e)!.song, song);
const notes = (band: Band, part: string) =>
  band.parts.find((p) => p.id === part)!.notes.map((n) => [n.start, n.duration, n.pitch, n.velocity]);
const frozen = (part: string): Song => {
  const band = renderBand(SONG, OURS);
  return after(SONG, freezePart(part, keptOf(band.bars, band.parts.find((p) => p.id === part)!.notes)));
};

it.each(['bass', 'keys', 'drums', 'solo'])('%s plays the very same, and so through any change', (part) => {
  const song = frozen(part);
  expect(songSchema.parse(JSON.parse(JSON.stringify(song)))).toEqual(song);
  const plain = notes(renderBand(SONG, OURS), part);
  expect(notes(renderBand(song, OURS), part)).toEqual(plain);
  const other = after(song, setBar('s1', 1, 'Bbm7'), setSeed(77));
  // What nobody would hear is refused, and is no step of undo.
  expect(() => applyEdit(song, setSettings(part, null, { density: 1, dynamics: 'pp' }))).toThrow(/frozen/);
  expect(applyEdit(song, setSettings(part, null, { on: false }))).not.toBeNull();
  expect(notes(renderBand(other, OURS), part)).toEqual(plain);
  expect(notes(renderBand(other, OURS, regionMemory()), part)).toEqual(plain);
  // The others follow the change, and the part does too once it is let go.
  expect(notes(renderBand(other, OURS), 'guitar')).not.toEqual(notes(renderBand(song, OURS), 'guitar'));
  expect(notes(renderBand(after(other, freezePart(part, null)), OURS), part)).not.toEqual(plain);
});

it('rests where it is told to rest, and in a playing that is new plays what its section played', () => {
  const song = frozen('bass');
  const resting = renderBand(after(song, setSettings('bass', 's1', { on: false })), OURS);
  const first = resting.bars.filter((bar) => bar.section === 'Verse')[0]!;
  expect(resting.parts[0]!.notes.some((n) => n.start >= first.start && n.start < first.start + 7680)).toBe(
    false,
  );
  expect(resting.parts[0]!.notes.length).toBeGreaterThan(0);
  const longer = { ...song, form: [...song.form, { id: 'new', section: 's2', repeats: 1 }] };
  const band = renderBand(longer, OURS);
  const last = band.bars[band.bars.length - 4]!.start;
  const chorus = band.bars.find((bar) => bar.sectionId === 's2')!.start;
  const from = (start: number) =>
    band.parts[0]!.notes.filter((n) => n.start >= start && n.start < start + 7680).map((n) => [
      n.start - start,
      n.pitch,
    ]);
  expect(from(last)).toEqual(from(chorus));
});

it('a copy is frozen with it; what it is for is noted, and let go where nothing is left', () => {
  const song = after(frozen('bass'), doublePart('bass'), describePart('bass', '  holds the floor \n'));
  expect(song.parts[1]!.frozen).toEqual(song.parts[0]!.frozen);
  expect(song.parts[0]!.about).toBe('holds the floor');
  expect(after(song, describePart('bass', ' ')).parts[0]!.about).toBeUndefined();
});
