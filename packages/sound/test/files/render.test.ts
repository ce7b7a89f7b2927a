/** A song rendered without a sound card: its length, its parts, its file. */
import { renderBand } from '@backline/core/band/index';
import { newPart } from '@backline/core/band/repertoire';
import { readChart } from '@backline/core/formats/chart/index';
import type { Part, Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { isBank, decodeBank } from '@backline/sound/banks/banks';
import { fileNames } from '@backline/sound/files/fileNames';
import { CEILING } from '@backline/sound/master/limiter';
import { shippedBanks } from '@backline/sound/banks/nodeBanks';
import { renderSong, type Frames, type RenderOptions } from '@backline/sound/files/render';
import { audibleParts, banksOf, beatFrom, countInto, type Score } from '@backline/sound/score/score';
import { channelsOf, scoreOf } from '@backline/sound/score/scoreOf';
import { WAV_HEADER, WavWriter, mostFrames, wavHeader } from '@backline/sound/files/wav';

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
  const songOf = (with_: typeof banks, options: RenderOptions = {}) =>
    renderSong(score, with_, RATE, options);
  beforeAll(async () => {
    banks = await shippedBanks(banksOf(score), false);
  });

  it('is neither silent nor clipped, ends after its music, and tells how far it is', async () => {
    const { left, right, done } = await all(songOf(banks));
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
    const once = await all(songOf(banks));
    const again = await all(songOf(banks));
    expect(Buffer.from(once.left.buffer).equals(Buffer.from(again.left.buffer))).toBe(true);
  });

  it.each([true, false])(
    'is the sum of its parts, each as long as the whole; mastered: %s',
    async (mastered) => {
      const ids = audibleParts(score);
      expect(ids).toHaveLength(7);
      let most = 0;
      const heard = new Map<string, number>();
      for await (const { left, right, parts } of songOf(banks, { parts: ids, mastered })) {
        for (let i = 0; i < left.length; i++) {
          let [l, r] = [0, 0];
          for (const [id, own] of parts) {
            l += own.left[i]!;
            r += own.right[i]!;
            heard.set(id, Math.max(heard.get(id) ?? 0, Math.abs(own.left[i]!)));
          }
          most = Math.max(most, Math.abs(l - left[i]!), Math.abs(r - right[i]!));
        }
      }
      // The same numbers, added up in another order.
      expect(most).toBeLessThan(1e-4);
      expect(
        [...heard]
          .filter(([, peak]) => peak > 0.001)
          .map(([id]) => id)
          .sort(),
      ).toEqual([...ids].sort());
    },
  );

  it('with its parts asked for it sounds as it does without', async () => {
    const alone = await all(songOf(banks));
    const among = await all(songOf(banks, { parts: audibleParts(score) }));
    // Each part has a room of its own there: the sum of the rooms is the room of the sum.
    const off = alone.left.map((x, i) => Math.abs(x - among.left[i]!));
    expect(peak(off)).toBeLessThan(2e-3);
  });

  it('a part that is muted is not among those that are heard', () => {
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
    const heard = new Map<string, number>();
    for await (const frames of renderSong(two, [kit!], RATE, { parts: parts.map((p) => p.id) })) {
      for (const [id, { left }] of frames.parts) heard.set(id, Math.max(heard.get(id) ?? 0, peak(left)));
    }
    for (const part of parts) expect([part.id, heard.get(part.id)! > 0.01]).toEqual([part.id, true]);
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
    const parts = Array.from({ length: 16 }, () => ({ pitched: true }));
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
    expect(() => wavHeader(mostFrames(16) + 1, 44_100)).toThrow(/too long/);
  });

  it('what is rounded is off by less than two steps, silence stays silent, and 24 bits are exact to one', () => {
    const values = Float32Array.of(0, 1, -2, 0.5, -0.25, 0);
    const data = new DataView(new WavWriter(16).data(values, values).buffer);
    const read = [...values].map((_, i) => data.getInt16(i * 4, true));
    expect([read[0], read[5]]).toEqual([0, 0]);
    [32767, -32767, 16383.5, -8191.75].forEach((exact, i) =>
      expect(Math.abs(read[i + 1]! - exact)).toBeLessThan(2),
    );
    const fine = new DataView(new WavWriter(24).data(values, values).buffer);
    const at = (i: number) => fine.getUint8(i * 6) | (fine.getInt16(i * 6 + 1, true) << 8);
    expect([0, 1, 2, 3, 4].map(at)).toEqual([0, 8388607, -8388607, 4194304, -2097152]);
    const header = new DataView(wavHeader(10, 48_000, 24).buffer);
    expect([header.getUint16(32, true), header.getUint16(34, true), header.getUint32(28, true)]).toEqual([
      6, 24, 288_000,
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
