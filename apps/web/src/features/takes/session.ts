/** Playing again: the range in hand, the takes made for it, and what is heard of them while the music goes round. */
import { create } from 'zustand';
import type { BandBar } from '@backline/core/band/index';
import type { NewTake } from '@backline/core/song/takeSchema';
import { listedTakes, takeName } from '@backline/core/takes/listed';
import { restIn } from '@backline/core/takes/rest';
import { chooseTake, freeTakeId, keepTake, restoreComp, sayOfTake } from '@backline/core/edits/takes';
import { setSettings } from '@backline/core/edits/settings';
import type { Part } from '@backline/core/song/schema';
import type { CompSpan } from '@backline/core/song/takeSchema';
import { placesOf, reachesOver, takeThrough, type StretchInPlaying } from '@backline/core/takes/places';
import type { BesideHow, SecondLine } from '@backline/core/song/choices';
import type { Stretch } from '@backline/core/timeline/stretches';
import { player, usePlayer } from '../../audio/player';
import { loopRound } from '../../shared/loop';
import { useBand } from '../../state/band';
import { bandWorker } from '../../state/bandWorker';
import { change, refuse, useOpenSong } from '../../state/openSong';
import { goRound } from '../../state/rounds';
import { say } from '../../state/spoken';
import type { Asked } from './asked';
import { traded, turnsOf, type Trade } from './trading';
import {
  USUAL_LENGTH,
  barsIn,
  fittingRange,
  rangeInWords,
  roundOfStretch,
  stretchOf,
  type TakeRange,
} from './range';

export interface TakesSession {
  /** The song that is open, by its id: another one is begun anew. */
  readonly song: string | null;
  readonly range: TakeRange;
  /** The part in hand, and what it played there before: it can be left so. */
  readonly part: string | null;
  readonly before: readonly CompSpan[] | undefined;
  readonly asked: Asked;
  /** The range begins anew at each step, for comparing; else it goes on at the next beat. */
  readonly startsOver: boolean;
  /** A take is being made. */
  readonly making: boolean;
}

const AS_SET: Asked = { player: null, kind: null, settings: {}, wanted: {}, beside: null };

/** What is asked of a part at first: as it is set, in the gaps of whom it is set to go with. */
function askedAtFirst(part: Part | undefined): Asked {
  const { goesWith, goesHow = 'in its gaps' } = part?.settings ?? {};
  return goesWith && goesHow === 'in its gaps'
    ? { ...AS_SET, beside: { part: goesWith, how: goesHow } }
    : AS_SET;
}

const FIRST: TakeRange = { from: 0, bars: USUAL_LENGTH, late: 0, early: 0 };

export const useTakes = create<TakesSession>(() => ({
  song: null,
  range: FIRST,
  part: null,
  before: undefined,
  asked: AS_SET,
  startsOver: false,
  making: false,
}));

const { getState, setState } = useTakes;

const barsNow = (): readonly BandBar[] => useBand.getState().band?.bars ?? [];
const partNow = (): Part | undefined =>
  useOpenSong.getState().song?.parts.find(({ id }) => id === getState().part);

/** Where the range lies, ticks; null while there is no band. */
export const stretchNow = (): Stretch | null => stretchOf(getState().range, barsNow());

const placesIn = (stretch: Stretch | null): StretchInPlaying[] => {
  const { song } = useOpenSong.getState();
  return song && stretch ? placesOf(song, barsNow(), stretch) : [];
};

/** Opens the takes of a part: the range stays where it was for another one, and what that played is remembered anew. */
export function openTakes(part: string, at: number): void {
  const { part: was, song: before, range } = getState();
  const { id: song, song: now } = useOpenSong.getState();
  const bars = barsNow();
  setState({
    song,
    part,
    before: now?.parts.find(({ id }) => id === part)?.comp,
    range: before === song ? range : { ...FIRST, from: fittingRange({ ...FIRST, from: at }, bars).from },
    asked: was === part ? getState().asked : askedAtFirst(now?.parts.find(({ id }) => id === part)),
  });
}

/** Hears the range round and round, from the bar before it. */
export function hearRange(): void {
  const bars = barsNow();
  const stretch = stretchNow();
  const round = stretch && roundOfStretch(bars, stretch);
  const loop = round && loopRound(bars, round);
  if (loop) goRound(loop);
}

/** Takes other bars in hand; what goes round goes round them. How many are wanted is remembered where the song ends earlier. */
export function setRange(change: Partial<TakeRange>): void {
  const wanted = { ...getState().range, ...change };
  const { from, late, early } = fittingRange(wanted, barsNow());
  setState({ range: { ...wanted, from, late, early }, before: partNow()?.comp });
  const { playing, starting } = usePlayer.getState();
  if (playing || starting) hearRange();
}

