/**
 * How far every preset of our own making lies from equal temperament, key by key: rendered dry, measured by
 * autocorrelation over half a second. Run with: npx tsx bench/tuning.ts [PROGRAM …]
 */
import { BANKS } from '@backline/sound/banks/shipped';
import { decodeBank } from '@backline/sound/banks/banks';
import { OWN_BANKS } from '@backline/sound/banks/nodeBanks';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Engine } from '@backline/sound/engine/engine';
import { centsOff } from '../scripts/sounds/sample';

const RATE = 44_100;
const SECONDS = 0.9;
/** Ranges in which an instrument is played here, MIDI numbers. */
const RANGES: readonly (readonly [first: number, last: number, low: number, high: number])[] = [
  [0, 8, 28, 100],
  [9, 15, 60, 96],
  [16, 23, 36, 96],
  [24, 31, 40, 84],
  [32, 39, 28, 60],
  [40, 40, 55, 96],
  [41, 55, 40, 88],
  [56, 59, 48, 82],
  [60, 63, 45, 77],
  [64, 67, 48, 80],
  [68, 79, 58, 92],
];

async function offsOf(file: string): Promise<(readonly [key: number, cents: number])[]> {
  const bytes = readFileSync(join(OWN_BANKS, `${file}.sf3`));
  const program = Number.parseInt(file, 10);
  const bank = await decodeBank(String(program), new Uint8Array(bytes).buffer);
  const [, , low, high] = RANGES.find(([first, last]) => program >= first && program <= last)!;
  const offs: [number, number][] = [];
  for (let key = low; key <= high; key += 2) {
    const engine = new Engine(RATE, { mastered: false });
    await engine.ready;
    engine.addBank({
      ...bank,
      bank: bank.bank.slice(0),
      samples: bank.samples.map((s) => ({ ...s, data: s.data.slice() })),
    });
    engine.audition.press(program, key, 100);
    const frames = Math.round((SECONDS * RATE) / 128) * 128;
    const [left, right] = [new Float32Array(frames), new Float32Array(frames)];
    for (let at = 0; at < frames; at += 128)
      engine.process(left.subarray(at, at + 128), right.subarray(at, at + 128));
    const mono = left.map((x, i) => (x + right[i]!) / 2);
    const off = centsOff(mono, RATE, 440 * 2 ** ((key - 69) / 12));
    if (off !== null) offs.push([key, off]);
  }
  return offs;
}

const wanted = process.argv.slice(2);
for (const { id, name } of BANKS) {
  if (id === 'drums' || (wanted.length && !wanted.includes(id))) continue;
  const offs = await offsOf(id);
  const sizes = offs.map(([, cents]) => Math.abs(cents));
  const mean = sizes.reduce((a, b) => a + b, 0) / Math.max(1, sizes.length);
  const worst = [...offs].sort((a, b) => Math.abs(b[1]) - Math.abs(a[1])).slice(0, 4);
  console.log(
    `${id} ${name}: ${offs.length} keys, mean ${mean.toFixed(1)}, over 6 cents: ${sizes.filter((c) => c > 6).length}; ${worst.map(([key, cents]) => `${key} ${cents.toFixed(0)}`).join(', ')}`,
  );
}
