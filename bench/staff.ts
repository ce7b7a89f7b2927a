/**
 * A part on a staff: what the page asks of its worker for a song of 300 bars (passages, and every note in words), a passage
 * as a document, and the same engraved by the library. Against JSON.stringify of the song. Run with: bash scripts/bench.sh staff
 */
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { renderBand } from '@backline/core/band/index';
import { documentOf, struckIn, writtenPart } from '@backline/core/formats/musicXml/index';
import { passagesOf } from '@backline/core/formats/musicXml/passages';
import { OURS } from '@backline/core/styles/index';
import { writtenNoteInWords } from '@backline/core/words/writtenNote';
import { engraved } from '@backline/engraving/engraver';
import type { Toolkit } from '@backline/engraving/toolkit';
import { longForm, medians, ms } from './support';

const song = longForm(300);
const band = renderBand(song, OURS);
const part = band.parts.find(({ kind }) => kind === 'keys')!;
const all = { from: 0, to: band.bars.length };
const written = writtenPart(band, part.id, false)!;
const [passage] = passagesOf(written);
const document = documentOf(written, '', passage!);

const library = createRequire(join(process.cwd(), 'package.json'))('verovio') as {
  readonly toolkit: new () => Toolkit;
  readonly module: { onRuntimeInitialized: () => void };
};
await new Promise<void>((ready) => (library.module.onRuntimeInitialized = ready));
const toolkit = new library.toolkit();

const [read, one, drawn, text] = medians(
  [
    () => {
      const anew = writtenPart(band, part.id, false)!;
      passagesOf(anew);
      struckIn(anew, all).map((struck) => writtenNoteInWords(anew, struck));
    },
    () => documentOf(written, '', passage!),
    () => engraved(toolkit, document, { width: 374, space: 7 }),
    () => JSON.stringify(song),
  ],
  11,
  3,
) as [number, number, number, number];
console.log(
  `300 bars of ${part.name} read, each note in words: ${ms(read)} (${(read / text).toFixed(1)} × JSON)`,
);
console.log(
  `${passage!.to - passage!.from} bars as a document: ${ms(one)} (${(one / text).toFixed(1)} × JSON)`,
);
console.log(`the same engraved: ${ms(drawn)} (${(drawn / one).toFixed(0)} × its document)`);
