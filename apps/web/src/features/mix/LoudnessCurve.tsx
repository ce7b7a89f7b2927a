import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { tempoMap } from '@backline/core/time/tempo';
import { tempoPoints } from '@backline/core/time/tempos';
import { later } from '../../components/later';
import { useBand } from '../../state/band';
import type { Measured } from '../../workers/audioFiles';
import { loudnessText } from '../part/decibels';
import { occurrencesOf } from '../../shared/occurrences';

const SongCurve = later(() => import('../../components/curves/charts').then((m) => m.SongCurve));

/** LUFS at the bottom and the top of the picture. */
const [LOWEST, HIGHEST] = [-36, -8];
/** The first value is that of the first three seconds: it belongs to their middle (EBU R 128, short-term). */
const FIRST = 1.5;
const HEIGHT = 132;

const timeText = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

export interface LoudnessCurveProps {
  readonly measured: Measured;
  /** LUFS. */
  readonly target: number;
}

/** Loudness over the song, three seconds at a time, against what is aimed at. */
export function LoudnessCurve({ measured, target }: LoudnessCurveProps) {
  const [width, setWidth] = useState(0);
  const bars = useBand((s) => s.band?.bars);
  const points = useMemo(
    () => measured.course.map((lufs, i) => ({ at: i + FIRST, value: Number.isFinite(lufs) ? lufs : null })),
    [measured],
  );
  const spans = useMemo(() => {
    const map = tempoMap(tempoPoints(bars ?? []));
    return occurrencesOf(bars ?? []).map(({ occurrenceKey, name, bars: own }) => {
      const last = own[own.length - 1]!;
      const until = map.secondsAt(last.start + last.length);
      return { id: occurrenceKey, name, from: map.secondsAt(own[0]!.start), until };
    });
  }, [bars]);
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
          axisText={(lufs) => String(Math.round(lufs))}
          placeText={timeText}
          aimedAt={{ value: target, label: 'aimed at' }}
          width={width}
          height={HEIGHT}
        />
      ) : null}
    </View>
  );
}
