/** How notes are touched, as it is heard: what bends, what is damped, and what is not moved by it. */
import { renderBand, type Band } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { Engine } from '@backline/sound/engine/engine';
import { BEND, FIELDS, GESTURE_FIELDS, STRIP, type Score } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import {
  RATE,
  above,
  channel,
  decibels,
  heard,
  hertz,
  middle,
  power,
  preset,
  process,
  scoreWith,
  tone,
} from '../support/hearing';

const BASE: Band = renderBand({ ...readChart('C | F', OURS), parts: [] }, OURS);

/** A band of one guitar that plays notes as [start, duration, pitch, touch]. */
function guitarOf(
  notes: readonly (readonly [number, number, number, 'bend' | 'palm' | 'dead' | null])[],
): Score {
  const song = readChart('C | F', OURS);
  const band = renderBand(song, OURS);
  const guitar = band.parts.find((p) => p.kind === 'guitar')!;
  const part = {
    ...guitar,
    program: 27,
    programs: [],
    mix: { ...guitar.mix, level: 127, room: 0, pan: 64 },
    notes: notes.map(([start, duration, pitch, touch]) => ({
      ...guitar.notes[0]!,
      start,
      duration,
      pitch,
      velocity: 100,
      touch,
    })),
    gestures: notes.flatMap(([start, , , touch]) =>
      touch === 'bend'
        ? [
            { start, moves: 'bend' as const, value: -200 },
            { start: start + 480, moves: 'bend' as const, value: 0 },
          ]
        : [],
    ),
  };
  return scoreOf({ ...BASE, parts: [part] });
}

it('a string that is bent leaves the others where they are', async () => {
  const score = guitarOf([
    [0, 1800, 52, null],
    [0, 1800, 67, 'bend'],
  ]);
  expect(score.channels.map((c) => c.part)).toEqual(['guitar', 'guitar']);
  const sound = middle(await heard(score, ['27'], 1.6));
  const at = (midi: number, from: number) => decibels(tone(sound, hertz(midi), from, 0.3));
  // The bent one stands a whole step lower at first, then at its own pitch; the other never moves.
  expect(at(65, 0.1)).toBeGreaterThan(at(67, 0.1) + 10);
  expect(at(67, 0.9)).toBeGreaterThan(at(65, 0.9) + 10);
  expect(at(52, 0.1)).toBeGreaterThan(at(50, 0.1) + 10);
});

it('under the palm strings are darker and shorter than beside it, dead ones hardly sound', async () => {
  const play = async (touch: 'palm' | 'dead' | null) =>
    middle(await heard(guitarOf([[0, 900, 52, touch]]), ['27', '28'], 1.2));
  const [open, palm, dead] = [await play(null), await play('palm'), await play('dead')];
  expect(above(palm, 2000)).toBeLessThan(above(open, 2000) - 3);
  expect(power(palm, 0.5, 0.9)).toBeLessThan(power(open, 0.5, 0.9));
  expect(power(dead, 0.25, 0.5)).toBeLessThan(0.02 * power(open, 0.25, 0.5));
  expect(power(dead, 0, 0.1)).toBeGreaterThan(1e-7);
});

it('in a whole band a bend moves the bent notes only, on a channel of their own under the same strip', () => {
  const song = readChart('style: lamplight\n[A]\nC | Am7 | Dm7 | G7 | C | F | Dm7 | G7', OURS);
  const parts = song.parts.map((p) =>
    p.kind === 'bass' ? { ...p, settings: { slides: 'many' as const } } : p,
  );
  const band = renderBand({ ...song, parts }, OURS);
  const score = scoreOf(band);
  const slid = band.parts.find((p) => p.kind === 'bass')!.notes.filter((n) => n.touch?.startsWith('slide'));
  expect(slid.length).toBeGreaterThan(0);
  const bent = score.channels.find((c) => c.part === 'bass' && c.channel >= 40)!;
  const own: number[] = [];
  for (let at = 0; at < score.notes.length; at += FIELDS) {
    if (score.notes[at + 2] === bent.channel) own.push(score.notes[at]!);
  }
  for (const { start } of slid) expect(own).toContain(start);
  for (let at = 0; at < score.gestures.length; at += GESTURE_FIELDS) {
    if (score.gestures[at + 2] === BEND)
      expect(
        score.channels.find((c) => c.channel === score.gestures[at + 1])!.channel,
      ).toBeGreaterThanOrEqual(40);
  }
});

it('a part that is mixed softer stays so after a jump, also where its touch needs channels of its own', async () => {
  const touched = guitarOf([
    [0, 400, 64, 'bend'],
    [480, 3000, 52, null],
  ]);
  const [plain, bent] = touched.channels;
  const trim = (channel: number) => [240, channel, STRIP.gainOffset, -120];
  const soft: Score = {
    ...touched,
    gestures: Int32Array.from([...trim(plain!.channel), ...trim(bent!.channel)]),
  };
  const from = async (score: Score) => {
    const engine = new Engine(RATE, { mastered: false });
    await engine.ready;
    for (const bank of await preset('27')) engine.addBank(bank);
    engine.setScore(score);
    engine.play(480, false);
    return power(middle(process(engine, 0.8)));
  };
  const usual = await from({ ...touched, gestures: new Int32Array(0) });
  expect(decibels((await from(soft)) / usual)).toBeCloseTo(-12, 0);
});

it('a trim of a section reaches every channel of its part', () => {
  const song = readChart('style: lamplight\n[A]\nC | Am7 | Dm7 | G7\n[B]\nC | F | Dm7 | G7', OURS);
  const parts = song.parts.map((p) =>
    p.kind === 'bass' ? { ...p, settings: { slides: 'many' as const } } : p,
  );
  const sections = song.sections.map((s, i) =>
    i === 1 ? { ...s, settings: { bass: { gainOffset: -6 } } } : s,
  );
  const score = scoreOf(renderBand({ ...song, parts, sections }, OURS));
  const own = score.channels.filter((c) => c.part === 'bass').map((c) => c.channel);
  expect(own.length).toBeGreaterThan(1);
  const trimmed = new Set<number>();
  for (let at = 0; at < score.gestures.length; at += GESTURE_FIELDS) {
    if (score.gestures[at + 2] === STRIP.gainOffset && score.gestures[at + 3] === -60)
      trimmed.add(score.gestures[at + 1]!);
  }
  expect([...trimmed].sort()).toEqual([...own].sort());
});

it('sixteen players at tempo 300 go on to the end, and none of them is lost', async () => {
  const channels = Array.from({ length: 16 }, (_, i) =>
    channel(i % 2 ? 25 : 33, { channel: i < 9 ? i : i + 10, part: `part ${i}`, level: 60 }),
  );
  const notes = channels.flatMap(({ channel: on }, i) =>
    Array.from({ length: 32 }, (_, n) => [n * 120, 118, 40 + ((i * 5 + n) % 24), 90, on] as const),
  );
  const sound = await heard(
    scoreWith(channels, notes, { tempos: [{ tick: 0, tempo: 300 }] }),
    ['25', '33'],
    1.7,
  );
  for (let at = 0; at < 1.5; at += 0.1) expect(power(sound.left, at, at + 0.1)).toBeGreaterThan(1e-5);
  expect(sound.left.every(Number.isFinite)).toBe(true);
  expect(sound.left.length / RATE).toBeGreaterThan(1.6);
});
