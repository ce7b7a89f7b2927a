/** The sound engine rendered in Node with the app's own banks: what is heard, sample by sample. */
import { shippedBanks } from '@backline/sound/banks/nodeBanks';
import { Engine } from '@backline/sound/engine/engine';
import type { DecodedBank } from '@backline/sound/engine/messages';
import { BEND, EMPTY_SCORE, type ChannelSetup, type Score } from '@backline/sound/score/score';
import { speaksAfter } from '@backline/sound/banks/shipped';
import { RATE, channel as plain, scoreWith } from '../support/hearing';

const FLUTE = 73;

let flute: DecodedBank;
beforeAll(async () => {
  [flute] = (await shippedBanks([String(FLUTE)])) as [DecodedBank];
});

const channel = (changes: Partial<ChannelSetup> = {}): ChannelSetup =>
  plain(FLUTE, { part: 'flute', level: 110, ...changes });

/** Notes as [start, duration, pitch] on the first channel, at 120 a minute: a beat is half a second. */
const score = (notes: [number, number, number][], changes: Partial<Score> = {}): Score =>
  scoreWith([channel()], notes, changes);

function render(engine: Engine, seconds: number): Float32Array {
  const total = Math.round((seconds * RATE) / 128) * 128;
  const out = new Float32Array(total);
  const right = new Float32Array(128);
  for (let at = 0; at < total; at += 128) {
    right.fill(0);
    engine.process(out.subarray(at, at + 128), right);
  }
  return out;
}

const loud = (samples: Float32Array, from: number, to: number): number => {
  const cut = samples.subarray(Math.round(from * RATE), Math.round(to * RATE));
  return Math.sqrt(cut.reduce((sum, x) => sum + x * x, 0) / cut.length);
};

/** Frequency by autocorrelation, with a parabola through the peak; over a tenth of a second a flute's breath moves it by some 15 cents. */
function pitchOf(samples: Float32Array, from: number): number {
  const start = Math.round(from * RATE);
  const size = 4096;
  const at = (lag: number): number => {
    let sum = 0;
    for (let i = 0; i < size; i++) sum += samples[start + i]! * samples[start + i + lag]!;
    return sum;
  };
  const values = Array.from({ length: 400 }, (_, lag) => (lag < 40 ? 0 : at(lag)));
  const most = Math.max(...values);
  // The first peak that is nearly as high as the highest: a longer one is a multiple of the period.
  const best = values.findIndex(
    (v, lag) => v > 0.85 * most && v >= values[lag - 1]! && v >= values[lag + 1]!,
  );
  const [a, b, c] = [at(best - 1), at(best), at(best + 1)];
  return RATE / (best + (a - c) / (2 * (a - 2 * b + c)));
}

async function engineWith(first: Score): Promise<Engine> {
  const engine = new Engine(RATE);
  await engine.ready;
  engine.addBank(flute);
  engine.setScore(first);
  return engine;
}

it('sounds the pitch it is asked for, A4 as 440 Hz within ten cents', async () => {
  for (const [midi, hertz] of [
    [69, 440],
    [72, 523.25],
    [76, 659.26],
  ] as const) {
    const engine = await engineWith(score([[0, 1900, midi]]));
    engine.play(0, false);
    const cents = 1200 * Math.log2(pitchOf(render(engine, 1.2), 0.6) / hertz);
    expect(Math.abs(cents)).toBeLessThan(10);
  }
});

it('strikes a note at its place to the sample, as much before as it takes to be heard, and ends it', async () => {
  const early = speaksAfter(FLUTE, 72);
  expect(early).toBeGreaterThan(0.01);
  const engine = await engineWith(score([[480, 480, 72]]));
  engine.play(0, false);
  const out = render(engine, 3);
  const first = out.findIndex((x) => Math.abs(x) > 1e-5) / RATE;
  expect(loud(out, 0, 0.499 - early)).toBe(0);
  expect(first).toBeGreaterThanOrEqual(0.5 - early);
  expect(first).toBeLessThan(0.52 - early);
  expect(loud(out, 0.6, 0.9)).toBeGreaterThan(0.01);
  expect(loud(out, 2.5, 3)).toBeLessThan(0.0005);
});

it('follows the tempo map', async () => {
  const engine = await engineWith(
    score([[960, 480, 72]], {
      tempos: [
        { tick: 0, tempo: 120 },
        { tick: 480, tempo: 60 },
      ],
    }),
  );
  engine.play(0, false);
  const out = render(engine, 2);
  expect(out.findIndex((x) => Math.abs(x) > 1e-5) / RATE).toBeCloseTo(1.5, 1);
});

