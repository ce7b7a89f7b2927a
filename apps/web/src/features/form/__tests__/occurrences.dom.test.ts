import { renderBand } from '@backline/core/band/index';
import { applyEdit } from '@backline/core/edits/apply';
import { addSecondEnding, setClose } from '@backline/core/edits/closing';
import { addSection } from '@backline/core/edits/form';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { formOccurrences, isOfForm, scopeAt, occurrenceInWords, nearestTo } from '../occurrences';

const song = readChart('tempo: 100\n[Verse] x2\nC | F\n[Chorus]\nG | C', OURS);

it('finds the playings of the sections in order, and says which time each is', () => {
  const playings = formOccurrences(song, renderBand(song, OURS));
  expect(playings.map((p) => [occurrenceInWords(p), p.start, p.end, p.bars])).toEqual([
    ['Verse, time 1', 0, 3840, 2],
    ['Verse, time 2', 3840, 7680, 2],
    ['Chorus', 7680, 11520, 2],
  ]);
  expect(['song', 'section', 'playing'].map((s) => scopeAt(song, playings[1]!, s as 'song'))).toEqual([
    null,
    's1',
    { entry: 'e1', repeat: 1 },
  ]);
});

it('a tag is a playing, and is set with what it repeats; endings are counted as they are played', () => {
  const told = [addSecondEnding('s1', 1), setClose({ tag: { bars: 1, times: 2 } })].reduce(
    (now, edit) => applyEdit(now, edit)!.song,
    song,
  );
  const playings = formOccurrences(told, renderBand(told, OURS));
  expect(playings.map((p) => [p.name, p.bars, isOfForm(told, p)])).toEqual([
    ['Verse', 2, true],
    ['Verse', 2, true],
    ['Chorus', 2, true],
    ['Chorus', 1, false],
    ['Chorus', 1, false],
  ]);
  expect(scopeAt(told, playings[4]!, 'playing')).toBe('s2');
});

it('a place of the form that is no more is gone at once, and a new one is there before the band is made anew', () => {
  const band = renderBand(song, OURS);
  expect(formOccurrences({ ...song, form: song.form.slice(1) }, band).map((p) => p.name)).toEqual(['Chorus']);
  const more = applyEdit(song, addSection('Bridge', 'F'))!.song;
  const playings = formOccurrences(more, band);
  expect(playings.map((p) => [p.name, p.start, p.end])).toEqual([
    ['Verse', 0, 3840],
    ['Verse', 3840, 7680],
    ['Chorus', 7680, 11520],
    ['Bridge', 11520, 11520],
  ]);
  expect(scopeAt(more, playings[3]!, 'section')).toBe(more.sections[2]!.id);
});

it('where a playing is gone the last of its place of the form is nearest, not the first of the song', () => {
  const at = (entry: string, pass: number) => ({ entry, id: `${entry}/${pass}` });
  const left = [at('e1', 0), at('e2', 0), at('e2', 1), at('e3', 0)];
  expect(nearestTo('e2/2', left)?.id).toBe('e2/1');
  expect(nearestTo('e9/0', left)?.id).toBe('e1/0');
  expect(nearestTo(null, left)?.id).toBe('e1/0');
  expect(nearestTo('e2/0', [])).toBeUndefined();
});
