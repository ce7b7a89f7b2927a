import { memo, useCallback, useMemo } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { barRangeBetween } from '@backline/core/edits/barRange';
import type { Section, Song } from '@backline/core/song/schema';
import { barMarks } from '@backline/core/words/marks';
import { keyInWords } from '@backline/core/theory/speech';
import type { Bar } from '@backline/core/time/bars';
import { guideVoicings } from '../../state/guideVoicings';
import { useBand } from '../../state/band';
import { usePosition } from '../../audio/usePosition';
import { usePlayer } from '../../audio/player';
import { useOpenSong } from '../../state/openSong';
import { focusSheet } from '../../components/Sheet';
import { usePreferences } from '../../state/preferences';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';
import { FONT, SIZE } from '../../theme/tokens';
import { ChordBlock } from './ChordBlock';
import { VoiceLeadingPicture } from './VoiceLeadingPicture';
import { barLabel } from './barLabel';
import { Boundaries, SectionEnd } from './Boundaries';
import { layoutSection, type Line, type SectionLayout } from './layout';
import { barElementId, rowElementId } from './barRange/useBarRangeKeys';
import { reachTo, select, selectBar, useSelection } from '../../state/selection';
import { useNear } from '../../components/useNear';
import { inQuarters, metreOf } from '@backline/core/time/metre';
import { tempoText } from '../../components/tempoText';
import { Words } from '../../components/Words';

const SYMBOL = 34;
const THREADS = 40;
const DEGREE = 22;
const HEIGHT = SYMBOL + THREADS + DEGREE;

/** What of the song a section is drawn by. */
type SongFacts = Pick<Song, 'key' | 'metre' | 'tempo'>;

