/** The library engraves what we write: every note is there under its name, at the height it has, and plays as it is written. */
import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { documentOf, writtenPart } from '@backline/core/formats/musicXml/index';
import { OURS } from '@backline/core/styles/index';
import { engraved, musicFont } from '@backline/engraving/engraver';
import type { Toolkit } from '@backline/engraving/toolkit';
import { Midi } from '@tonejs/midi';

/** What the library is more than we use. */
interface Whole extends Toolkit {
  renderToMIDI(): string;
}

let toolkit: Whole;

beforeAll(async () => {
  // eslint-disable-next-line @typescript-eslint/no-require-imports
  const library = require('verovio') as {
    readonly toolkit: new () => Whole;
    readonly module: { onRuntimeInitialized: () => void; readonly calledRun?: boolean };
  };
  await new Promise<void>((ready) => {
    if (library.module.calledRun) ready();
    else library.module.onRuntimeInitialized = ready;
  });
  toolkit = new library.toolkit();
});

const ROOM = { width: 374, space: 7 };

function documentIn(part: string, header = '', forInstrument = false): string {
  const song = readChart(
    `title: Any\n${header}[Verse]\nDm7 | G7b9 | Cmaj7/E A7 | Ebm7b5 | F#dim7 | NC | Bb6 | C`,
    OURS,
  );
  const band = renderBand({ ...song, together: { arc: false } }, OURS);
  return documentOf(writtenPart(band, part, forInstrument)!, '', { from: 0, to: band.bars.length });
}

const idsIn = (text: string, tag: string): string[] =>
  [...text.matchAll(new RegExp(`<${tag} id="(n\\d+-[\\d-]+|b\\d+)"`, 'g'))].map(([, id]) => id!);

it.each([
  ['solo', 'style: lamplight\n'],
  ['keys', 'style: quayside\ntime: 3/4\n'],
  ['bass', 'style: millpond\ntime: 6/8\n'],
  ['guitar', 'style: fivefold\n'],
])('%s, %j: all notes and bars are found again', (part, header) => {
  const document = documentIn(part, header);
  const svg = engraved(toolkit, document, ROOM);
  expect(
    idsIn(svg, 'g')
      .filter((id) => id.startsWith('n'))
      .sort(),
  ).toEqual(idsIn(document, 'note').sort());
  expect(idsIn(svg, 'g').filter((id) => id.startsWith('b'))).toEqual(idsIn(document, 'measure'));
  expect(Number(/width="(\d+)px"/.exec(svg)![1])).toBeLessThanOrEqual(ROOM.width);
  expect(svg).toContain('Dm7');
  // Flats of chords are printed once: what stands in the name is not added to it.
  expect(svg).not.toMatch(/9\)/);
});

it('plays what it read: as many notes as are struck, at their pitches (a second reader of our files)', () => {
  const document = documentIn('solo', 'style: lamplight\n');
  engraved(toolkit, document, ROOM);
  const midi = new Midi(Buffer.from(toolkit.renderToMIDI(), 'base64'));
  const played = midi.tracks.flatMap(({ notes }) => notes).map(({ midi: pitch }) => pitch);
  // A tone that is tied to is no note of its own.
  const struck = idsIn(document, 'note').filter((id) => /^n\d+-\d+$/.test(id));
  const pitches = [...new Set(struck)].map((id) => Number(id.split('-')[1]));
  expect(played.sort()).toEqual(pitches.sort());
});

it('is as high as it has to be, whatever the room', () => {
  const document = documentIn('solo', 'style: lamplight\n');
  const [narrow, wide, large] = [ROOM, { ...ROOM, width: 1100 }, { ...ROOM, space: 10 }].map((room) =>
    Number(/height="(\d+)px"/.exec(engraved(toolkit, document, room))![1]),
  );
  expect(wide).toBeLessThan(narrow!);
  expect(large).toBeGreaterThan(narrow!);
});

it('has its music font with it', () => {
  expect(musicFont(toolkit)).toMatch(/^data:[^,]*font[^,]*,[A-Za-z0-9+/=]{1000}/);
  // What comes behind it is without.
  expect(engraved(toolkit, documentIn('solo', 'style: lamplight\n'), ROOM)).not.toContain('font-face');
});

it.each(['', 'no document', '<score-partwise/>'])('%j is refused in a sentence', (document) => {
  // The library says so as well.
  for (const way of ['error', 'warn'] as const) jest.spyOn(console, way).mockImplementation(() => undefined);
  expect(() => engraved(toolkit, document, ROOM)).toThrow('This part could not be engraved.');
});