it('goes round a loop without drifting', async () => {
  const engine = await engineWith(score([[0, 240, 72]]));
  engine.setLoop({ start: 0, end: 960 });
  engine.play(0, false);
  render(engine, 10);
  // Ten seconds are ten rounds of two beats.
  expect(Math.min(engine.position, 960 - engine.position)).toBeLessThan(3);
  expect(engine.playing).toBe(true);
});

it('takes another score from the next beat on: what it does not hold ends, what it holds begins, nothing hangs', async () => {
  const engine = await engineWith(score([[0, 3840, 69]]));
  engine.play(0, false);
  render(engine, 0.7);
  engine.setScore(score([[0, 3840, 76]]));
  const rest = render(engine, 1.6);
  expect(Math.abs(1200 * Math.log2(pitchOf(rest, 0.05) / 440))).toBeLessThan(15);
  expect(Math.abs(1200 * Math.log2(pitchOf(rest, 1.1) / 659.26))).toBeLessThan(10);
  expect(engine.soundingNotes).toBe(1);
  engine.stop();
  expect(engine.soundingNotes).toBe(0);
  expect(loud(render(engine, 3), 2.5, 3)).toBeLessThan(0.0005);
});

it('counts in with clicks before the first note, and keeps what is silenced silent', async () => {
  const engine = await engineWith(score([[0, 960, 72]]));
  engine.play(0, true);
  const out = render(engine, 3);
  expect(engine.counting).toBe(false);
  for (const beat of [0, 0.5, 1, 1.5]) expect(loud(out, beat, beat + 0.02)).toBeGreaterThan(0.02);
  expect(loud(out, 1.7, 1.95)).toBeLessThan(0.001);
  expect(loud(out, 2.1, 2.5)).toBeGreaterThan(0.01);
  const silent = await engineWith(score([[0, 960, 72]], { channels: [channel({ audible: false })] }));
  silent.play(0, false);
  expect(loud(render(silent, 1), 0, 1)).toBe(0);
});

it('stops at the end of the song and stands at its beginning', async () => {
  const engine = await engineWith(score([[0, 480, 72]], { length: 960 }));
  engine.play(0, false);
  render(engine, 1.5);
  expect([engine.playing, engine.position, engine.soundingNotes]).toEqual([false, 0, 0]);
});

it('a chord is auditioned beside whatever plays, and ends by itself', async () => {
  const engine = await engineWith(EMPTY_SCORE);
  engine.audition.audition(FLUTE, [72, 76], 96, 0.5);
  const out = render(engine, 3);
  expect(loud(out, 0.1, 0.4)).toBeGreaterThan(0.01);
  expect(loud(out, 2.5, 3)).toBeLessThan(0.0005);
});

it('a key sounds from press to release, beside the song or without it', async () => {
  const engine = await engineWith(score([]));
  engine.audition.press(FLUTE, 69, 100);
  const held = render(engine, 2);
  expect(loud(held, 1.5, 2)).toBeGreaterThan(0.01);
  expect(Math.abs(1200 * Math.log2(pitchOf(held, 1) / 440))).toBeLessThan(18);
  engine.audition.release(69);
  const after = render(engine, 2);
  expect(loud(after, 1.5, 2)).toBeLessThan(0.0005);
  // Letting go what was never pressed does nothing.
  engine.audition.release(40);
  expect(loud(render(engine, 0.5), 0, 0.5)).toBeLessThan(0.0005);
});

it('a jump right after an edit lands in the edited song, not in the one before', async () => {
  const engine = await engineWith(score([[0, 3840, 69]]));
  engine.play(0, false);
  render(engine, 0.3);
  engine.setScore(score([[1920, 1900, 76]]));
  engine.seek(1920);
  const out = render(engine, 1);
  expect(Math.abs(1200 * Math.log2(pitchOf(out, 0.2) / 659.26))).toBeLessThan(10);
});

it('a loop that moves takes the position along, and one that is gone lets it go on', async () => {
  const engine = await engineWith(score([]));
  engine.setLoop({ start: 960, end: 1920 });
  engine.play(1440, false);
  // Half a beat on, two beats are put in before the loop: it is heard from the next beat.
  render(engine, 0.25);
  engine.setScore(score([], { length: 4800 }), { start: 1920, end: 2880 });
  render(engine, 0.5);
  expect(engine.position).toBeGreaterThan(1920);
  expect(engine.position).toBeLessThan(2880);
  render(engine, 2);
  expect(engine.position).toBeGreaterThanOrEqual(1920);
  expect(engine.position).toBeLessThan(2881);
  engine.setScore(score([], { length: 5760 }), null);
  render(engine, 2);
  expect(engine.playing).toBe(true);
  render(engine, 3);
  expect(engine.playing).toBe(false);
});

