import { memo } from 'react';
import Svg, { Circle, Path } from 'react-native-svg';
import { usePalette } from '../../theme/usePalette';
import type { Line } from './layout';

export interface VoiceLeadingPictureProps {
  readonly line: Line;
  readonly width: number;
  readonly height: number;
  /** Guide voicing of every chord of the section. */
  readonly voicings: readonly (readonly number[])[];
  /** Lowest and highest pitch of the section's voicings: all lines share one scale. */
  readonly range: readonly [number, number];
}

const TURN = 22;
const MARGIN = 5;

/** Which tone of the next voicing a voice goes to: its own number, or the nearest where counts differ. */
function partner(from: readonly number[], to: readonly number[], voice: number): number {
  if (from.length === to.length) return to[voice]!;
  const pitch = from[voice]!;
  return to.reduce((a, b) => (Math.abs(b - pitch) < Math.abs(a - pitch) ? b : a));
}

/** Thin threads, one a voice, through the actual pitches from chord to chord; where a voice moves, it shows. */
export function VoiceLeadingPicture({ line, width, height, voicings, range }: VoiceLeadingPictureProps) {
  const [low, high] = range;
  const y = (pitch: number): number =>
    height - MARGIN - ((pitch - low) / Math.max(1, high - low)) * (height - 2 * MARGIN);
  const held: string[] = [];
  const moving: string[] = [];
  const knots: string[] = [];
  line.fragments.forEach((fragment, f) => {
    const own = voicings[fragment.index] ?? [];
    const following = line.fragments[f + 1];
    const next = following ? (voicings[following.index] ?? []) : [];
    own.forEach((pitch, voice) => {
      const turn = Math.min(TURN, (fragment.right - fragment.left) * 0.4);
      const straight = fragment.right - (next.length ? turn : 3);
      const level = y(pitch);
      held.push(`M${fragment.left + (f === 0 ? 2 : 0)},${level}H${straight}`);
      if (next.length) {
        const target = y(partner(own, next, voice));
        const middle = fragment.right - turn / 2;
        const way = target === level ? held : moving;
        way.push(`M${straight},${level}C${middle},${level} ${middle},${target} ${fragment.right},${target}`);
      }
      if (fragment.chord.voicing && fragment.begins) knots.push(`${fragment.left + 9},${y(pitch)}`);
    });
  });
  return (
    <Threads held={held.join('')} moving={moving.join('')} knots={knots.join(' ')} {...{ width, height }} />
  );
}

interface ThreadsProps extends Pick<VoiceLeadingPictureProps, 'width' | 'height'> {
  /** Outlines of the voices that stay, and of those that move. */
  readonly held: string;
  readonly moving: string;
  /** Where tones were set by hand, "x,y" each. */
  readonly knots: string;
}

/** The threads as they are drawn: of a section that is worked out anew most lines stay as they were. */
const Threads = memo(function Threads({ held, moving, knots, width, height }: ThreadsProps) {
  const palette = usePalette();
  return (
    <Svg width={width} height={height} aria-hidden>
      <Path d={held} stroke={palette.quiet} strokeWidth={1} fill="none" />
      <Path d={moving} stroke={palette.action} strokeWidth={2} strokeLinecap="round" fill="none" />
      {knots
        .split(' ')
        .filter(Boolean)
        .map((knot) => {
          const [cx, cy] = knot.split(',');
          return <Circle key={knot} cx={cx} cy={cy} r={3} fill={palette.action} />;
        })}
    </Svg>
  );
});
