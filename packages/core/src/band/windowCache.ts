/** Remembers the notes of regions window by window, so that an edit computes again only what it changed. */
import equal from 'fast-deep-equal';
import type { Kind } from '../parts/kind';
import { lastUsed } from '../memo/lastUsed';
import { lastVoiced, voicingsOf, type SpanVoicing } from '../parts/voicings';
import { soundsChords } from '../style/kind';
import type { Next, Region, VoicedChord } from '../timeline/region';
import type { SettingsSpan } from '../timeline/settings';
import { cutOf, windowOf, type Cut, type WindowSpan } from '../timeline/windows';
import { playRegion, type RegionEvents } from './playRegion';
import { settingsText, termsText, windowText } from './windowText';

/** What is made of a window: how its chords are voiced, what is played, and the last chord as it was voiced, from which the next goes on. */
export interface PlayedWindow extends RegionEvents {
  readonly voicings: readonly SpanVoicing[];
  readonly last: VoicedChord | null;
}

/** Remembers what was made of regions, window by window. */
export interface RegionMemory {
  /**
   * A region's notes, window by window.
   * @param before the last chord of the playing before it as it was voiced; null where its voices begin anew.
   */
  made(kind: Kind, region: Region, before: VoicedChord | null): readonly PlayedWindow[];
  /** Windows computed since the memory was made. */
  readonly computed: number;
}

/** A region as it was asked for last, with what each of its windows went on from. */
interface RememberedRegion {
  readonly kind: Kind;
  readonly region: Region;
  readonly cut: Cut;
  /** By window the chord before it as it was voiced; behind the last window the last chord of all. */
  readonly from: readonly (VoicedChord | null)[];
  readonly made: readonly PlayedWindow[];
}

const sameStretch = (a: SettingsSpan, b: SettingsSpan): boolean =>
  a.start === b.start &&
  a.end === b.end &&
  a.hit === b.hit &&
  a.pattern === b.pattern &&
  (a.settings === b.settings || settingsText(a.settings) === settingsText(b.settings));

const sameNext = (a: Next | null, b: Next | null): boolean =>
  a === b ||
  (a?.chord === b?.chord &&
    a?.key === b?.key &&
    a?.anticipation === b?.anticipation &&
    a?.newSection === b?.newSection &&
    a?.leadIn === b?.leadIn);

/** Whether two regions of one seed are alike in all that every window of them depends on. */
const sameFrame = (a: Region, b: Region): boolean =>
  a.bars === b.bars &&
  a.gaps === b.gaps &&
  a.sectionSeed === b.sectionSeed &&
  a.length === b.length &&
  a.first === b.first &&
  a.entersNew === b.entersNew &&
  a.again === b.again &&
  a.ending === b.ending &&
  a.registerRange.join() === b.registerRange.join() &&
  sameNext(a.next, b.next) &&
  a.settingsSpans.length === b.settingsSpans.length &&
  a.settingsSpans.every((stretch, i) => sameStretch(stretch, b.settingsSpans[i]!));

/** Whether two pieces of the same bars are alike to who hears chords, or hears none. */
const samePiece = (a: WindowSpan | undefined, b: WindowSpan | undefined, deaf: boolean): boolean =>
  a === b || (deaf && a?.firstBar === b?.firstBar && a?.end === b?.end);

/** Whether what follows is alike to a part: who leans on no chord of it hears only when it is felt. */
const sameFollowing = (
  a: WindowSpan | undefined,
  b: WindowSpan | undefined,
  { hearsNoChords, dependsOnNextChord }: Cut,
): boolean =>
  samePiece(a, b, hearsNoChords) ||
  (!dependsOnNextChord && !!a && !!b && (a.spans[0]?.anticipation ?? 0) === (b.spans[0]?.anticipation ?? 0));

/**
 * Whether a window of a region is what it was, told without making it. It may miss that they are alike, never
 * that they differ.
 */
