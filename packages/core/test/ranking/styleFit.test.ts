/** The right style is found by what a song is and by what one asks for: charts of plain idioms, made up for this. */
import { readChart } from '@backline/core/formats/chart/index';
import { rankStyles, styleFit } from '@backline/core/ranking/rank';
import { answersTo } from '@backline/core/ranking/request';
import { songFacts } from '@backline/core/ranking/song';
import { OURS } from '@backline/core/styles/index';
import { suitsOf } from '@backline/core/styles/suits';

const STYLES = OURS.styles.all;
const factsOf = (chart: string) => songFacts(readChart(chart, OURS), OURS);
const firstOf = (chart: string, asked = '', count = 3): string[] =>
  rankStyles(STYLES, factsOf(chart), asked)
    .slice(0, count)
    .map(({ item }) => item.id);

const BEBOP =
  'key: F\ntempo: 232\n[A]\nFmaj7 | Em7b5 A7 | Dm7 G7 | Cm7 F7\nBb7 | Am7 Abm7 Db7 | Gm7 C7 | F6 D7 Gm7 C7';

/** Idiom by idiom: a chart without a word of style, what is asked with it, and a style among the first three. */
const CHARTS: readonly (readonly [name: string, chart: string, asked: string, style: string])[] = [
  ['bebop', BEBOP, '', 'lamplight'],
  ['a standard at a walk', 'key: C\ntempo: 140\n[A]\nDm7 | G7 | Cmaj7 | A7b9\nDm7 | Db7 | Cmaj7 | Em7 A7', '', 'lamplight'],
  ['a ballad of the night', 'key: Eb\ntempo: 60\n[A]\nEbmaj7 | Cm7 | Fm7 | Bb7\nGm7 C7 | Fm7 Bb7 | Ebmaj7 Ab7 | Gm7 Gb7', '', 'low-ember'],
  ['slow blues in twelve', 'key: A\ntime: 12/8\ntempo: 56\n[Blues]\nA7 | D7 | A7 | A7\nD7 | D7 | A7 | A7\nE7 | D7 | A7 D7 | A7 E7', '', 'long-midnight'],
  ['a shuffle', 'key: E\ntempo: 120\n[Blues]\nE7 | A7 | E7 | E7\nA7 | A7 | E7 | E7\nB7 | A7 | E7 | B7', '', 'brickyard'],
  ['slow soul in 12/8', 'key: G\ntime: 12/8\ntempo: 62\n[Verse]\nG | Bm7 | C | D7\nG | Em7 | Am7 | D7', '', 'slowtide'],
  ['a waltz', 'key: D\ntime: 3/4\ntempo: 120\n[Verse]\nD | A7 | A7 | D\nG | D | A7 | D', '', 'turnabout'],
  ['a ballad in six', 'key: C\ntime: 6/8\ntempo: 54\n[Verse]\nC | Am | F | G', '', 'cradle-hill'],
  ['in five', 'key: Em\ntime: 5/4\ntempo: 150\n[Riff]\nEm7 | Em7 | Am7 | B7', '', 'fivefold'],
  ['in seven', 'key: Am\ntime: 7/8\ntempo: 140\n[Riff]\nAm | F | G | Am', '', 'crosswalk'],
  ['a fast breakdown', 'key: G\ntempo: 240\n[Part]\nG | G | C | G\nG | G | D | G', '', 'hollow-hill'],
  ['a country song', 'key: A\ntempo: 112\n[Verse]\nA | A | D | A\nE | E | A | A', 'country', 'fencepost'],
  ['bossa', 'key: C\ntempo: 130\n[A]\nCmaj7 | Cmaj7 | D7 | D7\nDm7 | G7 | Em7 | Eb7', 'bossa nova', 'terrazzo'],
  ['reggae in minor', 'key: Am\ntempo: 74\n[Verse]\nAm | Dm | Am | G', 'something for a reggae in minor', 'saltbreeze'],
  ['funk', 'key: Em\ntempo: 100\n[Groove]\nEm7 | Em7 | A7 | A7', 'funky groove', 'copperline'],
  ['house', 'key: Am\ntempo: 124\n[Loop]\nAm | F | C | G', 'for the dance floor, house', 'glasshouse'],
  ['trap', 'key: Cm\ntempo: 70\n[Loop]\nCm | Cm | Ab | Ab', 'dark trap beat', 'undertow'],
  ['punk', 'key: A\ntempo: 180\n[Verse]\nA | D | E | E\nA | D | E | A', 'angry punk', 'firebreak'],
  ['gospel', 'key: Ab\ntempo: 100\n[Verse]\nAb Ab/C | Db Ddim7 | Eb7 Fm7 | Bbm7 Eb7', 'joyful church song with a choir', 'morning-choir'],
  ['lo-fi', 'key: D\ntempo: 80\n[Loop]\nDmaj7 | C#m7 | Bm7 | Em7', 'lofi beats to study', 'dustjacket'],
  ['folk, picked', 'key: C\ntempo: 90\n[Verse]\nC | G/B | Am | F', 'folk fingerpicking for a rainy day', 'millpond'],
  ['salsa', 'key: Am\ntempo: 180\n[Montuno]\nAm | Dm | E7 | Am', 'salsa', 'courtyard'],
  ['synth pop', 'key: Am\ntempo: 114\n[Verse]\nAm | F | C | G', 'eighties synth pop, driving at night', 'arcade-rain'],
]; // prettier-ignore

