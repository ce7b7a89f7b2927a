/** The stage before a part plays: how it voices each chord of a region, as its settings ask and its voices go. */
import { lastUsed } from '../memo/lastUsed';
import type { Chord } from '../theory/chord';
import type { ChordSpan } from '../timeline/chordSpans';
import type { Region, VoicedChord } from '../timeline/region';
import { settingsAt } from '../timeline/settings';
import { voice, type ToVoice } from '../voicing/auto';
import { guitarPath, type ToFinger } from '../voicing/guitar/path';
import type { Frets } from '../voicing/guitar/shapes';

/** How a span is voiced: its pitches, MIDI numbers, ascending, and on a guitar its frets where they are known. */
export interface SpanVoicing {
  readonly pitches: readonly number[];
  readonly frets: Frets | null;
}

const SILENT: SpanVoicing = { pitches: [], frets: null };

type SoundingSpan = ChordSpan & { readonly chord: Chord };

const sounds = (span: ChordSpan): span is SoundingSpan => span.chord !== null;

/**
 * The voicing of each span of a region; silent where there is no chord. What was voiced before the region is a fixed
 * first step of the path. The same asked again, by band or screen, is not worked out twice.
 */
export function voicingsOf(region: Region): readonly SpanVoicing[] {
  const sounding = region.spans.filter(sounds);
  const voiced = region.kind.chordLayout === 'shapes' ? onNeck(region, sounding) : inVoices(region, sounding);
  let at = 0;
  return region.spans.map((span) => (sounds(span) ? voiced[at++]! : SILENT));
}

/** The last chord of a region as it was voiced, for the one that goes on from it. Null where none sounds. */
export function lastVoiced({ spans, before }: Region, voicings: readonly SpanVoicing[]): VoicedChord | null {
  const last = spans.findLastIndex(sounds);
  return last < 0 ? before : { chord: spans[last]!.chord!, ...voicings[last]! };
}

/** Runs of chords that are remembered, those used last: some hundred bytes each. */
const REMEMBERED = 4_000;

/** A path through the same chords with the same aims is the same. */
function remembered<T extends ToVoice | ToFinger>(path: (asked: readonly T[]) => readonly SpanVoicing[]) {
  const known = lastUsed<readonly SpanVoicing[]>(REMEMBERED);
  return (asked: readonly T[]): readonly SpanVoicing[] => {
    const text = JSON.stringify(asked, (name, value: unknown) =>
      name === 'chord' ? (value as Chord).symbol : value,
    );
    let voiced = known.get(text);
    if (!voiced) known.set(text, (voiced = path(asked)));
    return voiced;
  };
}

const shapes = remembered<ToFinger>((asked) =>
  guitarPath(asked).map(({ pitches, frets }) => ({ pitches, frets: frets.length ? frets : null })),
);
const voices = remembered<ToVoice>((asked) => voice(asked).map((pitches) => ({ pitches, frets: null })));

function onNeck({ settingsSpans, before }: Region, spans: readonly SoundingSpan[]): readonly SpanVoicing[] {
  const asked = spans.map(({ start, chord, voicing, frets, bassPlays }) => {
    const { register, voices, neck, tuning, capo, voicingType } = settingsAt(settingsSpans, start);
    const aim = { register, strings: Math.min(6, voices), neck, tuning, capo, voicingType, bassPlays };
    return { chord, aim, fixed: voicing, frets };
  });
  const [first] = asked;
  const led = before && first ? [{ ...before, aim: first.aim, fixed: before.pitches }, ...asked] : asked;
  return shapes(led).slice(led.length - asked.length);
}

function inVoices(
  { kind, settingsSpans, before, registerRange }: Region,
  spans: readonly SoundingSpan[],
): readonly SpanVoicing[] {
  const [low, high] = registerRange;
  const agreed = high < kind.range[1];
  const asked = spans.map(({ start, chord, voicing, bassPlays }) => {
    const { voices, spread, voicingType, register: wanted } = settingsAt(settingsSpans, start);
    // What does not fit under the ceiling begins lower.
    const register = Math.max(low, Math.min(wanted, high - Math.round((voices - 1) * spread)));
    const aim = { register, voices, spread, low, high, bassPlays, voicingType, strict: kind.strict, agreed };
    return { chord, aim, fixed: voicing };
  });
  const [first] = asked;
  const led =
    before && first ? [{ chord: before.chord, aim: first.aim, fixed: before.pitches }, ...asked] : asked;
  return voices(led).slice(led.length - asked.length);
}