/** Whether the song that is open now still is, whenever that is asked: what was made for another is not put into this one. */
function stillOpen(): () => boolean {
  const { id } = useOpenSong.getState();
  return () => useOpenSong.getState().id === id;
}

/** A step heard: where the writer compares, the range begins anew. */
function hearStep(): void {
  const { playing, starting } = usePlayer.getState();
  const isUnderWay = playing || starting;
  hearRange();
  const { loop } = usePlayer.getState();
  if (isUnderWay && getState().startsOver && loop) player.seek(loop.start);
}

const MOST_SEED = 2_147_483_647;

/** A seed that no take of the part has. */
const nextSeed = ({ takes = [] }: Pick<Part, 'takes'>, song: number): number =>
  takes.reduce((most, { seed }) => Math.max(most, seed), (song * 1000) % (MOST_SEED - 10_000)) + 1;

/** What a take beside another part is called, and what is said where there can be none. */
const BESIDE_SAYS: Readonly<Record<BesideHow, (part: string) => { name: string; none: string }>> = {
  'in its gaps': (part) => ({
    name: `In the gaps of ${part}`,
    none: `${part} leaves no gap in these bars. Take other bars in hand.`,
  }),
  'around it': (part) => ({
    name: `Around ${part}`,
    none: `${part} plays nothing in these bars. Take other bars in hand.`,
  }),
};

/** Plays the range once more, and hears it: a take of its own, kept beside all others. */
export async function playAgain(): Promise<void> {
  const { song } = useOpenSong.getState();
  const part = partNow();
  const stretch = stretchNow();
  const bars = stretch && barsIn(barsNow(), stretch);
  if (!song || !part || !stretch || !bars?.length || getState().making) return;
  const { player: name, kind, settings, beside } = getState().asked;
  const other = song.parts.find(({ id }) => id === beside?.part);
  const isOpen = stillOpen();
  setState({ making: true });
  // Sound starts with the tap, whatever has to be made first.
  hearStep();
  try {
    const made = await bandWorker.ask((band) =>
      band.take(
        part.id,
        {
          from: bars[0]!.at,
          to: bars[bars.length - 1]!.at + 1,
          seed: nextSeed(part, song.seed),
          stretch,
          ...(name !== null && { player: name }),
          ...(kind !== null && { kind }),
          ...(Object.keys(settings).length && { settings }),
        },
        other ? beside : null,
      ),
    );
    const now = useOpenSong.getState().song?.parts.find(({ id }) => id === part.id);
    if (!now || !isOpen()) return;
    const of = other && beside ? BESIDE_SAYS[beside.how](other.name) : null;
    if (!made) refuse(of?.none ?? `${part.name} has nothing to play there.`);
    else if (change(keepTake(part.id, { id: freeTakeId(now), ...made, ...(of && { name: of.name }) }, true)))
      say(`${takeName(partNow() ?? now, freeTakeId(now))} is heard`);
  } catch (error) {
    refuse(`The take could not be made: ${error instanceof Error ? error.message : String(error)}`);
  } finally {
    setState({ making: false });
  }
}

/** Keeps a take that is there already, and plays it. */
function keep(made: NewTake): void {
  const part = partNow();
  if (part) change(keepTake(part.id, { id: freeTakeId(part), ...made }, true));
}

/** The part rests through the range: a take like any other. */
export function restHere(): void {
  keep(restIn(placesIn(stretchNow())));
  hearStep();
}

