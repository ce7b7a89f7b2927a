/** A drawbar organ: partials of a tone wheel, softened by a valve, through a turning horn and a turning drum. */
import { noise } from '@backline/core/random/stream';
import { LEVEL } from './level';
import { keysOf } from './keys';
import type { OrganRecipe } from './recipes';
import { leveled, loudnessOfNote } from './sample';
import { timecents, type Preset, type Voice } from './zones';

const RATE = 32_000;
const ROOTS = [36, 43, 50, 57, 64, 71, 78, 85, 92];
/** Pitches of the drawbars over the key: 16', 5 1/3', 8', 4', 2 2/3', 2', 1 3/5', 1 1/3', 1'; semitones. */
const FOOTAGES = [-12, 7, 0, 12, 19, 24, 28, 31, 36];
/** The highest wheels fold back by octaves, as on an instrument of 91 wheels. */
const TOP = 8000;
const CROSSOVER = 800;
/** Seconds from the middle of a horn to its mouth and back, as sound goes: what bends the pitch. */
const REACH = 0.00052;

/** Attack and key click, then whole turns of the horn, so that it can go round. */
function note(
  root: number,
  { drawbars, rotor, drive }: OrganRecipe,
): { channels: Float32Array[]; loop: readonly [number, number] } {
  const start = Math.round(0.25 * RATE);
  const turns = Math.max(1, Math.round(rotor.horn * 1.25));
  const length = Math.round((turns / rotor.horn) * RATE);
  const end = start + length;
  // Every partial and both rotors go round whole in the loop.
  const whole = (hz: number): number => Math.max(1, Math.round((hz * length) / RATE)) * (RATE / length);
  const partials = drawbars.flatMap((drawn, i) => {
    if (drawn === 0) return [];
    let hz = 440 * 2 ** ((root + FOOTAGES[i]! - 69) / 12);
    while (hz > TOP) hz /= 2;
    return [{ hz: whole(hz), gain: 10 ** ((-3 * (8 - drawn)) / 20), phase: 2 * Math.PI * noise(7, root, i) }];
  });
  const [hornHz, drumHz] = [whole(rotor.horn), whole(rotor.drum)];
  const split = 1 - Math.exp((-2 * Math.PI * CROSSOVER) / RATE);
  const channels = [0, 1].map((side) => {
    const out = new Float32Array(end + 32);
    let low = 0;
    // The filter has settled where the loop begins only if it ran before: it runs one loop ahead.
    for (let i = -length; i < out.length; i++) {
      const t = i / RATE;
      const horn = 2 * Math.PI * hornHz * t + side * 1.9;
      const drum = -2 * Math.PI * drumHz * t + side * 1.4;
      const late = REACH * rotor.depth * Math.sin(horn);
      let [plain, bent] = [0, 0];
      for (const { hz, gain, phase } of partials) {
        const turn = 2 * Math.PI * hz;
        plain += gain * Math.sin(turn * t + phase);
        bent += gain * Math.sin(turn * (t + late) + phase);
      }
      low += split * (plain - low);
      const high = bent - low;
      const dry =
        low * (1 - 0.25 * rotor.depth * (1 + Math.sin(drum))) +
        high * (1 - 0.3 * rotor.depth * (1 + Math.cos(horn)));
      const size = 0.42 / Math.sqrt(partials.length);
      const amount = 1 + 3 * drive;
      const driven = Math.tanh(dry * size * amount) / Math.tanh(amount);
      if (i < 0) continue;
      const click = 0.1 * (noise(5, i, root) - 0.5) * Math.exp(-i / (0.002 * RATE));
      out[i] = driven * Math.min(1, i / (0.004 * RATE)) + click;
    }
    return out;
  });
  return { channels, loop: [start, end] };
}

export function organPreset(recipe: OrganRecipe, line: string): Preset {
  const voices = ROOTS.flatMap((root, i): Voice[] => {
    const { channels, loop } = note(root, recipe);
    return leveled(channels, LEVEL - loudnessOfNote(channels, RATE)).map((samples, side) => ({
      name: `organ ${root}${side ? 'R' : 'L'}`,
      samples,
      rate: RATE,
      root,
      tune: 0,
      keys: keysOf(ROOTS, i, 0, 127),
      loop,
      pan: side ? 0.7 : -0.7,
      generators: { releaseVolEnv: timecents(0.06) },
    }));
  });
  // A key of an organ knows no touch; harder playing lets the valve speak a little more.
  return {
    name: recipe.name,
    program: recipe.program,
    touch: { open: 13_200, closes: 1800 },
    voices,
    quality: 2,
    line,
  };
}
