/** `backline styles`, `patterns` and `style-check`: what there is to play by, and whether a file can be played by. */
import { readFileSync } from 'node:fs';
import { kindOf } from '@backline/core/band/repertoire';
import { genresOf } from '@backline/core/ranking/genres';
import { rankPatterns, rankStyles, type Fit } from '@backline/core/ranking/rank';
import { songFacts } from '@backline/core/ranking/song';
import { LIBRARY } from '@backline/core/patternLibrary/index';
import { KINDS } from '@backline/core/parts/index';
import { BEAT_LENGTH, type Grid, type Pattern } from '@backline/core/style/pattern';
import { PATTERNS_FORMAT, readFamily } from '@backline/core/style/patternFamily';
import { PLAYER_FORMAT, readPlayer } from '@backline/core/style/player';
import { readStyle } from '@backline/core/style/read';
import type { Style } from '@backline/core/style/schema';
import { OURS } from '@backline/core/styles/index';
import { patternsAtHand, patternsOf } from '@backline/core/timeline/settings';
import { loadChart } from './chartFile';
import type { Given } from './given';
import { UsageError } from './usage';

const rounded = ({ score, reasons }: Fit) => ({ fit: Math.round(score * 100) / 100, reasons });

/** What each kind of part plays in a style, by its patterns' ids. */
const detailsOf = (style: Style) => ({
  about: style.about,
  usualTempo: style.usualTempo,
  groove: style.groove,
  traits: style.traits ?? null,
  band: style.band,
  genres: genresOf(style),
  parts: Object.fromEntries(
    Object.entries(style.parts).map(([kind, voice]) => [kind, voice!.patterns.map((p) => p.id)]),
  ),
});

export function styles({ options, warn }: Given): unknown {
  const plain = ({ id, name, feel, metres, tempo }: Style) => ({ id, name, feel, metres, tempo });
  const shown = (style: Style) => ({ ...plain(style), ...(options.details ? detailsOf(style) : {}) });
  if (options.fit === undefined) {
    if (options.asked !== undefined) {
      throw new UsageError('Styles are found by words for a chart: name it with --fit CHART.');
    }
    return OURS.styles.all.map(shown);
  }
  const facts = songFacts(loadChart(options.fit, {}, warn), OURS);
  return rankStyles(OURS.styles.all, facts, options.asked ?? '').map(({ item, because, ...fit }) => ({
    ...shown(item),
    ...rounded(fit),
    because,
  }));
}

/** Groups of beats that a pattern goes through, in words of metres: 4/4, 12/8. */
const metresOf = (pattern: Pattern & { readonly grids?: readonly Grid[] }): string[] =>
  (pattern.grids ?? []).map(({ beats, of }) => (BEAT_LENGTH[of] === 1 ? `${beats}/4` : `${beats * 3}/8`));

export function patterns({ operands, options, warn }: Given): unknown {
  const [styleId, kindId] = operands;
  const style = OURS.styles.all.find((s) => s.id === styleId);
  if (!style)
    throw new UsageError(
      `There is no style "${styleId ?? ''}". Name one that backline styles lists.`,
      'style-unknown',
    );
  const kind = kindOf({ kind: kindId ?? '' }, OURS);
  if (!kind) {
    throw new UsageError(
      `There is no kind of part "${kindId ?? ''}", only ${KINDS.map((k) => k.id).join(', ')}.`,
    );
  }
  const own = patternsOf(kind, style);
  const song = options.fit === undefined ? null : songFacts(loadChart(options.fit, {}, warn), OURS);
  const all = patternsAtHand(kind, style);
  const listed = song ? rankPatterns(all, song) : all.map((item) => ({ item, fit: null }));
  return listed.map(({ item, ...fit }) => ({
    id: item.id,
    name: item.name,
    inStyle: own.includes(item),
    metres: metresOf(item),
    ...item.facts,
    ...('score' in fit ? rounded(fit) : {}),
  }));
}

/** A file read as a style, as a family of patterns or as a player; what is wrong with it is said with its place. */
export function styleCheck({ operands }: Given): unknown {
  const [file] = operands;
  if (operands.length !== 1 || file === undefined) {
    throw new UsageError('Name one file, like: backline style-check mine.json');
  }
  let document: unknown;
  try {
    document = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    const why = error instanceof SyntaxError ? `is no JSON: ${error.message}` : 'cannot be read.';
    throw new UsageError(`${file} ${why}`, 'file-unreadable');
  }
  const format = (document as { format?: unknown } | null)?.format;
  if (format === PLAYER_FORMAT) {
    const read = readPlayer(document, KINDS, LIBRARY);
    if (read.trouble !== null) throw new UsageError(`${file}: ${read.trouble}`, read.code);
    const { id, name, kind, settings } = read.player;
    return { id, name, kind, pattern: settings.pattern };
  }
  if (format === PATTERNS_FORMAT) {
    const family = readFamily(document, KINDS);
    if (family.trouble !== null) throw new UsageError(`${file}: ${family.trouble}`, family.code);
    return { kind: family.kind, patterns: family.patterns.map(({ id, name }) => ({ id, name })) };
  }
  const read = readStyle(document, KINDS, LIBRARY);
  if (read.trouble !== null) throw new UsageError(`${file}: ${read.trouble}`, read.code);
  const { style } = read;
  return { id: style.id, name: style.name, feel: style.feel, metres: style.metres, ...detailsOf(style) };
}
