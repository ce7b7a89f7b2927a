/** The shipped instruments as they sound: in tune, in time, wide, and other in colour when they are struck harder. */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { DRUM_BANK, finer } from '@backline/sound/banks/bankNames';
import { OWN_BANKS, noticeFile } from '@backline/sound/banks/nodeBanks';
import { BANKS, SOURCES, decodedBytes, hasFiner, stereoSpreadOf } from '@backline/sound/banks/shipped';
import {
  RATE,
  above,
  channel,
  decibels,
  heard,
  hertz,
  lagNear,
  middle,
  power,
  scoreWith,
  sides,
  tone,
} from '../support/hearing';

const DRUMS = channel(0, { channel: 9, percussion: true });

const note = (program: number, pitch: number, velocity: number, seconds = 1.2) =>
  heard(scoreWith([channel(program)], [[0, 1900, pitch, velocity]]), [String(program)], seconds);

/**
 * How far a pitch lies off, cents: the lag at which a sound is most like itself, over many periods, of half a second
 * (autocorrelation with a parabola through the peak).
 */
function cents(samples: Float32Array, midi: number): number {
  const period = RATE / hertz(midi);
  const periods = Math.max(1, Math.round((0.015 * RATE) / period));
  const near = periods * period;
  const lag = lagNear(
    samples,
    Math.round(0.15 * RATE),
    Math.round(0.5 * RATE),
    near,
    Math.ceil(near * 0.035),
  );
  return -1200 * Math.log2(lag / near);
}

/** Mean frequency of a note's partials, each by its amplitude, Hz. */
function centroid(samples: Float32Array, midi: number): number {
  let [sum, all] = [0, 0];
  for (let n = 1; n * hertz(midi) < 8000; n++) {
    const amplitude = Math.sqrt(tone(samples, n * hertz(midi)));
    sum += n * hertz(midi) * amplitude;
    all += amplitude;
  }
  return sum / all;
}

describe('tuning', () => {
  it.each([
    ['grand piano', 0, [36, 48, 60, 72, 84]],
    ['electric piano', 4, [48, 60, 72]],
    ['vibraphone', 11, [55, 67, 79]],
    ['drawbar organ', 16, [48, 60, 72]],
    ['nylon guitar', 24, [45, 57, 69]],
    ['steel guitar', 25, [40, 45, 50, 57, 64, 69]],
    ['clean guitar', 27, [45, 52, 64]],
    ['driven guitar', 29, [45, 57]],
    ['upright bass', 32, [28, 33, 36, 40, 43, 47]],
    ['finger bass', 33, [33, 40]],
    ['violin', 40, [57, 64, 69, 76, 81]],
    ['strings', 48, [48, 55, 67]],
    ['choir', 52, [55, 60, 67]],
    ['trumpet', 56, [60, 65, 70, 77]],
    ['trombone', 57, [46, 53, 60]],
    ['brass section', 61, [55, 62, 69]],
    ['alto sax', 65, [58, 62, 65, 70, 74, 77]],
    ['tenor sax', 66, [50, 58, 65, 72]],
    ['oboe', 68, [62, 74]],
    ['clarinet', 71, [57, 67, 77]],
    ['flute', 73, [62, 72, 79, 86]],
  ])('%s is within five cents', async (_, program, pitches) => {
    for (const pitch of pitches) {
      const off = cents(middle(await note(program, pitch, 90)), pitch);
      expect([pitch, Math.abs(off) < 5 ? 'in tune' : off]).toEqual([pitch, 'in tune']);
    }
  });

  it('the notes of a chord are found in it again, and those beside them are not', async () => {
    const chord = [48, 55, 64, 71];
    const sound = middle(
      await heard(
        scoreWith(
          [channel(0)],
          chord.map((p) => [0, 1900, p, 90]),
        ),
        ['0'],
        1,
      ),
    );
    const others = [50, 53, 57, 61, 66, 69];
    const loudest = Math.max(...chord.map((p) => tone(sound, hertz(p))));
    for (const pitch of chord) expect(decibels(tone(sound, hertz(pitch)) / loudest)).toBeGreaterThan(-20);
    for (const pitch of others) expect(decibels(tone(sound, hertz(pitch)) / loudest)).toBeLessThan(-26);
  });
});

