import { memo, useCallback, useMemo } from 'react';
import { Pressable, StyleSheet, Text, View } from 'react-native';
import type { Section, Song } from '@backline/core/song/schema';
import { guideVoicings } from '@backline/core/voicing/guide';
import { useBand } from '../../state/band';
import { usePosition } from '../../audio/usePosition';
import { usePlayer } from '../../audio/player';
import { usePalette } from '../../theme/usePalette';
import { FONT, SIZE } from '../../theme/tokens';
import { ChordBlock } from './ChordBlock';
import { VoiceThreads } from './VoiceThreads';
import { barLabel } from './barLabel';
import { layoutSection, type Line, type SectionLayout } from './layout';
import { select, useSelection } from './selection';

const SYMBOL = 34;
const THREADS = 40;
const DEGREE = 22;
const HEIGHT = SYMBOL + THREADS + DEGREE;

export interface SectionChartProps {
  readonly song: Song;
  readonly section: Section;
  readonly width: number;
}

/** Index of the chord that sounds now in this section, or −1. */
function usePlayingChord(section: Section): number {
  const band = useBand((s) => s.band);
  const playing = usePlayer((s) => s.playing);
  const read = useCallback(
    (tick: number): number => {
      const now = band?.chords.find((c) => c.start <= tick && tick < c.start + c.duration);
      if (!now || now.sectionId !== section.id) return -1;
      const draft = section.drafts.find((d) => d.id === section.draft);
      return draft?.chords.findIndex((c) => c.id === now.chordId) ?? -1;
    },
    [band, section],
  );
  const index = usePosition(read);
  return playing ? index : -1;
}

const rangeOf = (voicings: readonly (readonly number[])[]): readonly [number, number] => {
  const all = voicings.flat();
  return all.length ? [Math.min(...all), Math.max(...all)] : [55, 72];
};

interface ChartLineProps extends SectionChartProps {
  readonly line: Line;
  readonly layout: SectionLayout;
  readonly voicings: readonly (readonly number[])[];
  readonly range: readonly [number, number];
  readonly playingChord: number;
}

function ChartLine({ section, line, layout, voicings, range, playingChord }: ChartLineProps) {
  const palette = usePalette();
  const selection = useSelection((s) => s.selection);
  const scale = line.fragments.length ? line.fragments[line.fragments.length - 1]!.right / line.length : 0;
  const width = line.length * scale;
  return (
    <View style={{ height: HEIGHT, width }}>
      {line.fragments.map((fragment) => (
        <ChordBlock
          key={`${fragment.index}`}
          fragment={fragment}
          height={HEIGHT}
          keyText={line.bars.find((b) => b.start + b.length > fragment.chord.start)?.key ?? line.bars[0]!.key}
          playing={fragment.index === playingChord}
        />
      ))}
      <View style={styles.threads} pointerEvents="none">
        <VoiceThreads line={line} width={width} height={THREADS} voicings={voicings} range={range} />
      </View>
      {line.bars.map((bar, i) => {
        const index = line.firstBar + i;
        const chosen =
          selection?.kind === 'bar' && selection.section === section.id && selection.bar === index;
        const left = (bar.start - line.start) * scale;
        return (
          <Pressable
            key={index}
            role="button"
            aria-label={barLabel(section, bar, index, layout, voicings)}
            aria-pressed={chosen}
            onPress={() => select({ kind: 'bar', section: section.id, bar: index })}
            style={[
              styles.bar,
              { left, width: bar.length * scale, borderColor: palette.quiet },
              chosen && {
                borderWidth: 2.5,
                borderLeftWidth: 2.5,
                borderColor: palette.action,
                borderRadius: 6,
              },
            ]}
          />
        );
      })}
    </View>
  );
}

/** One section of the chart: lines of chords as wide as they last, their voices threaded through. */
export const SectionChart = memo(function SectionChart({ song, section, width }: SectionChartProps) {
  const palette = usePalette();
  const layout = useMemo(() => layoutSection(section, song, width), [section, song, width]);
  const voicings = useMemo(() => guideVoicings(layout.chords), [layout]);
  const range = useMemo(() => rangeOf(voicings), [voicings]);
  const playingChord = usePlayingChord(section);
  const first = layout.lines[0]?.bars[0];
  const note =
    first && (first.key !== song.key || first.metre !== song.metre) ? `${first.key} · ${first.metre}` : '';
  const repeats = song.form.filter((e) => e.section === section.id).reduce((sum, e) => sum + e.repeats, 0);
  return (
    <View role="group" aria-label={`${section.name}, ${section.bars} bars`} style={styles.section}>
      <Pressable
        role="button"
        aria-label={`Section ${section.name}: rename, double or remove`}
        onPress={() => select({ kind: 'section', section: section.id })}
        style={styles.heading}
      >
        <Text style={[styles.name, { color: palette.ink }]}>{section.name}</Text>
        <Text style={[styles.facts, { color: palette.quiet }]}>
          {[
            `${section.bars} bars`,
            repeats === 1 ? '' : repeats === 0 ? 'not played' : `played ${repeats} times`,
            note,
          ]
            .filter(Boolean)
            .join(' · ')}
        </Text>
      </Pressable>
      <View style={styles.lines}>
        {layout.lines.map((line) => (
          <ChartLine
            key={line.firstBar}
            {...{ song, section, width, line, layout, voicings, range, playingChord }}
          />
        ))}
      </View>
    </View>
  );
});

const styles = StyleSheet.create({
  section: { gap: 2, paddingBottom: 14 },
  heading: { flexDirection: 'row', alignItems: 'baseline', gap: 10, minHeight: 44, paddingTop: 10 },
  name: { fontFamily: FONT.strong, fontSize: SIZE.title },
  facts: { fontFamily: FONT.text, fontSize: SIZE.small },
  lines: { gap: 8 },
  threads: { position: 'absolute', left: 0, top: SYMBOL },
  bar: { position: 'absolute', top: 0, height: HEIGHT, borderLeftWidth: 1.5 },
});
