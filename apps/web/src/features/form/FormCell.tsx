import { memo } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import type { PagePart } from '../../shared/sentBand';
import type { Part, Song } from '@backline/core/song/schema';
import { settingsInScope, type Scope } from '@backline/core/timeline/scopes';
import { onSpace } from '../../components/onSpace';
import { playsIn } from '../../state/repertoire';
import { usePalette } from '../../theme/usePalette';
import { WeaveCell } from '../part/WeaveCell';
import { isOfForm, occurrenceInWords, type FormOccurrence } from './occurrences';
import { Words } from '../../components/Words';

/** What a cell shows, in words: told once for all that is drawn of it. */
export interface CellFacts {
  readonly on: boolean;
  /** Pattern, density and dynamics, or that it rests. */
  readonly words: string;
  /** Where that was set, and whether it has chords of its own; empty where neither. */
  readonly set: string;
  /** True where it plays otherwise than in the playing before. */
  readonly isOther: boolean;
  /** All of it, as it is read out. */
  readonly label: string;
}

const atPlaying = (playing: FormOccurrence) => ({ entry: playing.entry, repeat: playing.repeat });

/** Where what a part plays here was set: for this time, for its section, or nowhere but for the song. */
function setWhere(song: Song, part: Part, playing: FormOccurrence): string {
  const has = (scope: Scope): boolean =>
    Object.keys(settingsInScope(song, { part: part.id, scope })).length > 0;
  if (isOfForm(song, playing) && has(atPlaying(playing))) return 'set for this time';
  return has(playing.sectionId) ? `set for ${playing.name}` : '';
}

/** True where a part plays otherwise than in the playing before. */
function isOtherThan(
  song: Song,
  part: Part,
  playing: FormOccurrence,
  before: FormOccurrence | undefined,
): boolean {
  if (!before) return false;
  const [now, then] = [playing, before].map((p) => playsIn(song, part, atPlaying(p)));
  if (!now!.on && !then!.on) return false;
  return (['on', 'pattern', 'density', 'dynamics'] as const).some((name) => now![name] !== then![name]);
}

/** @param before the playing before it in the form. */
export function cellFacts(
  song: Song,
  part: Part,
  playing: FormOccurrence,
  before: FormOccurrence | undefined,
): CellFacts {
  const { on, waits, pattern, density, dynamics } = playsIn(song, part, atPlaying(playing));
  const words = on ? `${pattern}, density ${density}, ${dynamics}` : waits ? 'rests by the arc' : 'rests';
  const scope = setWhere(song, part, playing);
  const isOther = isOtherThan(song, part, playing, before);
  const ownChords = song.sections.find((s) => s.id === playing.sectionId)?.partChords?.[part.id];
  const said = [
    words,
    ...(ownChords ? ['chords of its own'] : []),
    ...(scope ? [scope] : []),
    ...(isOther ? ['other than before'] : []),
  ];
  return {
    on,
    words,
    set: [scope, ...(ownChords ? ['own chords'] : [])].filter(Boolean).join(' · '),
    isOther,
    label: `${part.name} in ${occurrenceInWords(playing)}: ${said.join(', ')}`,
  };
}

export interface CellProps extends CellFacts {
  readonly bandPart: PagePart | undefined;
  /** Where it lies in the song, ticks. */
  readonly from: number;
  readonly to: number;
  readonly width: number;
  readonly height: number;
  readonly withLabel: boolean;
  /** Whether it is in hand; null where none are being chosen. */
  readonly chosen: boolean | null;
  readonly part: string;
  /** The same one as long as nothing about pressing it is other. */
  readonly onPress: (part: string) => void;
}

/** Who plays what in one playing: its rhythm to be seen, where it was set, whether it is other than before. */
export const FormCell = memo(function Cell(props: CellProps) {
  const { on, words, set, isOther, label, bandPart, from, to, width, height, withLabel, chosen } = props;
  const { part, onPress } = props;
  const palette = usePalette();
  const press = (): void => onPress(part);
  return (
    <View
      style={[
        styles.cell,
        {
          width,
          height,
          borderColor: chosen ? palette.action : palette.line,
          borderWidth: chosen ? 2.5 : 1,
          backgroundColor: chosen ? palette.actionWash : on ? palette.raised : palette.paper,
        },
      ]}
    >
      {bandPart && width > 6 ? (
        <WeaveCell
          part={bandPart}
          from={from}
          to={to}
          width={width - 2}
          height={height - 2}
          label={withLabel ? words : ''}
        />
      ) : null}
      {isOther ? <View style={[styles.other, { borderTopColor: palette.action }]} /> : null}
      {set && withLabel ? (
        <Words
          aria-hidden
          numberOfLines={1}
          size="tiny"
          style={[styles.set, { backgroundColor: palette.raised }]}
        >
          {set}
        </Words>
      ) : null}
      <Pressable
        role={chosen === null ? 'button' : 'checkbox'}
        {...(chosen === null ? {} : { 'aria-checked': chosen, ...onSpace(press) })}
        aria-label={label}
        onPress={press}
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
