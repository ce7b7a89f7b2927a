/** Why a note stands where it stands: every reason there is has its words, names are those that are read. */
import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { struckIn, writtenPart } from '@backline/core/formats/musicXml/index';
import { OURS } from '@backline/core/styles/index';
import { writtenNoteInWords } from '@backline/core/words/writtenNote';
import { STYLES } from '../support/music';

const CHANGES = 'Dm7 | G7b9 | Cmaj7/E A7 | Ebm7b5 | F#dim7 | NC | Bb6 | C';

const songIn = (style: string, header = '') =>
  readChart(`title: Any\n${header}style: ${style}\n[Verse]\n${CHANGES}\n[Solo]\n${CHANGES}`, OURS);

/** Everything that a part's staff says. */
function said(style: string, header = '', only?: string, forInstrument = false): string[] {
  const song = songIn(style, header);
  const band = renderBand({ ...song, together: { arc: false } }, OURS);
  return band.parts
    .filter(({ id }) => !only || id === only)
    .flatMap(({ id }) => {
      const written = writtenPart(band, id, forInstrument);
      if (!written) return [];
      return struckIn(written, { from: 0, to: band.bars.length }).flatMap((struck) => {
        const { place, tones } = writtenNoteInWords(written, struck);
        return tones.map((tone) => `${place}: ${tone}`);
      });
    });
}

const DEGREE = /, the (root|second|third|fourth|fifth|sixth|seventh|ninth|eleventh|thirteenth) of [A-G]/;
const IN_WORDS =
  /passes by a step|a step off the tone|a half step beside|a blue note|held over|leans on|leads into|the next chord’s bass|a dead note|strings|bass that the chord|goes on under/;

it.each(STYLES.map(({ id }) => id))('%s: of every note it is said where it is and why', (style) => {
  const all = said(style);
  expect(all.length).toBeGreaterThan(50);
  const silent = all.filter((text) => !DEGREE.test(text) && !IN_WORDS.test(text));
  expect(silent).toEqual([]);
  expect(
    all.filter((text) => !/^Bar [1-8] of (Verse|Solo), beat [1-4][⅙¼⅓⅜½⅝⅔¾.\d]*: [A-G]/.test(text)),
  ).toEqual([]);
});

it('beats are counted as the metre counts them', () => {
  const places = (metre: string) =>
    new Set(said('millpond', `time: ${metre}\n`, 'bass').map((text) => /beat (\d)/.exec(text)![1]));
  expect([...places('6/8')].every((beat) => beat === '1' || beat === '2')).toBe(true);
  expect([...places('3/4')].every((beat) => Number(beat) <= 3)).toBe(true);
});

it('what is written for its instrument says how it is read and how it sounds, under its own chords', () => {
  const song = songIn('quayside');
  const parts = song.parts.map((part) =>
    // A tenor saxophone reads a ninth higher than it sounds.
    part.id === 'solo' ? { ...part, settings: { ...part.settings, instrument: 66 } } : part,
  );
  const band = renderBand({ ...song, parts, together: { arc: false } }, OURS);
  const [sounds, reads] = [false, true].map((forInstrument) => {
    const written = writtenPart(band, 'solo', forInstrument)!;
    return struckIn(written, { from: 0, to: 1 }).map((one) => writtenNoteInWords(written, one).tones[0]!);
  });
  expect(sounds!.length).toBeGreaterThan(0);
  reads!.forEach((text, i) => {
    expect(text).toContain(`(sounds as ${/^[A-G][♭♯]*\d/.exec(sounds![i]!)![0]})`);
    expect(text).toContain(/Dm7/.test(sounds![i]!) ? 'Em7' : '');
  });
});
