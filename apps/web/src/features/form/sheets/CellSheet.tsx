import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../../components/Button';
import { act } from '../../../components/act';
import { Choices } from '../../../components/Choices';
import { Fold } from '../../../components/Fold';
import { Sheet } from '../../../components/Sheet';
import { clearCells, copyCell, playAlone, setSettings, varyCells } from '@backline/core/edits/settings';
import type { Part, Settings, Song } from '@backline/core/song/schema';
import { settingsInScope } from '@backline/core/timeline/scopes';
import { patternOf } from '@backline/core/timeline/settings';
import { change } from '../../../state/openSong';
import { partKind, songStyle, repertoireTools, settingsIn } from '../../../state/repertoire';
import { PartSettings } from '../../part/laterSettings';
import { chooseScopeLevel, copyFrom, openOver, useForm } from '../formState';
import {
  isOfForm,
  scopeAt,
  occurrenceInWords,
  scopeInWords,
  type FormOccurrence,
  type ScopeLevel,
} from '../occurrences';
import { ForChords } from './ForChords';
import { Words } from '../../../components/Words';

export interface CellSheetProps {
  readonly song: Song;
  readonly part: Part;
  readonly playing: FormOccurrence;
  readonly level: ScopeLevel;
}

const SCOPES: readonly ScopeLevel[] = ['song', 'section', 'playing'];

/** What settings are for: the whole song, the section, or this time only. */
export function ScopeChoice({ song, playing, level }: Omit<CellSheetProps, 'part'>) {
  const scopes = SCOPES.filter((s) => s !== 'playing' || isOfForm(song, playing));
  return (
    <Choices
      label="Set for"
      bare
      inARow
      value={scopes.includes(level) ? level : 'section'}
      choices={scopes.map((value) => ({
        value,
        label:
          value === 'song'
            ? 'For the song'
            : value === 'section'
              ? `For ${playing.name}`
              : `Time ${playing.time} only`,
        spoken:
          value === 'song'
            ? 'For the song'
            : value === 'section'
              ? `For ${playing.name}${playing.of > 1 ? ', every time' : ''}`
              : `Time ${playing.time} only`,
      }))}
      onChoose={chooseScopeLevel}
    />
  );
}

/** One part in one playing: what is set for it where, in words that can be let go one by one; and everything that can be set. */
export function CellSheet({ song, part, playing, level }: CellSheetProps) {
  const [single, setSingle] = useState(false);
  const copied = useForm((s) => s.copied);
  const kind = partKind(part);
  const scope = scopeAt(song, playing, level);
  const cell = { part: part.id, scope };
  const set = repertoireTools().settingsInWords(kind, songStyle(song), settingsInScope(song, cell));
  const letGo = (name: keyof Settings): void =>
    void change(setSettings(part.id, scope, { [name]: undefined }));
  const played = kind && settingsIn(song, kind, part, scope);
  /** Whether another variation is another to hear. */
  const isTold =
    kind &&
    played &&
    (played.repeatVariation !== 'exactly' || kind.varies(patternOf(kind, songStyle(song), played.pattern)));
  const from = song.parts.find((p) => p.id === copied?.part);
  return (
    <Sheet
      tall
      title={`${part.name} in ${occurrenceInWords(playing)}`}
      onClose={() => openOver(null)}
      top={
        <View style={styles.top}>
          <ScopeChoice {...{ song, playing, level }} />
        </View>
      }
    >
      <View style={styles.set}>
        <Words size="words" tone="quiet">
          {set.length
            ? `Set for ${scopeInWords(playing, level)}:`
            : `Nothing is set for ${scopeInWords(playing, level)}.`}
        </Words>
        {set.map(({ name, says }) => (
          <Button
            key={name}
            compact
            mode="outlined"
            icon="close"
            contentStyle={styles.letGo}
            accessibilityLabel={`${says}: let it go`}
            style={styles.act}
            onPress={() => letGo(name)}
          >
            {says}
          </Button>
        ))}
      </View>
      <View style={styles.set}>
        {isTold && !part.frozen
          ? act('Another like this', 'dice-multiple-outline', () => change(varyCells([cell])))
          : null}
        {scope === null ? null : act('Alone', 'account-outline', () => change(playAlone(part.id, scope)))}
        {act('Copy', 'content-copy', () => copyFrom(cell))}
        {copied && from
          ? act(`Put ${from.name}’s here`, 'content-paste', () => change(copyCell(copied, [cell])))
          : null}
        {act('Let all go', 'restore', () => change(clearCells([cell])), set.length === 0)}
        {kind?.pitched && !part.frozen
          ? act('Own chords', 'music-note-outline', () => openOver({ kind: 'own chords', part: part.id }))
          : null}
        {act('Cue', 'flag-outline', () => openOver({ kind: 'cue', id: null, at: 0, parts: [part.id] }))}
      </View>
      {kind?.pitched && !part.frozen ? (
        <Fold title="For single chords" open={single} onTurn={() => setSingle(!single)}>
          <ForChords song={song} part={part} kind={kind} sectionId={playing.sectionId} />
        </Fold>
      ) : null}
      {kind ? <PartSettings {...{ song, part, kind, scope }} /> : null}
    </Sheet>
  );
}

const styles = StyleSheet.create({
  top: { paddingHorizontal: 16 },
  set: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 6 },
  act: { minHeight: 44, justifyContent: 'center' },
  letGo: { flexDirection: 'row-reverse' },
});
