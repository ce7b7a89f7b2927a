/** A song rendered without a sound card: its length, its parts, its file. */
import { renderBand } from '@backline/core/band/index';
import { newPart } from '@backline/core/band/repertoire';
import { readChart } from '@backline/core/formats/chart/index';
import type { Part, Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { isBank, decodeBank } from '@backline/sound/banks';
import { fileNames } from '@backline/sound/fileNames';
import { CEILING } from '@backline/sound/master';
import { shippedBanks } from '@backline/sound/node/bank';
import { StemRenderer, audibleParts, renderSong, type Frames } from '@backline/sound/render';
import { FIELDS, banksOf, beatFrom, countInto, scoreOfPart, type Score } from '@backline/sound/score';
import { channelsOf, scoreOf } from '@backline/sound/scoreOf';
import { MOST_FRAMES, WAV_HEADER, wavData, wavHeader } from '@backline/sound/wav';

const RATE = 11_025;
const SONG: Song = readChart('tempo: 120\n[A]\nC | F\ntempo: 80 over 1\nG{push 1/8} | C', OURS);

async function all(
  frames: AsyncIterable<Frames>,
): Promise<{ left: Float32Array; right: Float32Array; done: number[] }> {
  const pieces: Frames[] = [];
  for await (const piece of frames) pieces.push(piece);
  const join = (side: 'left' | 'right') => Float32Array.from(pieces.flatMap((p) => [...p[side]]));
  return { left: join('left'), right: join('right'), done: pieces.map((p) => p.done) };
}
const peak = (samples: Float32Array): number => samples.reduce((most, x) => Math.max(most, Math.abs(x)), 0);

describe('a song as sound', () => {
  const score = scoreOf(renderBand(SONG, OURS));
  let banks: Awaited<ReturnType<typeof shippedBanks>>;
  beforeAll(async () => {
    banks = await shippedBanks(banksOf(score));
  });

  it('is neither silent nor clipped, ends after its music, and tells how far it is', async () => {
    const { left, right, done } = await all(renderSong(score, structuredClone(banks), RATE));
    expect(peak(left)).toBeGreaterThan(0.05);
    expect(Math.max(peak(left), peak(right))).toBeLessThanOrEqual(CEILING + 1e-6);
    // Two bars at 120, one on its way to 80, one at 80; then it dies away.
    const seconds = 4 + (4 * 60 * Math.log(120 / 80)) / 40 + 3;
    expect(left.length / RATE).toBeGreaterThan(seconds);
    expect(left.length / RATE).toBeLessThan(seconds + 9);
    expect(peak(left.slice(-RATE / 10))).toBeLessThan(0.01);
    expect(done).toEqual([...done].sort((a, b) => a - b));
    expect(done.at(-1)).toBe(1);
  });

  it('is the same sample for sample every time', async () => {
    const once = await all(renderSong(score, structuredClone(banks), RATE));
    const again = await all(renderSong(score, structuredClone(banks), RATE));
    expect(Buffer.from(once.left.buffer).equals(Buffer.from(again.left.buffer))).toBe(true);
  });

  it('is the sum of its parts, each as long as the whole', async () => {
    const renderer = new StemRenderer(score, banks, RATE);
    const whole = await all(renderer.song());
    const sum = new Float32Array(whole.left.length);
    const parts = audibleParts(score);
    expect(parts).toHaveLength(7);
    for (const id of parts) {
      const { left } = await all(renderer.part(id));
      expect([id, left.length, peak(left) > 0.001]).toEqual([id, sum.length, true]);
      left.forEach((x, i) => (sum[i]! += x));
    }
    const off = sum.map((x, i) => Math.abs(x - whole.left[i]!));
    expect(Math.max(...off.subarray(0, 40_000))).toBeLessThan(2e-3);
    expect(peak(off)).toBeLessThan(5e-3);
  });

  it('a part alone has its notes only; one that is muted has no file', () => {
    const bass = scoreOfPart(score, 'bass');
    expect(bass.channels.map((c) => c.part)).toEqual(['bass']);
    const heard = bass.notes.filter((_, i) => i % FIELDS === FIELDS - 1).filter((velocity) => velocity > 0);
    expect(heard.length).toBe(renderBand(SONG, OURS).parts[0]!.notes.length);
    const muted: Song = {
      ...SONG,
      parts: SONG.parts.map((p) => (p.id === 'bass' ? { ...p, mix: { ...p.mix, mute: true } } : p)),
    };
    expect(audibleParts(scoreOf(renderBand(muted, OURS)))).not.toContain('bass');
  });

  it('two percussion players sound side by side, beside the drums', async () => {
    const parts = ['drums', 'percussion', 'percussion'].reduce<Part[]>(
      (list, kind) => [...list, newPart(OURS.kinds.get(kind)!, list)],
      [],
    );
    const two = scoreOf(renderBand({ ...SONG, parts }, OURS));
    expect(two.channels.map((c) => [c.channel, c.percussion])).toEqual([
      [9, true],
      [0, true],
      [1, true],
    ]);
    expect(banksOf(two)).toEqual(['drums']);
    const [kit] = await shippedBanks(['drums']);
    for (const part of parts) {
      const { left } = await all(renderSong(scoreOfPart(two, part.id), [structuredClone(kit!)], RATE));
      expect([part.id, peak(left) > 0.01]).toEqual([part.id, true]);
    }
  });
});

describe('places of a score', () => {
  const score = { ...scoreOf(renderBand(readChart('time: 6/8\n{bar 1/4} C | F | G', OURS), OURS)) } as Score;

  it('the next beat is that of the metre', () => {
    expect([0, 1, 240, 480, 481, 1200, 1201, 99_999].map((t) => beatFrom(score, t))).toEqual([
      0, 480, 480, 480, 1200, 1200, 1920, score.length,
    ]); // prettier-ignore
  });

  it('a pick-up is counted in by the bar it leads into', () => {
    expect(countInto(score, 0)).toEqual([-1440, -720]);
    expect(countInto(score, 480)).toEqual([480 - 1440, 480 - 720]);
  });

  it('every part has a channel of its own, none of them kept for the writer’s hands', () => {
    const parts = Array.from({ length: 16 }, () => ({ nature: 'line' as const }));
    const channels = channelsOf(parts);
    expect(new Set(channels).size).toBe(16);
    expect(channels.filter((c) => [9, 16, 17, 18].includes(c))).toEqual([]);
  });
});

describe('files', () => {
  // Multimedia Programming Interface and Data Specifications 1.0 (IBM and Microsoft, 1991): from memory.
  it('a WAV file says what it is and how long', () => {
    const header = wavHeader(1000, 44_100);
    const view = new DataView(header.buffer);
    const word = (at: number) => String.fromCharCode(...header.subarray(at, at + 4));
    expect([header.length, word(0), word(8), word(12), word(36)]).toEqual([
      44,
      'RIFF',
      'WAVE',
      'fmt ',
      'data',
    ]);
    expect([view.getUint32(4, true), view.getUint32(40, true)]).toEqual([36 + 4000, 4000]);
    expect([view.getUint16(20, true), view.getUint16(22, true), view.getUint32(24, true)]).toEqual([
      1, 2, 44_100,
    ]);
    expect([view.getUint32(28, true), view.getUint16(32, true), view.getUint16(34, true)]).toEqual([
      176_400, 4, 16,
    ]);
    expect(WAV_HEADER).toBe(44);
    expect(() => wavHeader(MOST_FRAMES + 1, 44_100)).toThrow(/too long/);
    const data = new DataView(wavData(Float32Array.of(0, 1, -2), Float32Array.of(0.5, -1, 0)).buffer);
    expect([0, 2, 4, 6, 8, 10].map((at) => data.getInt16(at, true))).toEqual([
      0, 16384, 32767, -32767, -32767, 0,
    ]);
  });

  it('is named so that every system takes the name', () => {
    expect(fileNames(['Guitar', 'guitar', 'a/b:c?', '..', 'CON', '  x. ', 'Fähre'])).toEqual([
      'Guitar', 'guitar 2', 'a b c', 'part', 'part CON', 'x', 'Fähre',
    ]); // prettier-ignore
  });

  it('what is no bank is told, not played', async () => {
    const page = new TextEncoder().encode('<!doctype html>'.repeat(9)).buffer as ArrayBuffer;
    expect(isBank(page)).toBe(false);
    await expect(decodeBank('0', page)).rejects.toThrow(/damaged/);
    expect(isBank(new ArrayBuffer(2))).toBe(false);
  });
});
