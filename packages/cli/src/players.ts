/** `backline players` and `take`: who can lead, and what one of them plays over some bars of a chart. */
import { renderBand } from '@backline/core/band/index';
import { newPart, kindOf, styleOf } from '@backline/core/band/repertoire';
import { SOLOISTS } from '@backline/core/players/index';
import { factsOfPlayer, rankPlayers } from '@backline/core/ranking/players';
import { GM_PROGRAMS } from '@backline/core/song/generalMidi';
import type { PlayerFile } from '@backline/core/style/player';
import { OURS } from '@backline/core/styles/index';
import { joinedTake } from '@backline/core/takes/join';
import { toQuarters } from '@backline/core/time/ticks';
import { loadChart } from './chartFile';
import type { Given } from './given';
import { UsageError, wholeNumber } from './usage';

const shown = (player: PlayerFile) => ({
  id: player.id,
  name: player.name,
  kind: player.kind,
  instrument: GM_PROGRAMS[player.settings.instrument ?? 0],
  about: player.about,
  ...factsOfPlayer(player, OURS),
});

export function players({ options, warn }: Given): unknown {
  if (options.fit === undefined) return SOLOISTS.map((player) => ({ ...shown(player), reasons: [] }));
  const song = loadChart(options.fit, {}, warn);
  return rankPlayers(SOLOISTS, song, OURS).map(({ item, score, reasons }) => ({
    ...shown(item),
    fit: Math.round(score * 100) / 100,
    reasons,
  }));
}

/** Bars as they are asked for, counted from 1: "5-8", or "5" alone. Null where they are not written so. */
function barsAsked(text: string): readonly [from: number, to: number] | null {
  const [, first, last] = /^(\d{1,5})(?:-(\d{1,5}))?$/.exec(text) ?? [];
  return first ? [Number(first) - 1, Number(last ?? first)] : null;
}

export function take({ operands, options, warn }: Given): unknown {
  const player = SOLOISTS.find(({ id }) => id === options.player);
  if (!player)
    throw new UsageError(
      `There is no player "${options.player ?? ''}". Name one that backline players lists.`,
    );
  const bars = barsAsked(options.bars ?? '');
  if (!bars) throw new UsageError('Say which bars, like: --bars 5-8');
  const seed = wholeNumber('seed', options.seed, 0, 999_999_999) ?? 1;
  const song = loadChart(operands[0], { style: options.style }, warn);
  const there = song.parts.find(({ kind }) => kind === player.kind);
  const part = there ?? newPart(kindOf(player, OURS)!, song.parts, styleOf(song, OURS));
  const lead = there ? song : { ...song, parts: [...song.parts, part] };
  const [from, to] = bars;
  const band = renderBand(lead, OURS);
  const last = band.bars[to - 1];
  const first = band.bars[from];
  const beside = band.parts.find(({ id }) => id === part.id)!.notes;
  const asked = { from, to, seed, settings: player.settings };
  const notes =
    first && last
      ? joinedTake(lead, OURS, part.id, asked, beside, [first.start, last.start + last.length])
      : null;
  if (!notes)
    throw new UsageError(
      `Bars ${from + 1} to ${to} are not the song's. Name bars that are played, the first before the last.`,
    );
  return {
    part: part.id,
    player: player.id,
    bars: [from + 1, to],
    seed,
    notes: notes.map(({ start, duration, pitch, velocity, noteFunction, touch }) => ({
      start: toQuarters(start),
      duration: toQuarters(duration),
      pitch,
      velocity,
      why: noteFunction,
      ...(touch ? { touch } : {}),
    })),
  };
}