describe('time', () => {
  it.each([
    ['upright bass', 32, 36],
    ['finger bass', 33, 36],
    ['picked bass', 34, 36],
    ['steel guitar', 25, 52],
    ['clean guitar', 27, 52],
    ['grand piano', 0, 60],
  ])('%s is there within ten milliseconds of being struck', async (_, program, pitch) => {
    const sound = middle(await note(program, pitch, 100, 0.5));
    const most = sound.subarray(0, 0.15 * RATE).reduce((m, x) => Math.max(m, Math.abs(x)), 0);
    expect(sound.findIndex((x) => Math.abs(x) > 0.3 * most) / RATE).toBeLessThan(0.01);
  });

  it('what is let go dies away soon, and a held piano goes on', async () => {
    for (const [program, pitch] of [
      [25, 52],
      [33, 36],
      [48, 60],
      [0, 60],
    ] as const) {
      const score = scoreWith([channel(program)], [[0, 480, pitch, 100]]);
      const sound = middle(await heard(score, [String(program)], 2));
      expect([program, decibels(power(sound, 1.4, 1.6) / power(sound, 0.2, 0.4)) < -30]).toEqual([
        program,
        true,
      ]);
    }
    const held = middle(await heard(scoreWith([channel(0)], [[0, 3800, 48, 100]]), ['0'], 3.6));
    const falls = [0.4, 1.4, 2.4].map((at) => decibels(power(held, at, at + 0.3)));
    expect(falls[1]!).toBeLessThan(falls[0]!);
    expect(falls[2]!).toBeLessThan(falls[1]!);
    expect(falls[0]! - falls[2]!).toBeLessThan(30);
  });
});

describe('touch', () => {
  it('the piano’s share above 2 kHz moves by ten decibels and more from velocity 30 to 120', async () => {
    for (const pitch of [48, 60, 72]) {
      const [soft, hard] = [middle(await note(0, pitch, 30)), middle(await note(0, pitch, 120))];
      expect(above(hard, 2000) - above(soft, 2000)).toBeGreaterThan(10);
      expect(power(hard)).toBeGreaterThan(20 * power(soft));
    }
  });

  it.each([
    [25, 52],
    [33, 36],
    [48, 67],
    [56, 67],
    [65, 62],
    [4, 60],
  ])('program %i is brighter when it is struck harder', async (program, pitch) => {
    const [soft, hard] = [middle(await note(program, pitch, 35)), middle(await note(program, pitch, 120))];
    expect(above(hard, 1500) - above(soft, 1500)).toBeGreaterThan(3);
  });

  it.each([
    ['piano', 0, 60, 1.35],
    ['finger bass', 33, 40, 1.3],
    ['upright bass', 32, 40, 1.3],
    ['flute', 73, 72, 1.4],
  ])('%s: the middle of its spectrum rises with strength', async (_, program, pitch, times) => {
    const [soft, hard] = [middle(await note(program, pitch, 30)), middle(await note(program, pitch, 120))];
    expect(centroid(hard, pitch) / centroid(soft, pitch)).toBeGreaterThan(times);
  });

  it.each([36, 38, 42, 45])('drum %i has other layers softly and hard', async (key) => {
    const hit = async (velocity: number) =>
      middle(await heard(scoreWith([DRUMS], [[0, 100, key, velocity, 9]]), [DRUM_BANK], 0.5));
    const [soft, hard] = [await hit(40), await hit(120)];
    expect(above(hard, 3000) - above(soft, 3000)).toBeGreaterThan(1.5);
  });
});