export interface SectionChartProps {
  readonly songKey: string;
  readonly metre: string;
  /** Beats a minute. */
  readonly tempo: number;
  readonly section: Section;
  readonly width: number;
  /** How often it is played. */
  readonly repeats: number;
  /** True where the chart is so long that only the lines in view are drawn. */
  readonly isLong: boolean;
  readonly parts: Song['parts'];
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

interface ChartLineProps {
  readonly isLong: boolean;
  readonly parts: Song['parts'];
  readonly section: Section;
  readonly line: Line;
  readonly layout: SectionLayout;
  readonly voicings: readonly (readonly number[])[];
  readonly range: readonly [number, number];
  /** Index of the playing chord where it stands on this line, else −1. */
  readonly playingChord: number;
  readonly degrees: boolean;
  readonly basses: boolean;
}

/** How a line's bars are marked: the bar in hand and the bars of the run, as one text so that a line is drawn again only when its own marks change. */
function useMarks(
  section: string,
  line: Line,
): { readonly chosen: number; readonly run: readonly [number, number] } {
  const text = useSelection(({ selection }) => {
    if (selection?.kind === 'bar' && selection.section === section) return `${selection.bar}//`;
    const { song } = useOpenSong.getState();
    if (selection?.kind !== 'run' || !song) return '-1//';
    const piece = barRangeBetween(song, selection.anchor, selection.head).find((s) => s.section === section);
    const last = line.firstBar + line.bars.length - 1;
    if (!piece || piece.to < line.firstBar || piece.from > last) return '-1//';
    return `-1/${Math.max(piece.from, line.firstBar)}/${Math.min(piece.to, last)}`;
  });
  const [chosen, from, to] = text.split('/');
  return { chosen: Number(chosen), run: from ? [Number(from), Number(to)] : [0, -1] };
}

/** A bar is taken in hand; with Shift, or while a run is selected, the selection reaches to it, and from its end to the sheet. */
function press(section: string, bar: number, shift: boolean): void {
  const { selection } = useSelection.getState();
  const inRun = selection?.kind === 'run';
  if (inRun && selection.head.section === section && selection.head.bar === bar) focusSheet();
  else if (shift || inRun) reachTo(section, bar);
  else selectBar(section, bar);
}

interface BarButtonProps {
  readonly section: string;
  readonly bar: number;
  /** What is read out. */
  readonly label: string;
  readonly left: number;
  readonly width: number;
  readonly height: number;
  readonly chosen: boolean;
  readonly inRun: boolean;
  /** What stands over it: what changes there, and its marks. */
  readonly note: string;
  /** What was written there and cannot be read. */
  readonly unread: string | null;
}

/** A bar to be taken in hand. Of a section in which one bar changed the others stay as they were drawn. */
const BarButton = memo(function BarButton(props: BarButtonProps) {
  const { section, bar, label, left, width, height, chosen, inRun, note, unread } = props;
  const palette = usePalette();
  return (
    <Pressable
      id={barElementId({ section, bar })}
      role="button"
      aria-label={label}
      aria-pressed={chosen || inRun}
      onPress={(event) => press(section, bar, (event.nativeEvent as unknown as MouseEvent).shiftKey)}
      onLongPress={() => reachTo(section, bar)}
      style={[
        styles.bar,
        { left, width, height, borderColor: palette.quiet },
        inRun && { backgroundColor: `${palette.action}2A` },
        chosen && {
          borderWidth: 2.5,
          borderLeftWidth: 2.5,
          borderColor: palette.action,
          borderRadius: 6,
        },
      ]}
    >
      {unread === null ? null : (
        <View style={[styles.unread, { backgroundColor: palette.paper, borderColor: palette.warning }]}>
          <Words numberOfLines={3} size="tiny" tone="warning">
            {`? ${unread}`}
          </Words>
        </View>
      )}
      {note ? (
        <Words numberOfLines={1} tone="quiet" style={styles.change}>
          {note}
        </Words>
      ) : null}
    </Pressable>
  );
});

const ChartLine = memo(function ChartLine(props: ChartLineProps) {
  const { isLong, parts, section, line, layout, voicings, range, playingChord, degrees, basses } = props;
  const { chosen, run } = useMarks(section.id, line);
  const { ref, isNear } = useNear(isLong);
  const scale = line.fragments.length ? line.fragments[line.fragments.length - 1]!.right / line.length : 0;
  const width = line.length * scale;
  const height = degrees ? HEIGHT : HEIGHT - DEGREE + 6;
  const bar = line.bars[chosen - line.firstBar];
  const row = {
    ref: (view: View | null) => ref(view as unknown as HTMLElement | null),
    id: rowElementId({ section: section.id, bar: line.firstBar }),
    style: { height, width },
  };
  if (!isNear && !bar) return <View {...row} />;
  return (
    <View {...row}>
      {line.fragments.map((fragment) => (
        <ChordBlock
          key={`${fragment.index}`}
          fragment={fragment}
          height={height}
          keyText={line.bars.find((b) => b.start + b.length > fragment.chord.start)?.key ?? line.bars[0]!.key}
          playing={fragment.index === playingChord}
          degrees={degrees}
          basses={basses}
        />
      ))}
      <View style={styles.threads} pointerEvents="none">
        <VoiceLeadingPicture line={line} width={width} height={THREADS} voicings={voicings} range={range} />
      </View>
      {line.bars.map((b, i) => {
        const index = line.firstBar + i;
        const inRun = index >= run[0] && index <= run[1];
        const marks = barMarks(section, parts, index, b.start, b.start + b.length);
        const changes = i > 0 ? changeWords(b, line.bars[i - 1]) : '';
        const note = [changes, marks].filter(Boolean).join(' · ');
        const unread = section.unread?.find((u) => u.at === b.start);
        return (
          <BarButton
            key={index}
            section={section.id}
            bar={index}
            label={barLabel(section, b, index, layout, voicings, marks)}
            left={(b.start - line.start) * scale}
            width={b.length * scale}
            unread={unread?.text ?? null}
            chosen={index === chosen}
            {...{ height, inRun, note }}
          />
        );
      })}
      {bar ? <Boundaries {...{ section, line, layout, bar, height, scale }} /> : null}
      {bar && chosen === section.bars - 1 ? (
        <SectionEnd {...{ section, bar, height, scale }} x={(bar.start + bar.length - line.start) * scale} />
      ) : null}
    </View>
  );
});

/** What changes at a bar against the one before: key, metre, tempo. */
const changeWords = (bar: Bar, before: Bar | undefined): string =>
  before
    ? [
        before.key === bar.key ? '' : keyInWords(bar.key),
        before.metre === bar.metre ? '' : bar.metre,
        before.tempoTo === bar.tempo ? '' : tempoText(bar),
        before.tempo === before.tempoTo && bar.tempo !== bar.tempoTo ? slowing(bar) : '',
      ]
        .filter(Boolean)
        .join(' · ')
    : '';

/** A gradual change of tempo by its usual abbreviation. */
const slowing = (bar: Bar): string => (bar.tempoTo < bar.tempo ? 'rit.' : 'accel.');

/** What a section begins with where that is not the song's own. */
function beginning(first: Bar, song: SongFacts): string {
  const keyed = first.key !== song.key || first.metre !== song.metre;
  const timed = first.tempo !== inQuarters(song.tempo, metreOf(song.metre));
  return [
    ...(keyed ? [keyInWords(first.key), first.metre] : []),
    ...(timed ? [tempoText(first)] : []),
    ...(first.length < metreOf(first.metre).length ? ['pick-up'] : []),
  ].join(' · ');
}

/** One section of the chart: lines of chords as wide as they last, their voices threaded through. */
export const SectionChart = memo(function SectionChart(props: SectionChartProps) {
  const { section, songKey: key, metre, tempo, width, repeats, isLong, parts } = props;
  const layout = useMemo(
    () => layoutSection(section, { key, metre, tempo }, width),
    [section, key, metre, tempo, width],
  );
  const voicings = useMemo(() => guideVoicings(layout.chords), [layout]);
  const range = useMemo(() => rangeOf(voicings), [voicings]);
  const playingChord = usePlayingChord(section);
  const degrees = usePreferences((s) => s.degrees);
  const basses = usePreferences((s) => s.basses);
  const first = layout.lines[0]?.bars[0];
  const note = first ? beginning(first, { key, metre, tempo }) : '';
  const drafts = section.drafts.length;
  const draft = section.drafts.findIndex((d) => d.id === section.draft);
  const facts = [
    `${section.bars} bars`,
    repeats === 1 ? '' : repeats === 0 ? 'not played' : `played ${repeats} times`,
    note,
    drafts > 1 ? `${section.drafts[draft]!.name}, draft ${draft + 1} of ${drafts}` : '',
  ]
    .filter(Boolean)
    .join(' · ');
  return (
    <View role="group" aria-label={`${section.name}, ${section.bars} bars`} style={styles.section}>
      <Pressable
        role="button"
        aria-label={`Section ${section.name} ${facts}: name, length, drafts, key`}
        onPress={() => select({ kind: 'section', section: section.id })}
        style={styles.heading}
      >
        <Words style={styles.name}>{`${section.name} `}</Words>
        <Words tone="quiet" style={styles.facts}>
          {facts}
        </Words>
      </Pressable>
      <View style={styles.lines}>
        {layout.lines.map((line) => (
          <ChartLine
            key={line.firstBar}
            {...{ isLong, parts, section, line, layout, voicings, range, degrees, basses }}
            playingChord={line.fragments.some((f) => f.index === playingChord) ? playingChord : -1}
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
  facts: TYPE.words,
  lines: { gap: 14 },
  threads: { position: 'absolute', left: 0, top: SYMBOL },
  bar: { position: 'absolute', top: 0, borderLeftWidth: 1.5 },
  unread: { position: 'absolute', top: 4, left: 4, right: 4, padding: 2, borderWidth: 1.5, borderRadius: 4 },
  change: { position: 'absolute', top: -14, left: 2, right: 0, fontFamily: FONT.text, fontSize: 11 },
});
