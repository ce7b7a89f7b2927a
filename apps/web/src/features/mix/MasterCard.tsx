import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { setMaster } from '@backline/core/edits/song';
import { USUAL_MASTER } from '@backline/core/song/create';
import type { Song } from '@backline/core/song/schema';
import { OUT } from '../../audio/meters';
import { Button } from '../../components/Button';
import { Fold } from '../../components/Fold';
import { Range } from '../../components/Range';
import { setLoudness, useMeasuring } from '../../state/measuring';
import { change } from '../../state/openSong';
import { FONT, SIZE } from '../../theme/tokens';
import { usePalette } from '../../theme/usePalette';
import { decibelText, loudnessText } from '../part/decibels';
import { hearMaster } from '../part/hearing';
import { LoudnessCurve } from './LoudnessCurve';
import { MeterBar } from './MeterBar';
import { ToneRanges } from './ToneRanges';
import { Words } from '../../components/Words';

/** How loud the song is, as it was measured last. */
function MeasuredFacts({ song, target }: { song: Song; target: number }) {
  const { measured, of } = useMeasuring();
  if (!measured || !Number.isFinite(measured.loudness)) {
    return (
      <Words size="words" tone="quiet">
        Not measured yet. Aimed at: {loudnessText(target)}.
      </Words>
    );
  }
  return (
    <>
      <Words size="words">
        {loudnessText(measured.loudness)}, highest peak {decibelText(Math.round(10 * measured.truePeak) / 10)}
        {of === song ? '' : ' (before your last changes)'}. Aimed at: {loudnessText(target)}.
      </Words>
      <LoudnessCurve measured={measured} target={target} isOfNow={of === song} />
    </>
  );
}

/** The sum of all parts: how loud it is, and what is done to it. */
export function MasterCard({ song }: { song: Song }) {
  const palette = usePalette();
  const [open, setOpen] = useState(false);
  const isMeasuring = useMeasuring((s) => s.done !== null);
  const master = { ...USUAL_MASTER, ...song.master };
  return (
    <View
      role="group"
      aria-label="The whole band"
      style={[styles.card, { backgroundColor: palette.raised, borderColor: palette.line }]}
    >
      <Words role="heading" aria-level={3} style={styles.name}>
        The whole band
      </Words>
      <MeterBar id={OUT} label="the whole band" ink={palette.ink} />
      <MeasuredFacts song={song} target={master.target} />
      <Fold
        title="Loudness and tone of the whole"
        facts={`gain ${decibelText(master.gain)}, glue ${master.glue} %`}
        open={open}
        onTurn={() => setOpen(!open)}
      >
        <Range
          label="Loudness aimed at"
          value={master.target}
          low={-24}
          high={-9}
          text={loudnessText}
          onChange={(target) => change(setMaster({ target }))}
        />
        <Button
          mode="outlined"
          icon="arrow-expand-vertical"
          disabled={isMeasuring}
          onPress={() => void setLoudness(song)}
          style={styles.button}
        >
          Bring the song to it
        </Button>
        <Range
          label="Gain"
          value={master.gain}
          low={-24}
          high={24}
          step={0.5}
          text={decibelText}
          onMove={(gain) => hearMaster(song, { gain })}
          onChange={(gain) => change(setMaster({ gain }))}
        />
        <Range
          label="Glue"
          value={master.glue}
          low={0}
          high={100}
          text={(value) => `${value} %`}
          onMove={(glue) => hearMaster(song, { glue })}
          onChange={(glue) => change(setMaster({ glue }))}
        />
        <ToneRanges
          tone={master.tone}
          onMove={(tone) => hearMaster(song, { tone })}
          onChange={(tone) => change(setMaster({ tone }))}
        />
      </Fold>
    </View>
  );
}

const styles = StyleSheet.create({
  card: { borderWidth: 1.5, borderRadius: 14, paddingVertical: 8, paddingHorizontal: 10, gap: 6 },
  name: { fontFamily: FONT.strong, fontSize: SIZE.body },
  button: { alignSelf: 'flex-start' },
});