describe('stereo and the kit', () => {
  it('piano, organ, strings and kit are wide and hold together in mono', async () => {
    for (const [program, pitch] of [
      [0, 60],
      [16, 60],
      [48, 60],
    ] as const) {
      const wide = sides(await note(program, pitch, 90));
      expect([program, wide > -30 && wide < 0]).toEqual([program, true]);
    }
    const kit = sides(
      await heard(
        scoreWith(
          [DRUMS],
          [
            [0, 100, 38, 100, 9],
            [480, 100, 51, 90, 9],
          ],
        ),
        [DRUM_BANK],
        1.5,
      ),
    );
    expect(kit).toBeGreaterThan(-25);
    expect(kit).toBeLessThan(0);
  });

  it('brass on the desk, as wide as it is made, loses little in mono', async () => {
    for (const program of [56, 57, 60, 61]) {
      const on = channel(program, { spread: stereoSpreadOf(program) });
      const notes = [60, 64, 67].map((pitch) => [0, 1900, pitch, 100] as const);
      const sound = await heard(scoreWith([on], notes), [String(program)], 1.2);
      const kept = decibels((2 * power(middle(sound))) / (power(sound.left) + power(sound.right)));
      expect([program, kept > -2.5 ? 'holds' : kept]).toEqual([program, 'holds']);
    }
  });

  it('cymbals ring for seconds, and the kit has its highs', async () => {
    const hit = async (key: number, seconds: number) =>
      middle(await heard(scoreWith([DRUMS], [[0, 100, key, 100, 9]]), [DRUM_BANK], seconds));
    for (const key of [49, 57]) {
      const sound = await hit(key, 3);
      const fallen = decibels(power(sound, 2, 2.1) / power(sound, 0, 0.1));
      expect([key, fallen > -40 ? 'rings' : fallen]).toEqual([key, 'rings']);
    }
    const ride = await hit(51, 2);
    expect(decibels(power(ride, 1, 1.1) / power(ride, 0, 0.1))).toBeGreaterThan(-40);
    for (const [key, share] of [
      [42, -9],
      [46, -11],
      [49, -17],
      [38, -29],
    ] as const) {
      expect([key, above(await hit(key, 1), 10_000) > share]).toEqual([key, true]);
    }
  });

  it('the piano keeps its lowest partials on one loudspeaker', async () => {
    for (let pitch = 36; pitch <= 84; pitch += 4) {
      const sound = await note(0, pitch, 90, 0.7);
      const best = Math.max(tone(sound.left, hertz(pitch)), tone(sound.right, hertz(pitch)));
      expect([pitch, decibels(tone(middle(sound), hertz(pitch)) / best) > -9]).toEqual([pitch, true]);
    }
  });

  it('a hat that closes ends one that is open', async () => {
    const open = middle(await heard(scoreWith([DRUMS], [[0, 100, 46, 100, 9]]), [DRUM_BANK], 1));
    const choked = middle(
      await heard(
        scoreWith(
          [DRUMS],
          [
            [0, 100, 46, 100, 9],
            [240, 100, 44, 60, 9],
          ],
        ),
        [DRUM_BANK],
        1,
      ),
    );
    expect(power(choked, 0.5, 0.9)).toBeLessThan(0.2 * power(open, 0.5, 0.9));
  });
});

describe('what ships', () => {
  it('every file has a source and a licence that asks for no more than a line, and the notices name it', () => {
    const files = readdirSync(OWN_BANKS).filter((name) => name.endsWith('.sf3'));
    expect(files.sort()).toEqual(BANKS.map(({ id }) => `${id}.sf3`).sort());
    const notices = readFileSync(join(OWN_BANKS, 'NOTICES.md'), 'utf8') + readFileSync(noticeFile(), 'utf8');
    for (const source of SOURCES) expect(['CC BY 3.0', 'MIT', 'our own']).toContain(source.licence);
    for (const { id, source, bytes } of BANKS) {
      expect([id, SOURCES.some((s) => s.key === source)]).toEqual([id, true]);
      const file = readFileSync(join(OWN_BANKS, `${id}.sf3`));
      expect([id, file.length]).toEqual([id, bytes]);
      const line = SOURCES.find((s) => s.key === source)!.line;
      // The line stands in the file itself as well (RIFF's ICOP).
      expect([id, file.includes(Buffer.from(line, 'latin1'))]).toEqual([id, true]);
    }
    for (const name of [
      'Alexander Holm',
      'Frank Wen',
      'Michael Cowgill',
      'LAME',
      'Xiph.org',
      'creativecommons.org/licenses/by/3.0',
    ]) {
      expect(notices).toContain(name);
    }
    expect(notices).toContain('Permission is hereby granted, free of charge');
  });

  it('a finer piano is known as such, and how much room it takes', () => {
    expect([hasFiner('0'), hasFiner('33')]).toEqual([true, false]);
    expect(decodedBytes(finer('0'))!).toBeGreaterThan(2 * decodedBytes('0')!);
    expect(decodedBytes('124')).toBeNull();
    // The first form of everything a usual band plays fits a phone.
    const usual = ['0', '33', '25', '11', '48', '73', DRUM_BANK].map((id) => decodedBytes(id)!);
    expect(usual.reduce((a, b) => a + b, 0)).toBeLessThan(96 * 2 ** 20);
  });
});
