/** Captured sound of takes that are stepped through: up to the next beat the one, from it on the other, and no gap. */
import { renderBand } from '@backline/core/band/index';
import { newPart } from '@backline/core/band/repertoire';
import { applyEdit } from '@backline/core/edits/apply';
import { chooseTake, keepTake } from '@backline/core/edits/takes';
import { readChart } from '@backline/core/formats/chart/index';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { keptTake } from '@backline/core/takes/keep';
import { placesOf } from '@backline/core/takes/places';
import { Engine } from '@backline/sound/engine/engine';
import type { Score } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { RATE, preset } from '../support/hearing';

const FLUTE = 73;
const BLOCK = 128;
/** A beat at 120 a minute, seconds. */
const BEAT = 0.5;

/** A solo alone, over bars of which two takes are kept. */
function songOf(): Song {
  const read = readChart(
    'title: Any\ntempo: 120\nstyle: quayside\n[Solo]\nC | Am | F | G | C | Am | F | G',
    OURS,
  );
  const solo = newPart(OURS.kinds.get('solo')!, []);
  const parts = [{ ...solo, settings: { instrument: FLUTE, space: 0, density: 5 } }];
  const song = { ...read, parts, together: { arc: false } };
  return [5, 6].reduce<Song>((now, seed) => {
    const take = keptTake(now, OURS, 'solo', { from: 0, to: 8, seed })!;
    return applyEdit(now, keepTake('solo', { id: `t${seed}`, ...take }, true))!.song;
  }, song);
}

const SONG = songOf();

/** The song with one of its takes played throughout. */
function scoreWithTake(id: string): Score {
  const { bars, length } = renderBand(SONG, OURS);
  const places = placesOf(SONG, bars, { from: 0, to: length });
  const song = applyEdit(SONG, chooseTake('solo', places, id))?.song ?? SONG;
  const score = scoreOf(renderBand(song, OURS), song);
  return { ...score, channels: score.channels.map((one) => ({ ...one, reverbSend: 0 })) };
}

interface Playing {
  readonly engine: Engine;
  readonly render: (seconds: number) => Float32Array;
}

async function playing(score: Score): Promise<Playing> {
  const engine = new Engine(RATE);
  await engine.ready;
  for (const bank of await preset(String(FLUTE))) engine.addBank(bank);
  engine.setScore(score);
  engine.play(0, false);
  const render = (seconds: number): Float32Array => {
    const total = Math.ceil((seconds * RATE) / BLOCK) * BLOCK;
    const out = new Float32Array(total);
    const right = new Float32Array(BLOCK);
    for (let at = 0; at < total; at += BLOCK) {
      right.fill(0);
      engine.process(out.subarray(at, at + BLOCK), right);
    }
    return out;
  };
  return { engine, render };
}

/** How alike two stretches of sound are, by their loudness in steps of a hundredth of a second: 1 the same. */
function alike(a: Float32Array, b: Float32Array, from: number, to: number): number {
  const levels = (all: Float32Array): number[] => {
    const size = Math.round(RATE / 100);
    const steps: number[] = [];
    for (let at = Math.round(from * RATE); at + size < to * RATE; at += size)
      steps.push(Math.hypot(...all.subarray(at, at + size)));
    return steps;
  };
  const [x, y] = [levels(a), levels(b)];
  const mean = (all: readonly number[]): number => all.reduce((sum, one) => sum + one, 0) / all.length;
  const [mx, my] = [mean(x), mean(y)];
  const product = x.reduce((sum, one, i) => sum + (one - mx) * (y[i]! - my), 0);
  return product / (Math.hypot(...x.map((one) => one - mx)) * Math.hypot(...y.map((one) => one - my)));
}

it.each([1.1, 2.3, 3.45, 5.02])(
  'another take, chosen after %d seconds, is heard from the next beat on',
  async (tapped) => {
    const [one, other] = [scoreWithTake('t5'), scoreWithTake('t6')];
    expect([...one.notes]).not.toEqual([...other.notes]);
    const [first, second, switched] = [await playing(one), await playing(other), await playing(one)];
    const seconds = 12;
    const [a, b] = [first.render(seconds), second.render(seconds)];
    const before = switched.render(tapped);
    switched.engine.setScore(other);
    const rest = switched.render(seconds - tapped);
    const heard = new Float32Array(before.length + rest.length);
    heard.set(before);
    heard.set(rest, before.length);
    const beat = BEAT * Math.ceil(before.length / RATE / BEAT);
    // Sample for sample the first take until the beat; what begins there speaks some milliseconds early.
    const until = Math.floor((beat - 0.05) * RATE);
    expect(heard.findIndex((x, i) => i < until && x !== a[i])).toBe(-1);
    // A note of the first take has rung out soon after the beat; from there on it is the second alone.
    expect(alike(heard, b, beat + 2 * BEAT, beat + 10 * BEAT)).toBeGreaterThan(0.95);
    expect(alike(heard, a, beat + 2 * BEAT, beat + 10 * BEAT)).toBeLessThan(0.8);
    // No gap: where the second take sounds by itself, the switched sound is as loud within a few decibels.
    const loudness = (all: Float32Array, from: number, to: number): number =>
      Math.hypot(...all.subarray(Math.round(from * RATE), Math.round(to * RATE)));
    for (let at = beat + BEAT; at < beat + 6 * BEAT; at += BEAT)
      if (loudness(b, at, at + BEAT) > 1)
        expect(loudness(heard, at, at + BEAT)).toBeGreaterThan(0.6 * loudness(b, at, at + BEAT));
  },
);
