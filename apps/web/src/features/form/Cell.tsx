import { memo } from 'react';
import { Pressable, StyleSheet, Text, View } from 'react-native';
import type { BandPart } from '@backline/core/band/index';
import type { Part, Song } from '@backline/core/song/schema';
import { settingsAtPlace } from '@backline/core/timeline/places';
import { onSpace } from '../../components/onSpace';
import { playsIn } from '../../state/repertoire';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';
import { WeaveCell } from './WeaveCell';
import { isOfForm, playingWords, type FormPlaying } from './playings';

export interface CellProps {
  readonly song: Song;
  readonly part: Part;
  readonly bandPart: BandPart | undefined;
  readonly playing: FormPlaying;
  /** The playing before it in the form. */
  readonly before: FormPlaying | undefined;
  readonly width: number;
  readonly height: number;
  readonly withLabel: boolean;
  /** Whether it is in hand; null where none are being chosen. */
  readonly chosen: boolean | null;
  readonly onPress: () => void;
}

const atPlaying = (playing: FormPlaying) => ({ entry: playing.entry, pass: playing.pass });

/** Where what a part plays here was set: for this time, for its section, or nowhere but for the song. */
function setWhere(song: Song, part: Part, playing: FormPlaying): 'this time' | 'section' | '' {
  const has = (where: Parameters<typeof settingsAtPlace>[1]['where']): boolean =>
    Object.keys(settingsAtPlace(song, { part: part.id, where })).length > 0;
  if (isOfForm(song, playing) && has(atPlaying(playing))) return 'this time';
  return has(playing.sectionId) ? 'section' : '';
}

/** True where a part plays otherwise than in the playing before. */
function isOther(song: Song, part: Part, playing: FormPlaying, before: FormPlaying | undefined): boolean {
  if (!before) return false;
  const [now, then] = [playing, before].map((p) => playsIn(song, part, atPlaying(p)));
  if (!now!.on && !then!.on) return false;
  return (['on', 'pattern', 'density', 'dynamics'] as const).some((name) => now![name] !== then![name]);
}

/** Who plays what in one playing: its rhythm to be seen, where it was set, whether it is other than before. */
export const Cell = memo(function Cell(props: CellProps) {
  const { song, part, bandPart, playing, before, width, height, withLabel, chosen, onPress } = props;
  const palette = usePalette();
  const plays = playsIn(song, part, atPlaying(playing));
  const words = plays.on ? `${plays.pattern}, density ${plays.density}, ${plays.dynamics}` : 'rests';
  const set = setWhere(song, part, playing);
  const other = isOther(song, part, playing, before);
  const ownChords = song.sections.find((s) => s.id === playing.sectionId)?.partChords?.[part.id];
  const said = [
    words,
    ...(ownChords ? ['chords of its own'] : []),
    ...(set ? [set === 'section' ? `set for ${playing.name}` : 'set for this time'] : []),
    ...(other ? ['other than before'] : []),
  ].join(', ');
  return (
    <View
      style={[
        styles.cell,
        {
          width,
          height,
          borderColor: chosen ? palette.action : palette.line,
          borderWidth: chosen ? 2.5 : 1,
          backgroundColor: chosen ? palette.actionWash : plays.on ? palette.raised : palette.paper,
        },
      ]}
    >
      {bandPart && width > 6 ? (
        <WeaveCell
          part={bandPart}
          from={playing.start}
          to={playing.end}
          width={width - 2}
          height={height - 2}
          label={withLabel ? words : ''}
        />
      ) : null}
      {other ? <View style={[styles.other, { borderTopColor: palette.action }]} /> : null}
      {set && withLabel ? (
        <Text
          aria-hidden
          numberOfLines={1}
          style={[TYPE.tiny, styles.set, { color: palette.ink, backgroundColor: palette.raised }]}
        >
          {[
            set === 'section' ? `set for ${playing.name}` : `set for ${set}`,
            ...(ownChords ? ['own chords'] : []),
          ].join(' · ')}
        </Text>
      ) : null}
      <Pressable
        role={chosen === null ? 'button' : 'checkbox'}
        {...(chosen === null ? {} : { 'aria-checked': chosen, ...onSpace(onPress) })}
        aria-label={`${part.name} in ${playingWords(playing)}: ${said}`}
        onPress={onPress}
        style={StyleSheet.absoluteFill}
      />
    </View>
  );
});

const styles = StyleSheet.create({
  cell: { borderRadius: 6, overflow: 'hidden' },
  // A folded corner: here it goes on otherwise.
  other: {
    position: 'absolute',
    top: 0,
    right: 0,
    borderTopWidth: 13,
    borderLeftWidth: 13,
    borderLeftColor: 'transparent',
  },
  set: { position: 'absolute', right: 3, bottom: 1, paddingHorizontal: 3, borderRadius: 4, maxWidth: '60%' },
});
