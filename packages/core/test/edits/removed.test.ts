/** Sections that were taken out and are brought back: nothing of them is lost. */
import { applyEdit, undoStep, type Edit } from '@backline/core/edits/apply';
import { takeChart } from '@backline/core/edits/chart';
import { setPlayingLift } from '@backline/core/edits/lift';
import { setKey, setMetre } from '@backline/core/edits/keyAndMetre';
import { removePart } from '@backline/core/edits/parts';
import { bringBack, letSectionGo, removeSection } from '@backline/core/edits/removed';
import { setSettings } from '@backline/core/edits/settings';
import { setTempo } from '@backline/core/edits/song';
import { renderBand } from '@backline/core/band/index';
import { LIMITS } from '@backline/core/song/limits';
import { readSong } from '@backline/core/song/read';
import type { Song } from '@backline/core/song/schema';
import { readChart, writeChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';

const CHART =
  '[Verse] x2\nC | Am\n[Bridge]\nF | Fm | C | G\n[Verse]\n[Chorus]\nF | G | C | C\n[Bridge]\n[Chorus]';
const withEdits = (song: Song, ...edits: Edit[]): Song =>
  edits.reduce((now, edit) => applyEdit(now, edit)?.song ?? now, song);
const plain = readChart(CHART, OURS);
const bridge = plain.sections[1]!.id;
const place = plain.form.find((e) => e.section === bridge)!;
const SONG = withEdits(
  plain,
  setSettings('bass', bridge, { density: 1 }),
  setSettings('keys', { entry: place.id, repeat: 0 }, { on: false }),
  setPlayingLift({ entry: place.id, repeat: 0 }, { by: 2 }),
);
const OUT = withEdits(SONG, removeSection(bridge));
const notesOf = (song: Song) =>
  renderBand(song, OURS).parts.map((p) => p.notes.map((n) => [n.start, n.pitch, n.duration]));
const read = (song: Song) => expect(readSong(JSON.parse(JSON.stringify(song))).trouble).toBeNull();

it('a section that was taken out is not heard, is kept, and comes back with all of it to where it was', () => {
  expect(OUT.sections.map((s) => s.name)).toEqual(['Verse', 'Chorus']);
  expect(OUT.form).toHaveLength(SONG.form.length - 2);
  expect(OUT.removed!.map((r) => r.section.name)).toEqual(['Bridge']);
  expect(notesOf(OUT)).not.toEqual(notesOf(SONG));
  read(OUT);
  const back = withEdits(OUT, bringBack(0));
  expect(back).toEqual(SONG);
  expect(notesOf(back)).toEqual(notesOf(SONG));
  read(back);
});

it('undone and done, it is the very same', () => {
  for (const one of [removeSection(bridge)]) {
    const edited = applyEdit(SONG, one)!;
    expect(undoStep(edited.song, edited.step)).toEqual(SONG);
  }
  const edited = applyEdit(OUT, bringBack(0))!;
  expect(undoStep(edited.song, edited.step)).toEqual(OUT);
});

it('in a song of another key and metre by now it keeps those it had; the tempo is the song’s', () => {
  const other = withEdits(OUT, setKey({}, 'Eb', 'move'), setMetre({}, '3/4', 'bars'), setTempo(144));
  const back = withEdits(other, bringBack(0));
  const section = back.sections.find((s) => s.name === 'Bridge')!;
  expect(section.changes[0]).toEqual({ bar: 0, key: 'C', metre: '4/4' });
  expect(section.drafts).toEqual(SONG.sections[1]!.drafts);
  read(back);
  // Whole as it is, it is heard in bars of four.
  const bars = renderBand(back, OURS).bars.filter((b) => b.section === 'Bridge');
  expect(new Set(bars.map((b) => b.metre.name))).toEqual(new Set(['4/4']));
});

it('what was set for a part that is gone by now is let go with it, the rest stays', () => {
  const back = withEdits(OUT, removePart('bass'), bringBack(0));
  const section = back.sections.find((s) => s.name === 'Bridge')!;
  expect(section.settings).toEqual({});
  expect(back.form.find((e) => e.id === place.id)!.occurrences).toEqual({ '0': { keys: { on: false } } });
  const without = withEdits(OUT, removePart('keys'), bringBack(0));
  expect(JSON.stringify(without.form)).not.toContain('keys');
  read(back);
  read(without);
});

it('a name and ids that were given to others in the meantime get others', () => {
  const again = readChart('[Verse]\nC\n[Bridge]\nF#m7', OURS);
  const song = withEdits({ ...OUT, sections: again.sections, form: again.form }, bringBack(0));
  expect(song.sections.map((s) => s.name)).toEqual(['Verse', 'Bridge 2', 'Bridge']);
  expect(new Set(song.sections.map((s) => s.id)).size).toBe(3);
  expect(new Set(song.form.map((e) => e.id)).size).toBe(song.form.length);
  read(song);
});

it('a section that the text of the chart has no more can be brought back as well', () => {
  const text = writeChart(SONG).replace(/\[Bridge\][^[]*/g, '');
  const song = withEdits(SONG, takeChart(readChart(text, OURS)));
  expect(song.sections.map((s) => s.name)).toEqual(['Verse', 'Chorus']);
  const back = withEdits(song, bringBack(0));
  expect(back.sections.find((s) => s.name === 'Bridge')!.drafts).toEqual(SONG.sections[1]!.drafts);
  read(back);
});

it('the last section stays; of many that were taken out the last are kept; one is let go for good', () => {
  const single = readChart('[A]\nC', OURS);
  expect(applyEdit(single, removeSection(single.sections[0]!.id))).toBeNull();
  const names = Array.from({ length: LIMITS.removed + 3 }, (_, i) => `Part ${i}`);
  const many = readChart(['[Stay]\nC', ...names.map((name) => `[${name}]\nF`)].join('\n'), OURS);
  const emptied = withEdits(many, ...many.sections.slice(1).map((s) => removeSection(s.id)));
  expect(emptied.removed!.map((r) => r.section.name)).toEqual(names.slice(3));
  read(emptied);
  const less = withEdits(emptied, letSectionGo(0));
  expect(less.removed!.map((r) => r.section.name)).toEqual(names.slice(4));
  expect(withEdits(OUT, letSectionGo(0)).removed).toBeUndefined();
  expect(applyEdit(OUT, bringBack(5))).toBeNull();
});
