/** What a style brings along to a song that has a band already. */
import { applyEdit } from '@backline/core/edits/apply';
import { bringStyle, missingFrom } from '@backline/core/edits/style';
import { readChart } from '@backline/core/formats/chart/index';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';

const song = readChart('title: Any\nstyle: quayside\n[Verse]\nC | F', OURS);
/** The song in another style; in its own it stays what it is. */
const into = (s: Song, style: string): Song => applyEdit(s, bringStyle(style, OURS))?.song ?? s;

it('of a kind that its band has twice the second comes along, once, as it plays there', () => {
  const keys = (s: Song) =>
    s.parts.filter((p) => p.kind === 'keys').map((p) => [p.name, p.settings.instrument]);
  const gospel = into(song, 'morning-choir');
  expect(keys(gospel).map(([name]) => name)).toEqual(['Keys', 'Organ']);
  expect(keys(gospel)[1]).toEqual(['Organ', 16]);
  expect(keys(into(into(gospel, 'quayside'), 'morning-choir'))).toEqual(keys(gospel));
});

it('brings whom the song has not, in the band’s order, and takes nobody away', () => {
  for (const style of OURS.styles.all) {
    const brought = into(song, style.id);
    expect(brought.parts.slice(0, song.parts.length).map((p) => p.id)).toEqual(song.parts.map((p) => p.id));
    expect([style.id, missingFrom(brought, style.id, OURS)]).toEqual([style.id, []]);
    expect(brought.parts.length - song.parts.length).toBe(missingFrom(song, style.id, OURS).length);
  }
  expect(missingFrom(song, 'no-such-style', OURS)).toEqual([]);
});
