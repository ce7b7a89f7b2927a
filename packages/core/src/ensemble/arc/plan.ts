/**
 * How a playing is told for its place in the form: who plays, how full, how strong. Common practice: a song begins
 * with few, each chorus has a colour more than the one before, a bridge is told otherwise, and the last chorus has all.
 */
import { hash, noise } from '../../random/stream';
import { isInFront, soundsChords, type KindFacts, type Role } from '../../style/kind';
import { kindsOfBand } from '../../style/bandKinds';
import type { Style } from '../../style/schema';
import type { ArcPlan } from '../../timeline/agreement';
import type { Velocity } from '../../units/units';
import type { FormPlace } from './formPlace';

/** A part of a song as the arc sees it; its kind null where it does not play at all. */
export interface ArcPart {
  readonly id: string;
  readonly kind: KindFacts | null;
  /** True where the writer lets it go with another part: it comes and goes with that. */
  readonly goesWith: boolean;
}

/** Who plays in a song. */
interface ArcBand {
  readonly kinds: readonly (KindFacts | null)[];
  /** Places of the parts in the order of the style's band, wherever the writer has put them: who comes in when is no matter of that. */
  readonly inOrder: readonly number[];
  readonly style: Style;
  readonly seed: number;
}

/** Who is there from the first verse on, and the others in the order in which they come in; places among the parts. */
interface Entrances {
  readonly core: ReadonlySet<number>;
  readonly colours: readonly number[];
}

/** Who comes in before whom, where the style says nothing: who plays the chords as well, then who colours them. */
const COMES_IN: readonly Role[] = ['comp', 'percussion', 'ground', 'figure', 'pad'];

const rolesIn = ({ kinds, inOrder }: ArcBand, ...roles: readonly Role[]): number[] =>
  inOrder.filter((i) => kinds[i] && roles.includes(kinds[i].role));

/** Places of parts in the order of a style's band; those of one kind, and those it has not, by their ids. */
function orderIn(style: Style, parts: readonly ArcPart[]): number[] {
  const band = kindsOfBand(style);
  const rank = ({ kind }: ArcPart): number => {
    const at = kind ? band.indexOf(kind.id) : -1;
    return at < 0 ? band.length : at;
  };
  return parts
    .map((part, i) => ({ part, i }))
    .sort((a, b) => rank(a.part) - rank(b.part) || (a.part.id < b.part.id ? -1 : 1))
    .map(({ i }) => i);
}

/** The part that plays the chords from the start: who opens the song, else the first that can. */
function mainOf(band: ArcBand): number | undefined {
  const comps = rolesIn(band, 'comp');
  const opens = band.style.intro?.kinds ?? [];
  return (
    comps.find((i) => opens.includes(band.kinds[i]!.id)) ?? comps[0] ?? rolesIn(band, 'pad', 'figure')[0]
  );
}

function entrancesOf(band: ArcBand): Entrances {
  const { kinds, style } = band;
  const { core = [], order = [] } = style.arc ?? {};
  const main = mainOf(band);
  const there = band.inOrder.filter((i) => kinds[i] && !isInFront(kinds[i]));
  // A band of which none is named is another one than the style has.
  const isNamed = there.some((i) => core.includes(kinds[i]!.id));
  const isCore = (i: number): boolean => {
    const { id, role } = kinds[i]!;
    return isNamed ? core.includes(id) : i === main || role === 'bass' || role === 'beat';
  };
  const comesIn = (i: number): number => {
    const { id, role } = kinds[i]!;
    const said = order.indexOf(id);
    return said >= 0 ? said : order.length + COMES_IN.indexOf(role);
  };
  return {
    core: new Set(there.filter(isCore)),
    colours: there.filter((i) => !isCore(i)).sort((a, b) => comesIn(a) - comesIn(b)),
  };
}

/** Colours of a chorus: its share of them, all of them in the last. */
const coloursOfChorus = (nth: number, of: number, colours: number): number =>
  Math.floor((colours * (nth + 1)) / of);

