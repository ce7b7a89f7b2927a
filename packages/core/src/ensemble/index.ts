/**
 * The players before they play: what they agree on for each playing of a section. It depends on the section, its
 * settings and what follows it, and on nothing that is played elsewhere.
 */
import equal from 'fast-deep-equal';
import { derived } from '../memory/derived';
import type { Song } from '../song/schema';
import type { KindSet } from '../style/kind';
import type { Style } from '../style/schema';
import type { Agreed, Agreement } from '../timeline/agreement';
import type { Player } from '../timeline/doubles';
import type { Pass } from '../timeline/passes';
import { playersIn } from '../timeline/players';
import { withEarly, withPush } from './early';
import { liftedBy } from './lift';
import { roomsOf } from './rooms';
import { barTerms, densityLift, intoOf } from './shape';
import { marksOf, silencesOf } from './silence';
import { skeletonOf } from './skeleton';
import { pointsOf, type Points } from './terms';

const fuller = derived(({ player, by }: { player: Player; by: number }): Player => ({
  ...player,
  stretches: player.stretches.map((stretch) => {
    const { settings, own } = stretch;
    if (own.density || !settings.listens) return stretch;
    return { ...stretch, settings: { ...settings, density: Math.min(5, settings.density + by) } };
  }),
}));

/** A player as the section lifts it, unless the writer has said how full it is here. */
const lifted = (player: Player | null, by: number): Player | null =>
  player && by !== 0 ? fuller(player, 'fuller', { player, by }) : player;

type Players = readonly (Player | null)[];

const allLifted = derived(({ own, by, lift }: { own: Players; by: number; lift: Pass['lift'] }): Players =>
  own.map((player) => liftedBy(lifted(player, by), lift)),
);

const rooms = derived(({ players, agreed }: { players: Players; agreed: boolean }) =>
  roomsOf(players, agreed),
);

const termsOfBars = derived(({ pass, builds }: { pass: Pass; builds: number }) => barTerms(pass, builds), {
  pass: 2,
});

interface Asked {
  readonly pass: Pass;
  readonly next: Pass | undefined;
  readonly players: Players;
  readonly points: Points;
  readonly style: Style;
  readonly ending: Song['ending'];
}

/** What was agreed stays the very same where the players agree on the same again. */
const agreementOf = derived(
  ({ pass, next, players, points, style: { manner }, ending }: Asked): Agreement => {
    const marks = points.marks ? marksOf(pass) : [];
    const builds = points.shape ? (manner?.builds ?? 1) : 0;
    return {
      bars: termsOfBars(pass.bars, pass.playing, { pass, builds }),
      kicks: points.lock && manner?.locked !== false ? skeletonOf(pass, players, marks) : null,
      marks,
      silences: points.marks ? silencesOf(pass) : [],
      fills: points.fills,
      into: intoOf(pass, next, ending),
    };
  },
  { pass: 1, next: 1, points: 1 },
  equal,
);

const withoutKicks = derived(({ agreement }: { agreement: Agreement }): Agreement => ({
  ...agreement,
  kicks: null,
}));

/** A playing with all that is agreed for it. */
interface Told {
  readonly pass: Pass;
  readonly players: readonly (Player | null)[];
  readonly agreement: Agreement;
  readonly withoutKicks: Agreement;
  readonly rooms: ReturnType<typeof roomsOf>;
}

interface Telling {
  readonly song: Song;
  readonly kinds: KindSet;
  readonly style: Style;
  readonly played: Pass;
  readonly next: Pass | undefined;
}

const toldIn = derived(
  ({ song, kinds, style, played, next }: Telling): Told => {
    const points = pointsOf(song, played.section);
    const push = played.section.together?.push ?? song.together?.push ?? 0;
    const early = points.early ? withEarly(played, song.seed, style) : played;
    const pass = push ? withPush(early, push) : early;
    const own = playersIn(song, kinds, style, pass);
    const by = points.shape ? densityLift(pass) : 0;
    const players = allLifted(pass, 'lifted', { own, by, lift: pass.lift });
    // Where a chord changes it is another section, of the same bars.
    const asked = { pass, next, players, points, style, ending: song.ending };
    const agreement = agreementOf(pass.bars, pass.playing, asked);
    return {
      pass,
      players,
      agreement,
      withoutKicks: withoutKicks(agreement, 'without kicks', { agreement }),
      rooms: rooms(pass, 'rooms', { players, agreed: points.room }),
    };
  },
  { song: 1, next: 1 },
);

/** What is agreed through the form of a song. */
export function agree(song: Song, kinds: KindSet, style: Style, form: readonly Pass[]): Agreed {
  const told = form.map((played, i) =>
    toldIn(played, 'told', { song, kinds, style, played, next: form[i + 1] }),
  );
  return {
    passes: told.map(({ pass }) => pass),
    players: told.map(({ players }) => players),
    agreements: told.map(({ agreement }) => agreement),
    withoutKicks: told.map(({ withoutKicks }) => withoutKicks),
    rooms: told.map(({ rooms }) => rooms),
  };
}
