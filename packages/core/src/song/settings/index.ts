/** All settings of a part, each of which can be said for the song, a section, an occurrence, and from a cue on. */
import { z } from 'zod';
import { ARTICULATION } from './articulation';
import { BESIDE } from './beside';
import { LINE } from './line';
import { PLAYING } from './playing';
import { MIX, SOUND } from './sound';
import type { SettingSpecification } from './specification';
import { STEPS } from './steps';
import { VOICING } from './tones';

export const SETTINGS = {
  ...PLAYING,
  ...BESIDE,
  ...LINE,
  ...STEPS,
  ...ARTICULATION,
  ...VOICING,
  ...SOUND,
  ...MIX,
};

/** A setting of a part by its name. */
export type SettingName = keyof typeof SETTINGS;
export const SETTING_NAMES = Object.keys(SETTINGS) as readonly SettingName[];

/** One among the others, for whoever reads them all alike. */
export const settingOf = (name: SettingName): SettingSpecification => SETTINGS[name];

type Schema<K extends SettingName> = (typeof SETTINGS)[K]['schema'];

/** A value of a setting that a song keeps. */
export type SettingValue<K extends SettingName> = z.infer<Schema<K>>;

/** A setting as it holds: what a song keeps of it, or what is neutral. */
export type Decided<K extends SettingName> = SettingValue<K> | (typeof SETTINGS)[K]['neutral'];

/** What can be set for a part at every level; each is optional at every level. */
export const settingsSchema = z.strictObject(
  Object.fromEntries(SETTING_NAMES.map((name) => [name, SETTINGS[name].schema.optional()])) as {
    [K in keyof typeof SETTINGS]: z.ZodOptional<Schema<K>>;
  },
);
/** What is set for a part; what is left out is decided elsewhere. */
export type Settings = z.infer<typeof settingsSchema>;