/** How many colours are in: each verse has one more than the one before, and none that its chorus has not had. */
function coloursIn(place: FormPlace, colours: number): number {
  const { type, nth, of, choruses, chorusesBefore, progress } = place;
  if (progress === 1) return colours;
  const sofar = chorusesBefore ? coloursOfChorus(chorusesBefore - 1, choruses, colours) : 0;
  switch (type) {
    case 'chorus':
      return coloursOfChorus(nth, of, colours);
    case 'verse':
    case 'pre-chorus':
      return choruses ? Math.min(nth, sofar) : Math.floor(colours * progress);
    case 'intro':
      return 0;
    case 'break':
      return Math.min(1, colours);
    case 'bridge':
    case 'solo':
    case 'ending':
      return choruses ? sofar : Math.floor(colours * progress);
    case null:
      return Math.floor(colours * progress);
  }
}

/** Those who begin: as the style has it, two of them at least, and no more than three. */
function introOf(band: ArcBand, { core }: Entrances): ReadonlySet<number> {
  const { kinds, style } = band;
  const opening = new Set(
    band.inOrder.filter((i) => kinds[i] && style.intro?.kinds.includes(kinds[i].id)).slice(0, 3),
  );
  for (const i of [...rolesIn(band, 'comp'), ...rolesIn(band, 'bass'), ...core]) {
    if (opening.size >= 2) break;
    if (core.has(i)) opening.add(i);
  }
  return opening;
}

/** How a bridge is told otherwise: the beat at half its pace, or somebody lays out. */
type BridgeTelling = 'half time' | 'lays out';

function bridgeOf({ style, seed }: ArcBand, place: FormPlace): BridgeTelling {
  const ways = style.arc?.bridge ?? ['lays out'];
  return ways[Math.floor(noise(hash(`${seed}/arc`), place.nth, 7) * ways.length)]!;
}

/**
 * A bridge in which who plays the chords lays out: others have them already, or the next to come in takes them over.
 * Where nobody else can, the beat rests.
 */
function withoutMain(
  band: ArcBand,
  { colours }: Entrances,
  playing: ReadonlySet<number>,
): ReadonlySet<number> {
  const main = mainOf(band);
  const hasChords = (i: number): boolean => i !== main && soundsChords(band.kinds[i]!);
  const other = [...playing].find(hasChords) ?? colours.find(hasChords);
  const rests = other === undefined ? rolesIn(band, 'beat') : [main];
  return new Set([...playing, ...(other === undefined ? [] : [other])].filter((i) => !rests.includes(i)));
}

/** Whether a part in front plays: a tune is stated, left and returns; a lead has its solo, and waits for it. */
function frontPlays(role: Role, place: FormPlace, band: ArcBand): boolean {
  const { type, nth, hasSolo } = place;
  const [hasLead, hasTune] = [rolesIn(band, 'lead').length > 0, rolesIn(band, 'tune').length > 0];
  if (type === 'intro' || type === 'break') return false;
  if (role === 'tune') {
    if (type === 'solo') return !hasLead;
    return type !== 'bridge' || hasSolo;
  }
  if (type === 'solo') return true;
  // Beside a tune it answers nobody: it has the solo, or the bridge where there is none.
  if (hasTune) return type === 'bridge' && !hasSolo;
  if (type === 'bridge') return !hasSolo;
  return !((type === 'verse' || type === null) && nth === 0);
}

/**
 * Levels of density: the first of several choruses is left room above, a lead only answers until it has its solo.
 * @param colours how many play.
 */
function densityOf(role: Role, { type, nth, of, progress }: FormPlace, colours: number): number {
  // A later verse that has no more colours is fuller in what plays its chords and its beat.
  if (['comp', 'beat', 'percussion'].includes(role) && type === 'verse' && colours < nth) return 1;
  if (role === 'lead' && type === 'solo') return 1;
  if (role === 'lead' && progress < 1 && (type === 'verse' || (type === 'chorus' && nth < of - 1))) return -1;
  return type === 'chorus' && of > 1 && nth === 0 && role !== 'bass' && role !== 'beat' ? -1 : 0;
}