it('the position goes where its bar has gone, from the next beat on; through two changes before that beat', async () => {
  const engine = await engineWith(score([]));
  engine.play(1000, false);
  render(engine, 0.1);
  const at = engine.position;
  // Two beats are put in before it, then one of them is taken out again.
  engine.setScore(score([], { length: 4800 }), null, [{ from: 960, until: 3840, to: 1920, length: 2880 }]);
  engine.setScore(score([], { length: 4320 }), null, [{ from: 1920, until: 4800, to: 1440, length: 2880 }]);
  expect(engine.position).toBe(at);
  render(engine, 0.5);
  expect(engine.position).toBeGreaterThan(at + 480);
  expect(engine.position).toBeLessThan(at + 480 + 960);
  engine.stop();
  const rests = engine.position;
  engine.setScore(score([]), null, [{ from: 0, until: 4320, to: 480, length: 4320 }]);
  expect(engine.position).toBe(Math.min(rests + 480, 3840));
});

it('an audition that is hushed ends at once', async () => {
  const engine = await engineWith(EMPTY_SCORE);
  engine.audition.audition(FLUTE, [72, 76], 96, 30);
  expect(loud(render(engine, 0.5), 0.1, 0.4)).toBeGreaterThan(0.01);
  engine.audition.stop();
  expect(loud(render(engine, 3), 2.5, 3)).toBeLessThan(0.0005);
});

it('another mix is heard at once, also while an edited score waits for its beat', async () => {
  const engine = await engineWith(score([[0, 3840, 72]]));
  engine.play(0, false);
  expect(loud(render(engine, 0.6), 0.2, 0.5)).toBeGreaterThan(0.01);
  engine.setScore(score([[0, 3840, 72]]));
  engine.setChannels([channel({ audible: false })]);
  const silenced = render(engine, 1.2);
  // The note goes on for two seconds; only the room rings on a little.
  expect(loud(silenced, 0.6, 1.2)).toBeLessThan(0.001);
  engine.setChannels([channel()]);
  expect(loud(render(engine, 0.6), 0.2, 0.5)).toBeGreaterThan(0.01);
});

/** Gestures as [tick, controller, value] on the first channel. */
const gestures = (list: [number, number, number][]): Partial<Score> => ({
  gestures: Int32Array.from(list.flatMap(([tick, controller, value]) => [tick, 0, controller, value])),
});

it('a bend is heard as far as it goes, and is at rest after a jump to before it', async () => {
  const bent = score([[0, 1900, 69]], gestures([[480, BEND, 16_383], [1440, BEND, 8192]])); // prettier-ignore
  const engine = await engineWith(bent);
  engine.play(0, false);
  const out = render(engine, 1.9);
  const cents = (at: number): number => 1200 * Math.log2(pitchOf(out, at) / 440);
  expect(Math.abs(cents(0.3))).toBeLessThan(18);
  expect(Math.abs(cents(0.9) - 200)).toBeLessThan(18);
  expect(Math.abs(cents(1.7))).toBeLessThan(18);
  engine.seek(720);
  expect(Math.abs(1200 * Math.log2(pitchOf(render(engine, 0.4), 0.1) / 440))).toBeLessThan(2000);
  engine.seek(0);
  const again = render(engine, 0.45);
  expect(Math.abs(1200 * Math.log2(pitchOf(again, 0.2) / 440))).toBeLessThan(18);
});

it('expression swells what is held, and the pedal holds what was let go until it comes up, or the music stops', async () => {
  const swelled = score([[0, 1900, 69]], gestures([[0, 11, 30], [960, 11, 127]])); // prettier-ignore
  const engine = await engineWith(swelled);
  engine.play(0, false);
  const out = render(engine, 1.9);
  expect(loud(out, 1.2, 1.6)).toBeGreaterThan(3 * loud(out, 0.4, 0.8));

  const held = score([[0, 240, 69]], gestures([[60, 64, 127], [1440, 64, 0]])); // prettier-ignore
  const pedalled = await engineWith(held);
  pedalled.play(0, false);
  const rung = render(pedalled, 2.4);
  const dry = await engineWith(score([[0, 240, 69]]));
  dry.play(0, false);
  const short = render(dry, 2.4);
  expect(loud(rung, 1, 1.3)).toBeGreaterThan(20 * loud(short, 1, 1.3));
  expect(loud(rung, 2.2, 2.4)).toBeLessThan(0.02 * loud(rung, 1, 1.3));
  pedalled.seek(0);
  render(pedalled, 0.5);
  pedalled.stop();
  render(pedalled, 0.6);
  expect(loud(render(pedalled, 0.3), 0, 0.3)).toBeLessThan(0.02 * loud(rung, 1, 1.3));
});
