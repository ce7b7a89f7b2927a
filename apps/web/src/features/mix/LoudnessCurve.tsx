import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { tempoMap } from '@backline/core/time/tempo';
import { tempoPoints } from '@backline/core/time/tempos';
import { SongCurve } from '../../components/curves';
import { useBand } from '../../state/band';
import type { Measured } from '../../workers/audioFiles';
import { loudnessText } from '../part/decibels';
import { occurrencesOf } from '../../shared/occurrences';

/** LUFS at the bottom and the top of the picture. */
const [LOWEST, HIGHEST] = [-36, -8];
/** The first value is that of the first three seconds: it belongs to their middle (EBU R 128, short-term). */
const FIRST = 1.5;
const HEIGHT = 132;

const axisText = (lufs: number): string => String(Math.round(lufs));
const timeText = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

export interface LoudnessCurveProps {
  readonly measured: Measured;
  /** LUFS. */
  readonly target: number;
  /** False where the song has been changed since: nobody knows where its sections were. */
  readonly isOfNow: boolean;
}

/** Loudness over the song, three seconds at a time, against what is aimed at. */
export function LoudnessCurve({ measured, target, isOfNow }: LoudnessCurveProps) {
  const [width, setWidth] = useState(0);
  const bars = useBand((s) => s.band?.bars);
  const points = useMemo(
    () => measured.course.map((lufs, i) => ({ at: i + FIRST, value: Number.isFinite(lufs) ? lufs : null })),
    [measured],
  );
  const spans = useMemo(() => {
    if (!isOfNow) return [{ id: 'song', name: 'The song', from: 0, until: Infinity }];
    const map = tempoMap(tempoPoints(bars ?? []));
    return occurrencesOf(bars ?? []).map(({ occurrenceKey, name, bars: own }) => {
      const last = own[own.length - 1]!;
      const until = map.secondsAt(last.start + last.length);
      return { id: occurrenceKey, name, from: map.secondsAt(own[0]!.start), until };
    });
  }, [bars, isOfNow]);
  return (
    <View onLayout={({ nativeEvent }) => setWidth(Math.floor(nativeEvent.layout.width))}>
      {width > 0 ? (
        <SongCurve
          label="Loudness over the song"
          facts="in LUFS; touch the curve for a value"
          points={points}
          spans={spans}
          low={LOWEST}
          high={HIGHEST}
          text={loudnessText}
          axisText={axisText}
          placeText={timeText}
          aimedAt={target}
          width={width}
          height={HEIGHT}
        />
      ) : null}
    </View>
  );
}
