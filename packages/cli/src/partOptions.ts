/** Settings of parts given on the command line: `--part bass.pattern=walking --part bass.density=2`. */
import { kindOf, styleOf } from '@backline/core/band/repertoire';
import { firstIssue } from '@backline/core/song/issues';
import type { Part, Settings, Song } from '@backline/core/song/schema';
import { SETTING_NAMES, settingsSchema } from '@backline/core/song/settings/index';
import { OURS } from '@backline/core/styles/index';
import { hasPattern, patternsOf } from '@backline/core/timeline/settings';
import { UsageError } from './usage';

/** A word as the setting it stands for: a number, true or false, or itself. */
function valueOf(text: string): unknown {
  if (text === 'true' || text === 'false') return text === 'true';
  return text.trim() !== '' && Number.isFinite(Number(text)) ? Number(text) : text;
}

function settingOf(option: string, song: Song): { part: Part; settings: Settings } {
  const [, name, setting, text] = /^([^.=]+)\.([^.=]+)=(.*)$/.exec(option) ?? [];
  if (name === undefined || setting === undefined || text === undefined) {
    throw new UsageError(`--part takes PART.SETTING=VALUE, like bass.density=2, not "${option}".`);
  }
  const part = song.parts.find((p) => p.id === name || p.name.toLowerCase() === name.toLowerCase());
  if (!part) {
    const known = song.parts.map((p) => p.id).join(', ');
    throw new UsageError(`There is no part "${name}" in this band. It has ${known}.`);
  }
  if (!SETTING_NAMES.some((name) => name === setting)) {
    throw new UsageError(`There is no setting "${setting}". There are ${SETTING_NAMES.join(', ')}.`);
  }
  const read = settingsSchema.safeParse({ [setting]: valueOf(text) });
  if (!read.success) throw new UsageError(`--part ${option}: ${firstIssue(read.error)}`);
  const kind = kindOf(part, OURS);
  const wanted = read.data.pattern;
  const style = styleOf(song, OURS);
  if (kind && wanted !== undefined && !hasPattern(kind, style, wanted)) {
    const patterns = patternsOf(kind, style).map((p) => p.id);
    throw new UsageError(
      `${part.name} has no pattern "${text}". In this style it has ${patterns.join(', ')}; backline patterns lists all.`,
    );
  }
  return { part, settings: read.data };
}

/** The song with the settings its parts were given, later ones over earlier ones. */
export const withPartOptions = (song: Song, options: readonly string[]): Song =>
  options.reduce((now, option) => {
    const { part, settings } = settingOf(option, now);
    const parts = now.parts.map((p) =>
      p.id === part.id ? { ...p, settings: { ...p.settings, ...settings } } : p,
    );
    return { ...now, parts };
  }, song);