/** Keeps what is heard through the range, from whichever takes it comes, as a take of its own. */
export async function keepAsHeard(): Promise<void> {
  const part = partNow();
  const stretch = stretchNow();
  const isOpen = stillOpen();
  if (!part || !stretch) return;
  try {
    const heard = await bandWorker.ask((band) => band.heardAsTake(part.id, stretch, true));
    if (heard && isOpen()) keep(heard);
  } catch (error) {
    refuse(`It could not be kept: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** Another part plays a second line to what is heard through the range. */
export async function addSecondLine(other: string, how: SecondLine): Promise<void> {
  const { song } = useOpenSong.getState();
  const part = partNow();
  const stretch = stretchNow();
  const to = song?.parts.find(({ id }) => id === other);
  const isOpen = stillOpen();
  if (!part || !stretch || !to) return;
  try {
    const made = await bandWorker.ask((band) => band.secondLine(part.id, other, stretch, how));
    if (!isOpen()) return;
    if (!made?.pieces.some(({ notes }) => notes.length)) refuse(`${part.name} plays nothing there.`);
    else if (change(keepTake(other, { id: freeTakeId(to), ...made, name: `${part.name}, ${how}` }, true))) {
      say(`${to.name} plays a ${how}`);
      hearStep();
    }
  } catch (error) {
    refuse(`The second line could not be made: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** Another part goes with this one through the song, note for note, whatever it comes to play. */
export function letGoWith(other: string, how: SecondLine): void {
  const { song } = useOpenSong.getState();
  const part = partNow();
  const to = song?.parts.find(({ id }) => id === other);
  if (!part || !to) return;
  if (change(setSettings(other, null, { goesWith: part.id, goesHow: how, on: true }))) {
    say(`${to.name} plays a ${how} through the song`);
    hearStep();
  }
}

/** Two parts take turns through the range. */
export async function trade(wish: Trade): Promise<void> {
  const { song } = useOpenSong.getState();
  const part = partNow();
  const other = song?.parts.find(({ id }) => id === wish.with);
  const bars = barsNow();
  if (!song || !part || !other || !bars.length || getState().making) return;
  const range = fittingRange(getState().range, bars);
  const turns = turnsOf(range.from, range.bars, wish);
  const { player: name, kind, settings } = wish.asked;
  const isOpen = stillOpen();
  setState({ making: true });
  hearStep();
  try {
    const solos: NewTake[] = [];
    for (const { from, to } of turns.filter(({ isOther }) => isOther)) {
      const seed = nextSeed(other, song.seed) + solos.length;
      const asked = { from, to, seed, settings, ...(name !== null && { player: name }) };
      const made = await bandWorker.ask((band) =>
        band.take(other.id, { ...asked, ...(kind !== null && { kind }) }, null),
      );
      if (made) solos.push(made);
    }
    if (isOpen() && change(traded(song, bars, part, { part: other, isLead: wish.isLead }, turns, solos)))
      say(`${part.name} and ${other.name} trade ${wish.every} bars`);
  } catch (error) {
    refuse(`They could not trade: ${error instanceof Error ? error.message : String(error)}`);
  } finally {
    setState({ making: false });
  }
}

/** What can be stepped through for the range: the part without a take, and every take that fills it. */
export function waysThrough(part: Part, places: readonly StretchInPlaying[]): readonly (string | null)[] {
  return [
    null,
    ...listedTakes(part)
      .filter((take) => reachesOver(take, places))
      .map(({ id }) => id),
  ];
}

/** Plays a take through a stretch of the song; null leaves it to the part itself. */
export function choose(take: string | null, stretch: Stretch | null = stretchNow()): void {
  const part = partNow();
  if (part && stretch) change(chooseTake(part.id, placesIn(stretch), take));
}

/** The one before, or the one behind, of all that can be played through the range; heard while the music goes on. */
export function step(way: 1 | -1): void {
  const part = partNow();
  const places = placesIn(stretchNow());
  if (!part || !places.length) return;
  const ways = waysThrough(part, places);
  const now = takeThrough(part, places);
  const at = now === 'several' ? (way > 0 ? -1 : ways.length) : ways.indexOf(now);
  const next = ways[(at + way + ways.length) % ways.length]!;
  choose(next);
  hearStep();
  say(next === null ? `${part.name} without a take` : takeName(part, next));
}

/** The take that is played through the range; null where none is, or several are. */
export function takeInHand(): string | null {
  const part = partNow();
  const now = part && takeThrough(part, placesIn(stretchNow()));
  return now === undefined || now === 'several' ? null : now;
}

/** Stars the take that is played through the range, or takes its star away. */
export function star(): void {
  const part = partNow();
  const id = takeInHand();
  const take = part?.takes?.find((one) => one.id === id);
  if (part && take) change(sayOfTake(part.id, take.id, { starred: !take.starred }));
}

/** What is heard stays, and the range goes on to the bars behind it. */
export function accept(): void {
  const bars = barsNow();
  const range = fittingRange(getState().range, bars);
  const from = range.from + range.bars;
  if (from >= bars.length) {
    setState({ before: partNow()?.comp });
    say('Accepted. That was the end of the song.');
    return;
  }
  setRange({ from, late: 0, early: 0 });
  say(`Accepted. In hand: ${rangeInWords(getState().range, bars)}`);
}

/** Keeps the first so many bars of what is heard; the rest is as it was, and is in hand with as many bars more. */
export function keepUpTo(count: number): void {
  const { before } = getState();
  const part = partNow();
  const bars = barsNow();
  const stretch = stretchNow();
  const range = fittingRange(getState().range, bars);
  const first = bars[range.from + count];
  if (!part || !stretch || !first || count >= range.bars) return;
  const rest = placesIn({ from: first.start, to: stretch.to });
  change(restoreComp(part.id, before ?? [], rest));
  setRange({ from: range.from + count, late: 0, early: 0 });
  say(`Kept. In hand: ${rangeInWords(getState().range, bars)}`);
}

/** Everything as it was before the range was taken in hand; the takes that were made stay in the list. */
export function leaveAsItWas(): void {
  const part = partNow();
  if (part) change(restoreComp(part.id, getState().before ?? [], placesIn(stretchNow())));
}
