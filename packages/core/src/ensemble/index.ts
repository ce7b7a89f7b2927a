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
import { playersIn } from '../timeline/players';
import { withEarly, withPush } from './early';
import { liftedBy } from './lift';
import { liftOf } from './roles';
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
const sameTold = lastMade<Told>();
const sameBarTerms = lastMade<Agreement['bars']>();
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
  const builds = points.shape ? (manner?.builds ?? 1) : 0;
  const lift = liftOf(pass.section);
  return {
    bars: sameBarTerms(pass.bars, pass.playing, [lift, pass.repeat, builds], () => barTerms(pass, builds)),
    kicks: points.lock && manner?.locked !== false ? skeletonOf(pass, players, marks) : null,
    marks,
    silences: points.marks ? silencesOf(pass) : [],
    fills: points.fills,
    into: intoOf(pass, next, song.ending),
  };
}

/** A playing with all that is agreed for it. */
interface Told {
  readonly pass: Pass;
  readonly players: readonly (Player | null)[];
  readonly agreement: Agreement;
  readonly withoutKicks: Agreement;
  readonly rooms: ReturnType<typeof roomsOf>;
}

function toldIn(song: Song, kinds: KindSet, style: Style, played: Pass, next: Pass | undefined): Told {
  const points = pointsOf(song, played.section);
  const push = played.section.together?.push ?? song.together?.push ?? 0;
  const early = points.early ? withEarly(played, song.seed, style) : played;
  const pass = push ? withPush(early, push) : early;
  const own = playersIn(song, kinds, style, pass);
  const by = points.shape ? densityLift(pass) : 0;
  const players = sameLift(pass, 'lifted', [own, by, pass.lift], () =>
    own.map((player) => liftedBy(lifted(player, by), pass.lift)),
  );
  const of = [pass.bars, pass.chords, pass.repeat, pass.lead, next?.section, next?.entersNew];
  const agreement = sameAgreement(
    pass.bars,
    pass.playing,
    // Where a chord changes it is another section, of the same bars.
    [pass.section, ...of, song.ending, style, ...Object.values(points), players],
    () => agreementOf(song, pass, next, players, points, style),
  );
  return {
    pass,
    players,
    agreement,
    withoutKicks: sameAgreement(agreement, 'without kicks', [], () => ({ ...agreement, kicks: null })),
    rooms: sameRooms(pass, 'rooms', [points.room, players], () => roomsOf(players, points.room)),
  };
}

/** What is agreed through the form of a song. */
export function agree(song: Song, kinds: KindSet, style: Style, form: readonly Pass[]): Agreed {
  const { seed, groove, together, parts, ending } = song;
  const told = form.map((pass, i) => {
    const next = form[i + 1];
    const of = [kinds, style, seed, groove, together, parts, ending, next?.section, next?.entersNew];
    return sameTold(pass, 'told', of, () => toldIn(song, kinds, style, pass, next));
  });
  return {
    passes: told.map(({ pass }) => pass),
    players: told.map(({ players }) => players),
    agreements: told.map(({ agreement }) => agreement),
    withoutKicks: told.map(({ withoutKicks }) => withoutKicks),
    rooms: told.map(({ rooms }) => rooms),
  };
}
