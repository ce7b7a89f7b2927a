import { useEffect, useMemo, useState } from 'react';
import { ScrollView, StyleSheet, View, type LayoutChangeEvent } from 'react-native';
import { IconButton } from 'react-native-paper';
import { addSection, playAgain, setRepeats } from '@backline/core/edits/form';
import { LIMITS } from '@backline/core/song/limits';
import type { Song } from '@backline/core/song/schema';
import { occurrenceKeyOf } from '@backline/core/timeline/occurrenceKey';
import { keyOf, keyText } from '@backline/core/theory/key';
import { Button } from '../../components/Button';
import { act } from '../../components/act';
import { Choices } from '../../components/Choices';
import { Notice } from '../../components/Notice';
import { Toggle } from '../../components/Toggle';
import { useBand } from '../../state/band';
import { useInHistory } from '../../state/history';
import { change, useOpenSong } from '../../state/openSong';
import { repertoireTools, usePlayed } from '../../state/repertoire';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';
import { CueLane } from './CueLane';
import {
  chooseSeveral,
  choosePlaying,
  draw,
  enterForm,
  openOf,
  openOver,
  openText,
  useForm,
  type Open,
} from './formState';
import { FormOverview } from './FormOverview';
import { Grid, NAME } from './Grid';
import { LiftLine } from './LiftLine';
import {
  formOccurrences,
  nearestTo,
  scopeAt,
  occurrenceInWords,
  type FormOccurrence,
  type ScopeLevel,
} from './occurrences';
import { CellSheet, ScopeChoice } from './sheets/CellSheet';
import { CloseSheet } from './sheets/CloseSheet';
import { CompareSheet } from './sheets/CompareSheet';
import { CueSheet } from './sheets/CueSheet';
import { OrderSheet } from './sheets/OrderSheet';
import { OwnChordsSheet } from './sheets/OwnChordsSheet';
import { SectionSheet } from './sheets/SectionSheet';
import { SeveralSheet } from './sheets/SeveralSheet';
import { Words } from '../../components/Words';

/** Most playings that stand in a row; of a longer form those around the one in sight. */
const IN_A_ROW = 40;

function around(playings: readonly FormOccurrence[], playing: FormOccurrence): readonly FormOccurrence[] {
  if (playings.length <= IN_A_ROW) return playings;
  const from = Math.max(0, playings.findIndex((p) => p.id === playing.id) - IN_A_ROW / 4);
  return playings.slice(from, from + IN_A_ROW / 2);
}

/** How often the section in sight is played at its place of the form. */
function Repeats({ song, playing }: { song: Song; playing: FormOccurrence }) {
  const { index, name } = playing;
  const repeats = song.form[index]?.repeats ?? 1;
  const touch = (icon: string, label: string, to: number, disabled: boolean) => (
    <IconButton
      icon={icon}
      accessibilityLabel={label}
      onPress={() => change(setRepeats(index, to))}
      disabled={disabled}
      size={22}
      style={styles.touch}
    />
  );
  return (
    <View style={styles.controls}>
      {touch('minus', `${name} once less`, repeats - 1, repeats < 2)}
      <Words style={styles.repeats} aria-live="polite">
        {repeats === 1 ? 'once' : `${repeats} times`}
      </Words>
      {touch('plus', `${name} once more`, repeats + 1, repeats >= LIMITS.repeats)}
    </View>
  );
}

/** Adds a section at the end, goes to it, and asks what it is. */
function addAndOpen(song: Song): void {
  if (!change(addSection('Section', keyText(keyOf(song.key))))) return;
  const made = useOpenSong.getState().song?.form.at(-1);
  if (made) choosePlaying(occurrenceKeyOf({ entry: made.id, repeat: 0 }));
  openOver({ kind: 'section' });
}

/** Sections that no place of the form plays, with the way back. */
function NotPlayed({ song }: { song: Song }) {
  const played = new Set(song.form.map((e) => e.section));
  const left = song.sections.filter((s) => !played.has(s.id));
  if (!left.length) return null;
  return (
    <View style={styles.row}>
      <Words size="words" tone="quiet">
        Not played:
      </Words>
      {left.map((section) => (
        <Button
          key={section.id}
          compact
          mode="outlined"
          icon="playlist-plus"
          accessibilityLabel={`${section.name}: play it again`}
          onPress={() => change(playAgain(section.id))}
        >
          {section.name}
        </Button>
      ))}
    </View>
  );
}

interface OverProps {
  readonly song: Song;
  readonly open: Open;
  readonly playings: readonly FormOccurrence[];
  readonly playing: FormOccurrence;
  readonly level: ScopeLevel;
  readonly width: number;
}

