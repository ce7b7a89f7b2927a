/** What is set for a part in a place, in words, a sentence's piece for each thing that can be let go by itself. */
import type { Settings } from '../song/schema';
import { SETTING_NAMES, settingOf } from '../song/settings/index';
import type { KindFacts } from '../style/kind';
import type { Style } from '../style/schema';
import { patternOf } from '../timeline/settings';

/** One setting that is made, as a piece of a sentence. */
export interface SettingsInWords {
  readonly name: keyof Settings;
  readonly says: string;
}

/** In the order of the list of settings. @param kind null for a part of a kind that is not at hand. */
export const settingsInWords = (
  kind: KindFacts | null,
  style: Style,
  settings: Settings,
): SettingsInWords[] =>
  SETTING_NAMES.flatMap((name): SettingsInWords[] => {
    const value = settings[name];
    if (value === undefined) return [];
    if (name === 'pattern') {
      return [{ name, says: kind ? patternOf(kind, style, settings.pattern).name : 'another pattern' }];
    }
    return [{ name, says: settingOf(name).inWords(value) }];
  });
