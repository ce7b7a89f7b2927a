/** A song of five minutes in every style neither dries up nor wanders. Bounds: a third to two thirds of what is new at its beginning. */
import { renderBand, type Band } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { newContent } from '@backline/core/measures/newContent';
import { noise } from '@backline/core/random/stream';
import { OURS } from '@backline/core/styles/index';

const V = 'C | Am | F | G | C | Am | Dm | G | C | Am | F | G | C | Am | Dm | G';
const C = 'F | G | Em | Am | Dm | G | C | C | F | G | Em | Am | Dm | G | C | C';
const FORM = `[Intro]\nC | G | Am | F\n[Verse]\n${V}\n[Chorus]\n${C}\n[Verse]\n[Chorus]\n[Bridge]\nAb | Eb | Bb | G | Ab | Fm | Dm | G\n[Solo]\n${V}\n[Verse]\n[Chorus]\n[Chorus]\n[Outro]\nC | G | F | C`;

const bands = OURS.styles.all.map((style): [string, Band] => {
  const metre = style.metres.includes('4/4') ? '4/4' : style.metres[0];
  return [
    style.id,
    renderBand(readChart(`title: Any\nstyle: ${style.id}\ntime: ${metre}\n${FORM}`, OURS), OURS),
  ];
});

it.each(bands)('%s: what is new in its last sixteen bars', (_, band) => {
  const { ratio } = newContent(band);
  expect(ratio).toBeGreaterThanOrEqual(1 / 3);
  // A lead that improvises says something new to the end: it may take its style a little over.
  const leads = band.parts.some(({ role }) => role === 'lead' || role === 'tune');
  expect(ratio).toBeLessThanOrEqual(leads ? 0.82 : 0.69);
});

it('is within its bounds in most styles, and in all of them together', () => {
  const ratios = bands.map(([, band]) => newContent(band).ratio!);
  expect(ratios.filter((ratio) => ratio <= 2 / 3).length).toBeGreaterThanOrEqual(25);
  expect(ratios.reduce((a, b) => a + b, 0) / ratios.length).toBeLessThanOrEqual(2 / 3);
});

it('is all of it in a song that never says a thing twice, and nothing where all is said again', () => {
  const [, band] = bands[0]!;
  const part = band.parts.find((p) => p.kind === 'keys')!;
  const bar = part.notes.filter((n) => n.start >= 7680 && n.start < 9600);
  const again = band.bars.flatMap((_, i) =>
    bar.map((n) => ({ ...n, start: n.start - 7680 + i * 1920, at: n.at - 7680 + i * 1920 })),
  );
  const same = newContent({ ...band, parts: [{ ...part, notes: again }] });
  expect([same.first, same.last.are]).toEqual([{ of: 8, are: 1 }, 0]);
  const other = again.map((n, i) => ({ ...n, pitch: 30 + Math.floor(60 * noise(7, i)) }));
  expect(newContent({ ...band, parts: [{ ...part, notes: other }] }).last.are).toBeGreaterThan(6);
  expect(newContent({ ...band, parts: [] }).ratio).toBeNull();
});