/** What lies over the grid. */
function Over({ song, open, playings, playing, level, width }: OverProps) {
  const band = useBand((s) => s.band);
  const section = song.sections.find((s) => s.id === playing.sectionId);
  const part = 'part' in open ? song.parts.find((p) => p.id === open.part) : undefined;
  if (!section || !band) return null;
  switch (open.kind) {
    case 'cell':
      return part ? <CellSheet key={`${part.id} ${playing.id}`} {...{ song, part, playing, level }} /> : null;
    case 'own chords':
      return part ? (
        <OwnChordsSheet key={`${part.id} ${section.id}`} {...{ song, section, part, width }} />
      ) : null;
    case 'cue':
      return (
        <CueSheet
          key={`${section.id} ${open.id}`}
          song={song}
          section={section}
          id={open.id}
          at={open.at}
          parts={open.parts}
        />
      );
    case 'section':
      return <SectionSheet key={section.id} {...{ song, section, playing, level }} />;
    case 'compare':
      return <CompareSheet {...{ song, band, playings, playing, width }} />;
    case 'order':
      return <OrderSheet song={song} />;
    case 'close':
      return <CloseSheet song={song} />;
  }
}

/** What is open over the grid has its place in the history. */
function Places() {
  const { open, several } = useForm();
  useInHistory('form', openText(open), (asked) => openOver(asked === null ? null : openOf(asked)));
  useInHistory('cells', several && 'some', (asked) => {
    if ((asked === null) !== (several === null)) chooseSeveral(asked !== null);
  });
  return null;
}

/** Who plays what, where: the song at a glance, one playing or all of them, and what leads further. */
export function FormScreen() {
  const palette = usePalette();
  const id = useOpenSong((s) => s.id);
  const song = useOpenSong((s) => s.song);
  // Drawn anew where a style of the writer's own is changed.
  usePlayed((s) => s.all);
  const { band, failed } = useBand();
  const { playing: chosen, level, open, several, drawing } = useForm();
  const [width, setWidth] = useState(0);
  useEffect(() => enterForm(id), [id]);
  const playings = useMemo(() => (song && band ? formOccurrences(song, band) : []), [song, band]);
  if (!song) return null;
  if (failed) return <Notice text={failed} />;
  if (!band) return null;
  const playing = playings.find((p) => p.id === chosen) ?? nearestTo(chosen, playings);
  if (!playing)
    return (
      <Notice text="No section is played.">
        <NotPlayed song={song} />
      </Notice>
    );
  const section = song.sections.find((s) => s.id === playing.sectionId)!;
  /** How far this time is lifted by its own word; null where it goes with its section. */
  const own = song.form[playing.index]?.lifts?.[playing.repeat]?.by ?? null;
  const lifted = scopeAt(song, playing, level === 'song' ? 'section' : level)!;
  return (
    <View style={[styles.screen, { backgroundColor: palette.paper }]}>
      <Places />
      <ScrollView contentContainerStyle={styles.content}>
        <View onLayout={(e: LayoutChangeEvent) => setWidth(Math.floor(e.nativeEvent.layout.width))}>
          {width > 0 ? <FormOverview {...{ song, band, playings, width, drawing }} chosen={playing} /> : null}
        </View>
        <Choices
          label="Playing in sight"
          bare
          inARow
          value={playing.id}
          choices={around(playings, playing).map((p) => ({
            value: p.id,
            label: p.of > 1 ? `${p.name} ·${p.time}` : p.name,
            spoken: p.of > 1 ? `${p.name} ·${p.time}, time ${p.time} of ${p.of}` : p.name,
          }))}
          onChoose={choosePlaying}
        />
        <View style={styles.head}>
          <Repeats song={song} playing={playing} />
          <LiftLine
            song={song}
            scope={lifted}
            name={level === 'playing' ? occurrenceInWords(playing) : section.name}
          />
        </View>
        {own === null || level === 'playing' ? null : (
          <Words size="words" tone="quiet">
            {`Time ${playing.time}: ${repertoireTools().liftInWords(own).toLowerCase()}.`}
          </Words>
        )}
        <ScopeChoice {...{ song, playing, level }} />
        {width > 0 ? (
          <>
            <Grid {...{ song, band, playings, playing, level, width, several }} choosing={several !== null} />
            <View style={styles.cues}>
              <CueLane song={song} section={section} width={width - NAME} />
            </View>
          </>
        ) : null}
        <View style={styles.row}>
          {act(`About ${section.name}`, 'information-outline', () => openOver({ kind: 'section' }))}
          {act('Order', 'swap-vertical', () => openOver({ kind: 'order' }))}
          {act('Cue', 'flag-outline', () => openOver({ kind: 'cue', id: null, at: 0, parts: [] }))}
          {act('Several cells', 'select-multiple', () => chooseSeveral(several === null))}
          {act('Compare', 'compare-horizontal', () => openOver({ kind: 'compare' }))}
          {act('Beginning and end', 'ray-start-end', () => openOver({ kind: 'close' }))}
          <Toggle label="Draw a build" on={drawing} onPress={() => draw(!drawing)} />
          {act('Add a section', 'plus', () => addAndOpen(song))}
        </View>
        <NotPlayed song={song} />
      </ScrollView>
      {several !== null ? (
        <SeveralSheet {...{ song, playings, level, several }} />
      ) : open ? (
        <Over {...{ song, open, playings, playing, level, width }} />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, minHeight: 0 },
  content: { padding: 14, gap: 8, paddingBottom: 24 },
  head: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-start', columnGap: 6 },
  controls: { flexDirection: 'row', alignItems: 'center' },
  touch: { width: 44, height: 44, margin: 0 },
  repeats: { ...TYPE.words, minWidth: 48, textAlign: 'center' },
  cues: { paddingLeft: NAME },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 6 },
});