describe('the right style is among the first three', () => {
  it.each(CHARTS)('%s', (_, chart, asked, style) => {
    expect(firstOf(chart, asked)).toContain(style);
    const found = rankStyles(STYLES, factsOf(chart), asked).find(({ item }) => item.id === style)!;
    expect(found.because.length).toBeGreaterThan(0);
  });

  it('whatever style the song is in now', () => {
    for (const now of ['quayside', 'hollow-hill', 'glasshouse']) {
      expect(firstOf(`style: ${now}\n${BEBOP}`)[0]).toBe('lamplight');
    }
  });

  it('each style answers its own words first, and every style has some', () => {
    for (const style of STYLES) {
      const suits = suitsOf(style.id)!;
      const own = `title: x\ntempo: ${style.usualTempo}\ntime: ${style.metres[0]}\n[A]\nC | F`;
      expect([style.id, firstOf(own, suits.words.slice(0, 3).join(' '))]).toEqual([
        style.id,
        expect.arrayContaining([style.id]),
      ]);
    }
  });
});

describe('what is asked in words', () => {
  const PLAIN = 'key: C\ntempo: 100\n[A]\nC | F | G | C';
  it.each([
    ['slow 12/8 soul', 'slowtide'],
    ['sad ballad', 'paper-lantern'],
    ['folk fingerpicking', 'millpond'],
    ['lofi', 'dustjacket'],
    ['worship', 'highline'],
    ['jazz', 'lamplight'],
    ['12/8', 'slowtide'],
    ['regae', 'saltbreeze'],
    ['bosa nova', 'terrazzo'],
    ['Blue-grass!', 'hollow-hill'],
    ['R&B', 'late-counter'],
  ])('"%s" finds %s, misspelt or not', (asked, style) => {
    expect(firstOf(PLAIN, asked)).toContain(style);
  });

  it.each(['', '   ', 'the of a', 'qqqq zzzz', '🎸', 'x'.repeat(5000), '((((', '\\d+', 'музыка'])(
    'what says nothing changes nothing: "%.12s"',
    (asked) => {
      expect(answersTo(STYLES, asked)).toBeNull();
      expect(firstOf(PLAIN, asked, 32)).toEqual(firstOf(PLAIN, '', 32));
    },
  );

  it('a style of the writer’s own is found by its name and what it says of itself', () => {
    const own = { ...STYLES[0]!, id: 'mine', name: 'Sunday Kitchen', about: 'Teaspoons and a kettle.' };
    expect(rankStyles([...STYLES, own], factsOf(PLAIN), 'kettle')[0]!.item.id).toBe('mine');
    expect(rankStyles([...STYLES, own], factsOf(PLAIN), 'sunday kitchen')[0]!.item.id).toBe('mine');
    expect(styleFit(own, factsOf(PLAIN)).score).toBeGreaterThan(0.5);
    expect(styleFit(own, { ...factsOf(PLAIN), harmony: null }).score).toBeGreaterThan(0.5);
    // What says nothing of what it suits does not stand before what fits.
    expect(rankStyles([own, ...STYLES], factsOf(BEBOP))[0]!.item.id).toBe('lamplight');
  });
});