function stayed(
  { cut: was, from }: RememberedRegion,
  now: Cut,
  index: number,
  before: VoicedChord | null,
): boolean {
  if (!equal(from[index]!, before)) return false;
  // The last one of those who hear no chords still hears that on which it ends.
  const isLast = index === now.windows.length - 1;
  return (
    isLast === (index === was.windows.length - 1) &&
    samePiece(was.windows[index], now.windows[index], now.hearsNoChords && !isLast) &&
    sameFollowing(was.windows[index + 1], now.windows[index + 1], now) &&
    (was.terms[index] === now.terms[index] || termsText(was.terms[index]!) === termsText(now.terms[index]!))
  );
}

const NO_VOICINGS: readonly SpanVoicing[] = [];

function make(kind: Kind, region: Region): PlayedWindow {
  if (!soundsChords(kind))
    return { ...playRegion(kind, region, NO_VOICINGS), voicings: NO_VOICINGS, last: null };
  const voicings = voicingsOf(region);
  return { ...playRegion(kind, region, voicings), voicings, last: lastVoiced(region, voicings) };
}

/** The first and the last index at which two lists differ; none where they are alike, all where one is longer. */
function differing(a: readonly unknown[], b: readonly unknown[]): readonly [first: number, last: number] {
  if (a.length !== b.length) return [0, b.length - 1];
  let first = 0;
  let last = b.length - 1;
  while (first <= last && a[first] === b[first]) first++;
  while (last >= first && a[last] === b[last]) last--;
  return [first, last];
}

/**
 * A region's windows in order, each going on from where the one before ended.
 * @param was the same region as it was asked for last: windows before a change and behind it are not looked at.
 */
function inTurn(
  region: Region,
  cut: Cut,
  lead: VoicedChord | null,
  was: RememberedRegion | null,
  madeOf: (window: Region) => PlayedWindow,
): Pick<RememberedRegion, 'from' | 'made'> {
  const same = was && was.cut.terms === cut.terms && equal(was.from[0]!, lead) ? was : null;
  const [first, last] = same ? differing(same.cut.windows, cut.windows) : [0, cut.windows.length];
  // The one before a change hears it.
  const head = Math.max(0, first - 1);
  const made = same ? same.made.slice(0, head) : [];
  const from = same ? same.from.slice(0, head + 1) : [lead];
  for (let i = head; i < cut.windows.length; i++) {
    const before = from[i]!;
    if (same && i > last && equal(same.from[i]!, before)) {
      return { made: made.concat(same.made.slice(i)), from: from.concat(same.from.slice(i + 1)) };
    }
    const stays = was && stayed(was, cut, i, before) ? was : null;
    const one = stays?.made[i] ?? madeOf({ ...windowOf(region, cut, i), before });
    made.push(one);
    from.push(stays ? stays.from[i + 1]! : one.last);
  }
  return { made, from };
}

/** @param size windows that are kept at most, those used last: those of the longest songs, some 15 kB each. */
export function regionMemory(size = 6_000): RegionMemory {
  const known = lastUsed<PlayedWindow>(size / 2);
  /** What was made of a region: one that is asked for again is the same. */
  const whole = new WeakMap<Region, RememberedRegion>();
  /** What was asked for last, by seed: most of it stays through an edit. */
  const latest = new Map<string, RememberedRegion>();
  let computed = 0;
  function remembered(kind: Kind, window: Region): PlayedWindow {
    const key = windowText(kind, window);
    let made = known.get(key);
    if (!made) {
      known.set(key, (made = make(kind, window)));
      computed++;
    }
    return made;
  }
  return {
    made(kind, region, lead) {
      const asked = whole.get(region);
      if (asked?.kind === kind && equal(asked.from[0]!, lead)) return asked.made;
      const cut = cutOf(region);
      const last = latest.get(region.seed);
      const before = last?.kind === kind && sameFrame(last.region, region) ? last : null;
      const now = inTurn(region, cut, lead, before, (window) => remembered(kind, window));
      const all = { kind, region, cut, ...now };
      if (latest.size > size) latest.clear();
      latest.set(region.seed, all);
      whole.set(region, all);
      return now.made;
    },
    get computed() {
      return computed;
    },
  };
}

/** Remembers nothing. */
export const forgetful: RegionMemory = {
  made(kind, region, lead) {
    return inTurn(region, cutOf(region), lead, null, (window) => make(kind, window)).made;
  },
  computed: 0,
};
