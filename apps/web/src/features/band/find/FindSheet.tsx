import { useEffect, useState, type ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import type { Scope } from '@backline/core/timeline/scopes';
import { Button } from '../../../components/Button';
import { Field } from '../../../components/Field';
import { GM_PROGRAMS } from '@backline/core/song/generalMidi';
import type { SearchCriteria } from '@backline/core/ranking/criteria';
import { FEELS, type PatternFeel } from '@backline/core/style/pattern';
import { Choices } from '../../../components/Choices';
import { Notice } from '../../../components/Notice';
import { Picker } from '../../../components/Picker';
import { Sheet } from '../../../components/Sheet';
import { Toggle } from '../../../components/Toggle';
import { like, usePreferences, wasPlayed } from '../../../state/preferences';
import { useBand } from '../../../state/band';
import { clearTried, tryAlone, useTrying } from '../../../state/trying';
import { TOUCH_SQUARE } from '../../../theme/styles';
import { usePalette } from '../../../theme/usePalette';
import type { SectionLoop } from '../../../shared/loop';
import { comeBack } from '../../../state/rounds';
import { hear, roundOf } from './hear';
import { Words } from '../../../components/Words';

/** Something that can be tried: what it is, and what does not fit. */
export interface Entry {
  readonly id: string;
  readonly name: string;
  readonly facts: string;
  /** What speaks for it, as phrases; left out where nothing was asked. */
  readonly because?: readonly string[];
  /** Why it may not fit, as phrases; none where it does. */
  readonly reasons: readonly string[];
}

/** What is shown of all there is. */
export interface Wanted {
  readonly words: string;
  readonly feel: PatternFeel | 'any';
  /** A genre and an energy, 1 to 5, or any. */
  readonly genre: string;
  readonly energy: string;
  /** A General MIDI program, or any. */
  readonly instrument: string;
  readonly only: 'all' | 'liked' | 'played';
}

const ANY = 'any';
const ALL: Wanted = { words: '', feel: ANY, genre: ANY, energy: ANY, instrument: ANY, only: 'all' };

/** What is wanted, as it is looked for. */
export const askedIn = ({ words, feel, genre, energy, instrument }: Wanted): SearchCriteria => ({
  words,
  ...(feel === ANY ? {} : { feel }),
  ...(genre === ANY ? {} : { genre }),
  ...(energy === ANY ? {} : { energy: Number(energy) }),
  ...(instrument === ANY ? {} : { instrument: Number(instrument) }),
});

const NOTHING: Readonly<Record<Wanted['only'], string>> = {
  all: 'Nothing is called that. Try a genre, like soul or waltz, or another feel.',
  liked: 'Nothing is kept at hand yet. Press a star to keep one.',
  played: 'Nothing was chosen yet that is like this.',
};

const anyOr = (values: readonly string[], spoken: (value: string) => string) => [
  { value: ANY, label: ANY },
  ...values.map((value) => ({ value, label: spoken(value) })),
];
const ENERGIES = ['1', '2', '3', '4', '5'];
const ENERGY_WORDS: Readonly<Record<string, string>> = { '1': '1, still', '5': '5, all there is' };

const FEEL_WORDS: Readonly<Record<PatternFeel, string>> = {
  straight: 'Straight',
  swung: 'Swung',
  'twelve-eight': 'In threes',
  sixteenths: 'Sixteenths',
};

export interface FindSheetProps {
  readonly title: string;
  /** What its favourites are kept under: a kind of part, or `style`. */
  readonly family: string;
  /** Where what is found will play: there it is heard. */
  readonly scope: Scope;
  /** The part it is for; null where for all. */
  readonly part: string | null;
  readonly inHand: string;
  readonly genres: readonly string[];
  /** Whether what is here differs in energy. */
  readonly hasEnergy: boolean;
  /** General MIDI programs that it is narrowed down by; left out where it is not. */
  readonly instruments?: readonly number[];
  /** Entries that are wanted, in their order. */
  readonly find: (wanted: Wanted) => readonly Entry[];
  readonly onTry: (id: string) => void;
  readonly onKeep: (id: string) => void;
  readonly onClose: () => void;
  /** Ways to another one, beside the list. */
  readonly ways: readonly { label: string; icon: string; next: () => string | null }[];
  /** Whether what is tried can be heard alone. */
  readonly canBeAlone: boolean;
  /** What is asked or said once something is tried. */
  readonly tried?: (id: string) => ReactNode;
}

/** Finds something to play by: what fits first, heard at a tap in the song itself, then kept or let go. */
export function FindSheet(props: FindSheetProps) {
  const { title, family, scope, part, inHand, genres, hasEnergy, find, onTry, onKeep, onClose } = props;
  const { ways, canBeAlone, tried, instruments } = props;
  const palette = usePalette();
  const [wanted, setWanted] = useState(ALL);
  const [filters, setFilters] = useState(false);
  /** Where the song went so that the part is heard. */
  const [went, setWent] = useState<SectionLoop | null>(null);
  const { liked, played } = usePreferences();
  const trying = useTrying();
  const end = (): void => {
    clearTried();
    comeBack();
  };
  useEffect(
    () => () => {
      clearTried();
      comeBack();
    },
    [],
  );
  const bars = useBand((s) => s.band?.bars);
  const round = bars && (roundOf(bars, scope) ?? went);
  const found = find(wanted);
  const key = (id: string): string => `${family}/${id}`;
  const entries =
    wanted.only === 'liked'
      ? found.filter(({ id }) => liked.includes(key(id)))
      : wanted.only === 'played'
        ? found
            .filter(({ id }) => played.includes(key(id)))
            .sort((a, b) => played.indexOf(key(a.id)) - played.indexOf(key(b.id)))
        : found;
  const narrowed = [wanted.genre, wanted.energy, wanted.instrument].filter((one) => one !== ANY).length;
  const turn = (only: 'liked' | 'played'): void =>
    setWanted({ ...wanted, only: wanted.only === only ? 'all' : only });
  const take = (id: string): void => {
    onTry(id);
    setWent(hear(scope, part));
  };
  const keep = (id: string): void => {
    onKeep(id);
    wasPlayed(key(id));
    end();
  };
  const { id: triedId } = trying;
  const name = entries.find((e) => e.id === triedId)?.name ?? find(ALL).find((e) => e.id === triedId)?.name;
  const top =
    triedId && name ? (
      <View
        role="group"
        aria-label={`Trying ${name}`}
        style={[styles.tried, { backgroundColor: palette.actionWash }]}
      >
        <Words aria-live="polite" size="strong">
          {round
            ? `${name} is heard in ${round.name}, from the bar before; nothing is changed yet.`
            : `${name} is heard; nothing is changed yet.`}
        </Words>
        {tried?.(triedId)}
        <View style={styles.row}>
          <Button mode="contained" icon="check" onPress={() => keep(triedId)}>
            Keep it
          </Button>
          <Button mode="outlined" onPress={end}>
            Let it go
          </Button>
          {canBeAlone ? (
            <Toggle label="Alone" on={trying.alone} onPress={() => tryAlone(!trying.alone)} />
          ) : null}
        </View>
      </View>
    ) : null;
  return (
    <Sheet title={title} onClose={onClose} top={top} tall>
      <View style={styles.row}>
        {ways.map(({ label, icon, next }) => (
          <Button
            key={label}
            mode="outlined"
            icon={icon}
            onPress={() => {
              const id = next();
              if (id) take(id);
            }}
          >
            {label}
          </Button>
        ))}
      </View>
      <Field
        placeholder="A name, a genre, a feel"
        accessibilityLabel="Find by a name, a genre or a feel"
        value={wanted.words}
        onChangeText={(words) => setWanted({ ...wanted, words })}
      />
      <Choices
        label="Feel"
        bare
        value={wanted.feel}
        choices={[
          { value: 'any' as const, label: 'Any feel' },
          ...FEELS.map((value) => ({ value, label: FEEL_WORDS[value] })),
        ]}
        onChoose={(feel) => setWanted({ ...wanted, feel })}
      />
      <View style={styles.row}>
        <Toggle label="Kept at hand" on={wanted.only === 'liked'} onPress={() => turn('liked')} />
        <Toggle label="Chosen last" on={wanted.only === 'played'} onPress={() => turn('played')} />
        <Toggle
          as="head"
          label={narrowed ? `Filters (${narrowed})` : 'Filters'}
          on={filters}
          onPress={() => setFilters(!filters)}
        />
      </View>
      {filters ? (
        <>
          <Picker
            label="Genre"
            value={wanted.genre}
            choices={anyOr(genres, (genre) => genre)}
            onChoose={(genre) => setWanted({ ...wanted, genre })}
          />
          {instruments ? (
            <Picker
              label="Instrument"
              value={wanted.instrument}
              choices={anyOr(instruments.map(String), (program) => GM_PROGRAMS[Number(program)]!)}
              onChoose={(instrument) => setWanted({ ...wanted, instrument })}
            />
          ) : null}
          {hasEnergy ? (
            <Picker
              label="Energy"
              value={wanted.energy}
              choices={anyOr(ENERGIES, (energy) => ENERGY_WORDS[energy] ?? energy)}
              onChoose={(energy) => setWanted({ ...wanted, energy })}
            />
          ) : null}
        </>
      ) : null}
      <View role="list" aria-label={title} style={styles.list}>
        {entries.map((entry) => (
          <Row
            key={entry.id}
            entry={entry}
            inHand={entry.id === inHand}
            tried={entry.id === triedId}
            liked={liked.includes(key(entry.id))}
            onTry={() => take(entry.id)}
            onLike={(on) => like(key(entry.id), on)}
          />
        ))}
      </View>
      {entries.length ? null : <Notice text={NOTHING[wanted.only]} />}
    </Sheet>
  );
}

interface RowProps {
  readonly entry: Entry;
  readonly inHand: boolean;
  readonly tried: boolean;
  readonly liked: boolean;
  readonly onTry: () => void;
  readonly onLike: (on: boolean) => void;
}

function Row({
  entry: { name, facts, because = [], reasons },
  inHand,
  tried,
  liked,
  onTry,
  onLike,
}: RowProps) {
  const palette = usePalette();
  const why = reasons.join('; ');
  const speaksForIt = because.join('; ');
  return (
    <View role="listitem" style={[styles.entry, { borderColor: tried ? palette.action : palette.line }]}>
      <View style={styles.words}>
        <Words size="strong">
          {name}
          {inHand ? ' · in hand' : ''}
        </Words>
        <Words size="words" tone="quiet">
          {facts}
        </Words>
        {speaksForIt ? <Words size="words">{speaksForIt}</Words> : null}
        {why ? (
          <Words size="words" tone="warning">
            {why}
          </Words>
        ) : null}
        <Pressable
          role="button"
          aria-label={`Try ${name}`}
          aria-pressed={tried}
          aria-description={[inHand ? 'in hand' : '', facts, speaksForIt, why].filter(Boolean).join('. ')}
          onPress={onTry}
          style={StyleSheet.absoluteFill}
        />
      </View>
      <IconButton
        icon={liked ? 'star' : 'star-outline'}
        selected={liked}
        aria-pressed={liked}
        style={TOUCH_SQUARE}
        accessibilityLabel={`Keep ${name} at hand`}
        onPress={() => onLike(!liked)}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'center' },
  tried: { borderRadius: 12, padding: 10, gap: 8, marginHorizontal: 12 },
  list: { gap: 6, paddingTop: 4 },
  entry: { flexDirection: 'row', alignItems: 'center', borderWidth: 1.5, borderRadius: 12, paddingLeft: 12 },
  words: { flex: 1, minHeight: 44, paddingVertical: 6, justifyContent: 'center' },
});
