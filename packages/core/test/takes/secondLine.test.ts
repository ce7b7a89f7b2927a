/** A second line as a take: note for note with the first, in the range of who plays it. */
import { renderBand } from '@backline/core/band/index';
import { applyEdit } from '@backline/core/edits/apply';
import { keepTake } from '@backline/core/edits/takes';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { secondLineTo } from '@backline/core/takes/keep';
import { SECOND_LINES } from '@backline/core/song/choices';

it('with a whole solo it goes note for note, as a take of another part', () => {
  const SONG = readChart(
    'title: Any\nstyle: copperline\n[Verse] x2\nEm7 | A7 | Em7 | Am7 Bm7\n[Chorus]\nG6 | A7 | Cmaj7 | Em9',
    OURS,
  );
  const band = renderBand(SONG, OURS);
  const stretch = { from: 0, to: band.length };
  const lead = band.parts.find(({ kind }) => kind === 'solo')!;
  const horns = SONG.parts.find(({ kind }) => kind === 'horns')!;
  const { range } = OURS.kinds.get('horns')!;
  for (const how of SECOND_LINES) {
    const take = secondLineTo(SONG, OURS, band, lead.id, stretch, how, range)!;
    const song = applyEdit(SONG, keepTake(horns.id, { id: 't1', ...take }, true))!.song;
    const heard = renderBand(song, OURS).parts.find(({ id }) => id === horns.id)!;
    expect(heard.trouble).toBeNull();
    const starts = new Set(lead.notes.map(({ start }) => start));
    expect(
      heard.notes.every(({ start, pitch }) => starts.has(start) && pitch >= range[0] && pitch <= range[1]),
    ).toBe(true);
    expect(new Set(heard.notes.map(({ start }) => start)).size).toBeGreaterThan(0.95 * starts.size);
    if (how === 'block') expect(heard.notes.length).toBeGreaterThan(2 * starts.size);
  }
  expect(secondLineTo(SONG, OURS, band, 'nobody', stretch, 'block', range)).toBeNull();
});
