/**
 * The players before they play: what they agree on for each playing of a section. It depends on the section, its
 * settings and what follows it, and on nothing that is played elsewhere.
 */
import equal from 'fast-deep-equal';
import { lastMade } from '../memory/lastMade';
import type { Song } from '../song/schema';
import type { KindSet } from '../style/kind';
import type { Style } from '../style/schema';
import type { Agreed, Agreement } from '../timeline/agreement';
import type { Player } from '../timeline/doubles';
import type { Pass } from '../timeline/passes';
import { playersOf } from '../timeline/players';
import { withEarly, withPush } from './early';
import { liftedBy } from './lift';
import { roomsOf } from './rooms';
import { barTerms, densityLift, intoOf } from './shape';
import { marksOf, silencesOf } from './silence';
import { skeletonOf } from './skeleton';
import { pointsOf, type Points } from './terms';

/** A player as the section lifts it, unless the writer has said how full it is here. */
function lifted(player: Player | null, by: number): Player | null {
  if (!player || by === 0) return player;
  return sameLifted(player, 'fuller', [by], () => ({
    ...player,
    stretches: player.stretches.map((stretch) => {
      const { settings, own } = stretch;
      if (own.density || !settings.listens) return stretch;
      return { ...stretch, settings: { ...settings, density: Math.min(5, settings.density + by) } };
    }),
  }));
}

const sameLifted = lastMade<Player>();
const sameLift = lastMade<readonly (Player | null)[]>();
/** What was agreed stays the very same where the players agree on the same again. */
const sameAgreement = lastMade<Agreement>(equal);
const sameRooms = lastMade<ReturnType<typeof roomsOf>>();

function agreementOf(
  song: Song,
  pass: Pass,
  next: Pass | undefined,
  players: readonly (Player | null)[],
  points: Points,
  { manner }: Style,
): Agreement {
  const marks = points.marks ? marksOf(pass) : [];
  return {
    bars: barTerms(pass, points.shape ? (manner?.builds ?? 1) : 0),
    kicks: points.lock && manner?.locked !== false ? skeletonOf(pass, players, marks) : null,
    marks,
    silences: points.marks ? silencesOf(pass) : [],
    fills: points.fills,
    into: intoOf(pass, next, song.ending),
  };
}

/** What is agreed through the form of a song. */
export function agree(song: Song, kinds: KindSet, style: Style, form: readonly Pass[]): Agreed {
  const points = form.map(({ section }) => pointsOf(song, section));
  const passes = form.map((pass, i) => {
    const push = pass.section.together?.push ?? song.together?.push ?? 0;
    const early = points[i]!.early ? withEarly(pass, song.seed, style) : pass;
    return push ? withPush(early, push) : early;
  });
  const players = playersOf(song, kinds, style, passes).map((own, i) => {
    const by = points[i]!.shape ? densityLift(passes[i]!) : 0;
    const { lift } = passes[i]!;
    return sameLift(passes[i]!, 'lifted', [own, by, lift], () =>
      own.map((player) => liftedBy(lifted(player, by), lift)),
    );
  });
  const agreements = passes.map((pass, i) => {
    const next = passes[i + 1];
    const of = [
      pass.bars,
      pass.chords,
      pass.repeat,
      pass.lead,
      next?.section,
      next?.entersNew,
      song.ending,
      style,
      ...Object.values(points[i]!),
      players[i],
    ];
    return sameAgreement(pass.section, `${pass.entry}/${pass.repeat}`, of, () =>
      agreementOf(song, pass, next, players[i]!, points[i]!, style),
    );
  });
  return {
    passes,
    players,
    agreements,
    withoutKicks: passes.map((pass, i) =>
      sameAgreement(pass.chords, `${pass.entry}/${pass.repeat}`, [agreements[i]], () => ({
        ...agreements[i]!,
        kicks: null,
      })),
    ),
    rooms: players.map((own, i) =>
      sameRooms(passes[i]!, 'rooms', [points[i]!.room, own], () => roomsOf(own, points[i]!.room)),
    ),
  };
}
