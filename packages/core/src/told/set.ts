/** What is set for a part in a place, in words, a sentence's piece for each thing that can be let go by itself. */
import { GM_PROGRAMS } from '../formats/midi/programs';
import { counted, listed } from '../song/listed';
import type { Settings } from '../song/schema';
import type { KindFacts } from '../style/kind';
import type { Style } from '../style/schema';
import { midiName } from '../theory/pitch';
import { patternOf } from '../timeline/settings';

export interface SetInWords {
  readonly name: keyof Settings;
  readonly says: string;
}

const TICKS = new Map([
  [120, 'a sixteenth'],
  [160, 'a triplet'],
  [240, 'an eighth'],
  [480, 'a quarter'],
]);
export const pushInWords = (ticks: number): string =>
  ticks === 0 ? 'on the beat' : `${TICKS.get(ticks) ?? `${ticks / 480} quarters`} early`;

const yes = (on: boolean, says: string, not: string): string => (on ? says : not);

/** Each setting in words; what is missing here is said by its name and value. */
const WORDS: { readonly [name in keyof Settings]?: (value: NonNullable<Settings[name]>) => string } = {
  on: (on) => yes(on, 'plays', 'rests'),
  feel: (feel) => feel,
  density: (density) => `density ${density}`,
  dynamics: (dynamics) => dynamics,
  register: (pitch) => `from ${midiName(pitch)}`,
  octave: (octave) =>
    octave === 0 ? 'in its own octave' : `${Math.abs(octave)} octave ${octave > 0 ? 'up' : 'down'}`,
  spread: (spread) => `spread ${spread}`,
  voices: (voices) => `${voices} voices`,
  instrument: (program) => `on ${GM_PROGRAMS[program] ?? 'another instrument'}`,
  length: (percent) => `notes ${percent} % long`,
  strum: (ms) => `strum ${ms} ms`,
  variation: (variation) => `variation ${variation}`,
  telling: (telling) => `repeats told ${telling}`,
  push: pushInWords,
  trim: (decibels) =>
    decibels === 0
      ? 'mixed as on the whole'
      : `${Math.abs(decibels)} dB ${decibels > 0 ? 'louder' : 'softer'} in the mix`,
  side: (by) => (by === 0 ? 'in its own place' : `further to the ${by < 0 ? 'left' : 'right'}`),
  depth: (by) =>
    by === 0 ? 'as far away as on the whole' : `${by < 0 ? 'nearer' : 'further back'} in the room`,
  tint: (decibels) =>
    decibels === 0
      ? 'as bright as on the whole'
      : `${Math.abs(decibels)} dB ${decibels > 0 ? 'brighter' : 'darker'}`,
  palm: (palm) => yes(palm, 'palm on the strings', 'strings free'),
  pedal: (pedal) => yes(pedal, 'with pedal', 'without pedal'),
  listens: (listens) => yes(listens, 'listens to the others', 'keeps to itself'),
  groove: () => 'a groove of its own',
  rhythmOf: () => 'the rhythm of another part',
  order: (order) => `tones ${order}`,
  octaves: (octaves) => `through ${counted(octaves, 'octave')}`,
  rate: (rate) => `steps of ${/^e/.test(rate) ? 'an' : 'a'} ${rate}`,
  accentEvery: (every) => (every === 0 ? 'no accents' : `accents every ${every} steps`),
  rests: (steps) => (steps.length ? `rests at ${listed(steps.map((s) => `${s + 1}`))}` : 'no rests'),
  without: (desks) => (desks.length ? `without ${desks.join(' and ')}` : 'with all desks'),
  atChange: (atChange) => `${atChange} at changes`,
};

const plain = (name: string, value: unknown): string =>
  `${name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)} ${String(value)}`;

/** @param kind null for a part of a kind that is not at hand. */
export const settingsInWords = (kind: KindFacts | null, style: Style, settings: Settings): SetInWords[] =>
  (Object.keys(settings) as (keyof Settings)[]).flatMap((name): SetInWords[] => {
    const value = settings[name];
    if (value === undefined) return [];
    if (name === 'pattern') {
      return [{ name, says: kind ? patternOf(kind, style, settings.pattern).name : 'another pattern' }];
    }
    const words = WORDS[name] as ((value: unknown) => string) | undefined;
    return [{ name, says: words ? words(value) : plain(name, value) }];
  });