/** How far choruses rise from the first to the last, velocity, and verses from one to the next. */
const CHORUSES = { from: -4, to: 10 };
const VERSE = 2;
const MOST_OF_VERSES = 6;
const SOLO = 8;
const BRIDGE = -2;
const LAST = 2;

function strengthOf({ type, nth, of, progress }: FormPlace): Velocity {
  const last = progress === 1 ? LAST : 0;
  switch (type) {
    case 'chorus':
      return of > 1 ? Math.round(CHORUSES.from + ((CHORUSES.to - CHORUSES.from) * nth) / (of - 1)) : 0;
    case 'verse':
      return Math.min(MOST_OF_VERSES, VERSE * nth) + last;
    case 'solo':
      return SOLO;
    case 'bridge':
      return BRIDGE;
    case null:
      return Math.round(MOST_OF_VERSES * progress) + last;
    default:
      return last;
  }
}

/** The fewest who make music. */
const FEWEST = 2;

/** Who plays in a playing inside the song, before a bridge is told otherwise. */
function playersInside(place: FormPlace, band: ArcBand, layers: Entrances): ReadonlySet<number> {
  const all = band.inOrder.filter((i) => band.kinds[i]);
  const colours = layers.colours.slice(0, coloursIn(place, layers.colours.length));
  const front = all.filter((i) => {
    const kind = band.kinds[i]!;
    return isInFront(kind) && frontPlays(kind.role, place, band);
  });
  const resting = new Set<number>([
    ...(place.type === 'break' ? rolesIn(band, 'beat', 'percussion') : []),
    ...(place.type === 'solo' ? rolesIn(band, 'figure').filter((i) => !layers.core.has(i)) : []),
  ]);
  const playing = [...layers.core, ...colours, ...front].filter((i) => !resting.has(i));
  // A song does not begin with all there is.
  const waits = all.find((i) => band.kinds[i]!.role === 'lead') ?? layers.colours.at(-1);
  const isAll = place.progress === 0 && playing.length === all.length && all.length > FEWEST;
  return new Set(isAll ? playing.filter((i) => i !== waits) : playing);
}

/** Who plays in a playing, by their places among the parts. */
function playersIn(place: FormPlace, band: ArcBand, layers: Entrances): ReadonlySet<number> {
  const all = new Set(band.inOrder.filter((i) => band.kinds[i]));
  // Everyone at the end, and everyone of a style that has it so, but for those who leave the solo to its lead.
  if (place.progress === 1 || (band.style.arc?.all && place.type !== 'solo')) return all;
  if (place.type === 'intro') return atLeast(introOf(band, layers), all);
  const playing = playersInside(place, band, layers);
  const laysOut = place.type === 'bridge' && bridgeOf(band, place) === 'lays out';
  return atLeast(laysOut ? withoutMain(band, layers, playing) : playing, all);
}

/** Those who play, where they are enough to make music; else all. */
const atLeast = (playing: ReadonlySet<number>, all: ReadonlySet<number>): ReadonlySet<number> =>
  playing.size >= FEWEST ? playing : all;

/** The arc of a playing. The same place in the form, the same band, style and seed have the same. */
export function arcPlan(place: FormPlace, parts: readonly ArcPart[], style: Style, seed: number): ArcPlan {
  const kinds = parts.map(({ kind }) => kind);
  const band: ArcBand = { kinds, inOrder: orderIn(style, parts), style, seed };
  const layers = entrancesOf(band);
  const playing = playersIn(place, band, layers);
  const colours = coloursIn(place, layers.colours.length);
  const half = place.type === 'bridge' && bridgeOf(band, place) === 'half time';
  return {
    parts: kinds.map((kind, i) => ({
      rests: kind !== null && !parts[i]!.goesWith && !playing.has(i),
      density: kind ? densityOf(kind.role, place, colours) : 0,
      halfTime: half && kind?.role === 'beat',
    })),
    strength: strengthOf(place),
    breath: place.leadsIntoLastChorus && style.arc?.breath !== false,
    draw: noise(hash(`${seed}/transition/${place.kind}`), place.nth, 3),
  };
}
