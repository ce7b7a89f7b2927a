/**
 * The players before they play: what they agree on for each playing of a section. It depends on the section, its
 * settings, its place in the form and what follows it, and on nothing that is played elsewhere.
 */
import equal from 'fast-deep-equal';
import { derived } from '../memo/derived';
import type { Transition } from '../song/choices';
import type { Song } from '../song/schema';
import type { KindSet } from '../style/kind';
import type { Style } from '../style/schema';
import type { Agreed, Agreement, ArcPlan } from '../timeline/agreement';
import type { PartVoice } from '../timeline/unisonParts';
import type { Occurrence } from '../timeline/occurrences';
import { partVoicesIn } from '../timeline/partVoices';
import { joinedSpans } from '../timeline/settings';
import { arcOf } from './arc';
import { arced } from './arc/apply';
import { withAnticipations, withPush } from './anticipation';
import { liftedBy } from './lift';
import { registerRangesOf } from './registerRanges';
import { barTerms, densityLift, intoOf } from './shape';
import { breathIn, marksOf, silencesOf } from './silence';
import { kickPatternOf } from './kickPattern';
import { pointsOf, type Points } from './terms';
import { transitionOf } from './transition';
import type { Velocity } from '../units/units';

const fuller = derived(({ player, by }: { player: PartVoice; by: number }): PartVoice => ({
  ...player,
  settingsSpans: player.settingsSpans.map((stretch) => {
    const { settings, own } = stretch;
    if (own.density || !settings.listens) return stretch;
    return { ...stretch, settings: { ...settings, density: Math.min(5, settings.density + by) } };
  }),
}));

/** A player as the section lifts it, unless the writer has said how full it is here. */
const lifted = (player: PartVoice | null, by: number): PartVoice | null =>
  player && by !== 0 ? fuller(player, 'fuller', { player, by }) : player;

type VoicedForm = readonly (PartVoice | null)[];

const allLifted = derived(
  ({ own, by, lift }: { own: VoicedForm; by: number; lift: Occurrence['lift'] }): VoicedForm =>
    own.map((player) => liftedBy(lifted(player, by), lift)),
);

const joined = derived(({ player }: { player: PartVoice }): PartVoice => {
  const settingsSpans = joinedSpans(player.settingsSpans);
  return settingsSpans === player.settingsSpans ? player : { ...player, settingsSpans };
});

const allArced = derived(({ all, arc }: { all: VoicedForm; arc: ArcPlan | null }): VoicedForm =>
  all.map((voice, i) => {
    const player = voice && arc ? arced(voice, arc.parts[i]!) : voice;
    return player && joined(player, 'joined', { player });
  }),
);

const rooms = derived(({ players, agreed }: { players: VoicedForm; agreed: boolean }) =>
  registerRangesOf(players, agreed),
);

const termsOfBars = derived(
  ({ occurrence, builds, more }: { occurrence: Occurrence; builds: number; more: Velocity }) =>
    barTerms(occurrence, builds, more),
  {
    occurrence: 2,
  },
);

interface AgreementInputs {
  readonly occurrence: Occurrence;
  readonly next: Occurrence | undefined;
  readonly players: VoicedForm;
  readonly points: Points;
  readonly style: Style;
  readonly ending: Song['ending'];
  readonly arc: ArcPlan | null;
}

/** What was agreed stays the very same where the players agree on the same again. */
const agreementOf = derived(
  ({ occurrence, next, players, points, style, ending, arc }: AgreementInputs): Agreement => {
    const { traits } = style;
    const marks = points.marks ? marksOf(occurrence) : [];
    const builds = points.shape ? (traits?.builds ?? 1) : 0;
    const more = arc?.strength ?? 0;
    const into = intoOf(occurrence, next, ending);
    const transition = transitionOf(into, points, arc, players, style);
    return {
      bars: termsOfBars(occurrence.bars, occurrence.occurrenceKey, { occurrence, builds, more }),
      kicks: points.lock && traits?.locked !== false ? kickPatternOf(occurrence, players, marks) : null,
      marks,
      silences: points.marks ? silencesOf(occurrence) : [],
      breath: transition === 'stop' ? breathIn(occurrence) : null,
      fills: points.fills,
      into,
      transition,
      entersBy: null,
    };
  },
  { occurrence: 1, next: 1, points: 1 },
  equal,
);

const enteredBy = derived(({ agreement, by }: { agreement: Agreement; by: Transition | null }): Agreement =>
  by ? { ...agreement, entersBy: by } : agreement,
);

const withoutKicks = derived(({ agreement }: { agreement: Agreement }): Agreement => ({
  ...agreement,
  kicks: null,
}));

/** A playing with all that is agreed for it. */
interface AgreedOccurrence {
  readonly occurrence: Occurrence;
  readonly players: readonly (PartVoice | null)[];
  readonly agreement: Agreement;
  readonly rooms: ReturnType<typeof registerRangesOf>;
}

interface AgreedOccurrenceInputs {
  readonly song: Song;
  readonly kinds: KindSet;
  readonly style: Style;
  readonly played: Occurrence;
  readonly next: Occurrence | undefined;
  readonly arc: ArcPlan | null;
}

const toldIn = derived(
  ({ song, kinds, style, played, next, arc }: AgreedOccurrenceInputs): AgreedOccurrence => {
    const points = pointsOf(song, played.section);
    const push = played.section.together?.anticipation ?? song.together?.anticipation ?? 0;
    const early = points.anticipations ? withAnticipations(played, song.seed, style) : played;
    const occurrence = push ? withPush(early, push) : early;
    const own = partVoicesIn(song, kinds, style, occurrence);
    const by = points.shape ? densityLift(occurrence) : 0;
    const all = allLifted(occurrence, 'lifted', { own, by, lift: occurrence.lift });
    const players = allArced(occurrence, 'arced', { all, arc });
    // Where a chord changes it is another section, of the same bars.
    const asked = { occurrence, next, players, points, style, ending: song.ending, arc };
    const agreement = agreementOf(occurrence.bars, occurrence.occurrenceKey, asked);
    return {
      occurrence,
      players,
      agreement,
      // Who waits for his turn has his place all the same: nobody moves as he comes and goes.
      rooms: rooms(occurrence, 'rooms', { players: all, agreed: points.registers }),
    };
  },
  { song: 1, next: 1 },
);

/** What is agreed through the form of a song. */
export function agree(song: Song, kinds: KindSet, style: Style, form: readonly Occurrence[]): Agreed {
  const arcs = arcOf(song, kinds, style, form);
  const told = form.map((played, i) =>
    toldIn(played, 'told', { song, kinds, style, played, next: form[i + 1], arc: arcs[i]! }),
  );
  const agreements = told.map(({ agreement }, i) =>
    enteredBy(agreement, 'entered', { agreement, by: told[i - 1]?.agreement.transition ?? null }),
  );
  return {
    occurrences: told.map(({ occurrence }) => occurrence),
    players: told.map(({ players }) => players),
    agreements,
    withoutKicks: agreements.map((agreement) => withoutKicks(agreement, 'without kicks', { agreement })),
    rooms: told.map(({ rooms }) => rooms),
    arcs,
  };
}
