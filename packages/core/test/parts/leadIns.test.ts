/** Lead-ins of the bass, as the writer sets them (common practice of bass players). */
import { renderBand } from '@backline/core/band/index';
import { applyEdit } from '@backline/core/edits/apply';
import { setLeadIn } from '@backline/core/edits/chords';
import { readChart } from '@backline/core/formats/chart/index';
import { writeChart } from '@backline/core/formats/chart/write';
import { LEAD_INS, type LeadIn } from '@backline/core/song/choices';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { bassLeaps } from '@backline/core/measures/figures';
import { song, together, withSettings } from '../support/music';

const still = { groove: { lateness: 0, strength: 0 } };
const bass = (s: Song) => renderBand(withSettings(s, 'bass', still), OURS).parts[0]!.notes;
/** The pitches from the last beat of the first bar to the first of the second. */
const into = (s: Song) =>
  bass(s)
    .filter((n) => n.start >= 1440 && n.start < 2000)
    .map((n) => n.pitch);

const led = (way: LeadIn, bars = 'G | C | Am | D', header = 'key: C'): Song => {
  const plain = song(bars, header);
  return applyEdit(plain, setLeadIn('s1', ['c2'], way))!.song;
};

it.each<[LeadIn, number[]]>([
  // From G1 up to C2, MIDI numbers.
  ['none', [36]],
  ['scale', [33, 35, 36]],
  ['chromatic', [34, 35, 36]],
  ['fifth', [31, 36]],
  ['octave', [43, 36]],
])('%s', (way, pitches) => {
  expect(into(led(way))).toEqual(pitches);
});

it('comes from above where the line stands above, and takes the tones of the key', () => {
  expect(into(led('chromatic', 'C | G'))).toEqual([33, 32, 31]);
  expect(into(led('scale', 'C | G', 'key: G'))).toEqual([34 + 1, 33, 31]);
});

it('says what it is, leads out of a held chord also in a walk, and over the seam of a section', () => {
  expect(bass(led('chromatic')).filter((n) => n.noteFunction === 'lead-in')).toHaveLength(2);
  const walk = applyEdit(song('G | C', 'style: lamplight'), setLeadIn('s1', ['c2'], 'chromatic'))!.song;
  // The walk stands above by then, and comes down.
  expect(into(walk).slice(0, 2)).toEqual([38, 37]);
  const two = song('G | G\n[Chorus]\nC | C', 'key: C');
  const seam = applyEdit(two, setLeadIn('s2', ['c1'], 'chromatic'))!.song;
  expect(
    bass(seam)
      .filter((n) => n.start >= 1920 + 1440 && n.start < 3900)
      .map((n) => n.pitch),
  ).toEqual([34, 35, 36]);
});

it('changes no other part, nothing of the bass elsewhere, and leaps nowhere', () => {
  for (const way of LEAD_INS) {
    const plain = together('G | C | Am | D');
    const set = applyEdit(plain, setLeadIn('s1', ['c2'], way))!.song;
    const [a, b] = [renderBand(plain, OURS), renderBand(set, OURS)];
    expect(b.parts.slice(1)).toEqual(a.parts.slice(1));
    const later = (band: typeof a) => band.parts[0]!.notes.filter((n) => n.start > 2000);
    expect(later(b)).toEqual(later(a));
    expect(bassLeaps(b, OURS)).toBe(0);
  }
});

it('is written in the chart and read again, and let go', () => {
  const set = led('fifth');
  const text = writeChart(set);
  expect(text).toContain('C{lead fifth}');
  expect(readChart(text, OURS).sections).toEqual(set.sections);
  const free = applyEdit(set, setLeadIn('s1', ['c2'], null))!.song;
  expect(writeChart(free)).not.toContain('lead');
  expect(() => readChart('[A]\nC | F{lead sideways}', OURS)).toThrow(/lead scale/);
});

it('a chord too short to lead out of is left alone', () => {
  const short = together('C G F G | C', 'time: 4/4');
  const all = short.sections[0]!.drafts[0]!.chords.map((c) => c.id);
  const set = applyEdit(short, setLeadIn('s1', all, 'scale'))!.song;
  const band = renderBand(set, OURS);
  expect(band.parts[0]!.trouble).toBeNull();
  for (const chord of band.chords) {
    const at = chord.start - chord.anticipation;
    expect(band.parts[0]!.notes.some((n) => Math.abs(n.start - at) < 40)).toBe(true);
  }
});
