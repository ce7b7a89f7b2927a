import { memo, useMemo } from 'react';
import Svg, { Path } from 'react-native-svg';
import type { BandChord } from '@backline/core/band/index';
import type { KeptTakeNote } from '@backline/core/song/takeSchema';
import type { Stretch } from '@backline/core/timeline/stretches';
import { needsEdge, partInk } from '../../theme/tokens';
import { usePalette } from '../../theme/usePalette';
import { lanesOf, strokesOf, type Span } from './lanes';

export interface TakePictureProps {
  readonly kind: string;
  readonly chords: readonly BandChord[];
  readonly notes: readonly KeptTakeNote[];
  readonly stretch: Stretch;
  /** The lowest and highest pitch in sight: one for all takes, so that they can be compared. */
  readonly pitches: Span;
  readonly width: number;
  readonly height: number;
}

/** A take as a line of music: its notes over the tones of the chords, which bend where those change. */
export const TakePicture = memo(function TakePicture(props: TakePictureProps) {
  const { kind, chords, notes, stretch, pitches, width, height } = props;
  const palette = usePalette();
  const frame = useMemo(() => ({ stretch, pitches, width, height }), [stretch, pitches, width, height]);
  const lanes = useMemo(() => lanesOf(chords, frame), [chords, frame]);
  const strokes = useMemo(() => strokesOf(notes, frame), [notes, frame]);
  if (width <= 0) return null;
  const ink = partInk(kind, palette);
  return (
    <Svg width={width} height={height} aria-hidden>
      <Path d={lanes.tones} stroke={palette.line} strokeWidth={1} fill="none" />
      <Path d={lanes.roots} stroke={palette.quiet} strokeWidth={1} fill="none" opacity={0.7} />
      {strokes.map(({ path, weight }) => (
        <Path
          key={weight}
          d={path}
          stroke={needsEdge(kind, palette) ? palette.ink : ink}
          strokeWidth={needsEdge(kind, palette) ? weight + 1.6 : weight}
          strokeLinecap="round"
        />
      ))}
      {needsEdge(kind, palette)
        ? strokes.map(({ path, weight }) => (
            <Path key={weight} d={path} stroke={ink} strokeWidth={weight} strokeLinecap="round" />
          ))
        : null}
    </Svg>
  );
});
