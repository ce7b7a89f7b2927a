/** What the page gets of a band: all of it in the end, and of an edit no more than what changed. */
import { renderBand, type Band } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/windowCache';
import { applyEdit, type Edit } from '@backline/core/edits/apply';
import { insertBar, setBar } from '@backline/core/edits/bars';
import { movePart, removePart } from '@backline/core/edits/parts';
import { setSettings } from '@backline/core/edits/settings';
import { readChart } from '@backline/core/formats/chart/index';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { buffersOf, sentBand, wholeBand, type PageBand, type SentBand } from '../sentBand';

const song = readChart('tempo: 100\n[Verse] x3\nC | Am | F | G', OURS);
const long = readChart(`[Verse]\n${Array(50).fill('C | Am7 D7 | F | G').join('\n')}`, OURS);

/** What the page should have of a band. */
const asDrawn = ({ guide: _guide, parts, ...band }: Band) => ({
  ...band,
  parts: parts.map(({ gestures: _gestures, groups: _runs, notes, ...part }) => ({
    ...part,
    notes: notes.map(({ start, duration, pitch, velocity, occurrenceKey }) => ({
      start,
      duration,
      pitch,
      velocity,
      occurrenceKey,
    })),
  })),
});
const drawn = ({ parts, ...band }: PageBand) => ({
  ...band,
  parts: parts.map(({ groups: _groups, ...part }) => part),
});

/** How much goes over: the numbers, and the rest as text, in which nothing that is shared is told once. */
const bytesOf = (answer: SentBand): number =>
  buffersOf(answer).reduce((sum, { byteLength }) => sum + byteLength, 0) +
  JSON.stringify(answer, (_, value: unknown) => (value instanceof Int32Array ? null : value)).length;

/** A worker and a page that talk to each other, with what of the last answer went over. */
function talk(start: Song) {
  const memory = regionMemory();
  let now = start;
  let sent: Band | null = null;
  let page: PageBand | null = null;
  return (...edits: Edit[]) => {
    for (const edit of edits) now = applyEdit(now, edit)?.song ?? now;
    const band = renderBand(now, OURS, memory);
    const answer = sentBand(band, sent);
    sent = band;
    const bytes = bytesOf(answer);
    page = wholeBand(structuredClone(answer, { transfer: buffersOf(answer) }), page);
    expect(drawn(page)).toEqual(asDrawn(band));
    return { answer, page, bytes };
  };
}

it('a band comes over whole, whatever is edited, with only the parts sent that are other than before', () => {
  const after = talk(song);
  after();
  const changed = (...edits: Edit[]) =>
    after(...edits).answer.parts.filter((part) => !('same' in part)).length;
  // The lead alone; and where a part stands is no matter to what it plays.
  expect(changed(setSettings('solo', { entry: 'e1', repeat: 1 }, { density: 1 }))).toBe(1);
  expect(changed(movePart('keys', 1))).toBe(0);
  after(removePart('guitar'));
  after(insertBar('s1', 0), setBar('s1', 0, 'Dm7'));
  after(setBar('s1', 2, 'E7'));
});

it('of one chord in 200 bars no more than 60 kB go to the page, and what stayed is the very same there', () => {
  const after = talk(long);
  const before = after().page;
  const { page, bytes } = after(setBar('s1', 101, 'Bb7'));
  expect(bytes).toBeLessThan(60_000);
  expect(page.bars.every((bar, i) => bar === before.bars[i])).toBe(true);
  expect(page.chords.filter((chord) => !before.chords.includes(chord)).length).toBeLessThan(4);
});
