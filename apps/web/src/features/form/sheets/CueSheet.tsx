import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { addCue, changeCue, removeCue } from '@backline/core/edits/cues';
import { GM_PROGRAMS } from '@backline/core/song/generalMidi';
import type { Cue, Section, Song } from '@backline/core/song/schema';
import { barAt, barIndexAt, barsLength, sectionBars } from '@backline/core/time/bars';
import { beatsBetween } from '@backline/core/time/beats';
import { patternsAtHand } from '@backline/core/timeline/settings';
import { Button } from '../../../components/Button';
import { Choices } from '../../../components/Choices';
import { Picker } from '../../../components/Picker';
import { Sheet } from '../../../components/Sheet';
import { Stepper, type StepperNumber } from '../../../components/Stepper';
import { Toggle } from '../../../components/Toggle';
import { change, useOpenSong } from '../../../state/openSong';
import { partKind, songStyle, repertoireTools } from '../../../state/repertoire';
import { SettingControl, isFor } from '../../part/SettingControl';
import { openOver } from '../formState';

/** What a cue does. */
const WHATS = [
  { value: 'in', label: 'Come in' },
  { value: 'out', label: 'Drop out' },
  { value: 'stop', label: 'Hit and stop' },
  { value: 'other', label: 'Play otherwise' },
] as const;
type What = (typeof WHATS)[number]['value'];

const whatOf = ({ hit, settings }: Pick<Cue, 'hit' | 'settings'>): What =>
  hit
    ? 'stop'
    : settings.on === false
      ? 'out'
      : settings.on === true && Object.keys(settings).length === 1
        ? 'in'
        : 'other';

const BEGINS: Readonly<Record<What, Pick<Cue, 'settings' | 'hit'>>> = {
  in: { settings: { on: true } },
  out: { settings: { on: false } },
  stop: { settings: {}, hit: true },
  other: { settings: { density: 2 } },
};

interface CueSheetProps {
  readonly song: Song;
  readonly section: Section;
  /** Null for one that is about to be made. */
  readonly id: string | null;
  readonly at: number;
  readonly parts: readonly string[];
}

/** Another value of density, dynamics, pattern, instrument or strum from a cue on. */
function Otherwise({
  song,
  cue,
  put,
}: {
  song: Song;
  cue: Omit<Cue, 'id'>;
  put: (next: Cue['settings']) => void;
}) {
  const { settings, parts } = cue;
  const part = parts.length === 1 ? song.parts.find((p) => p.id === parts[0]) : undefined;
  const kind = part ? partKind(part) : null;
  const patterns = kind ? patternsAtHand(kind, songStyle(song)) : [];
  const set = (next: Partial<Cue['settings']>): void => {
    const all = { ...settings, ...next };
    put(Object.fromEntries(Object.entries(all).filter(([, value]) => value !== undefined)));
  };
  return (
    <>
      <SettingControl name="density" value={settings.density ?? null} put={set} />
      <SettingControl name="dynamics" value={settings.dynamics ?? null} put={set} />
      {patterns.length ? (
        <Picker
          label="Pattern"
          value={settings.pattern ?? ''}
          choices={[
            { value: '', label: 'as before' },
            ...patterns.map((p) => ({ value: p.id, label: p.name })),
          ]}
          onChoose={(pattern) => set({ pattern: pattern || undefined })}
        />
      ) : null}
      {kind?.instruments.length ? (
        <Picker
          label="Instrument"
          value={settings.instrument === undefined ? '' : String(settings.instrument)}
          choices={[
            { value: '', label: 'as before' },
            ...GM_PROGRAMS.map((label, value) => ({ value: String(value), label })),
          ]}
          onChoose={(value) => set({ instrument: value ? Number(value) : undefined })}
        />
      ) : null}
      {kind && isFor(kind, 'strum') ? (
        <SettingControl name="strum" value={settings.strum ?? null} put={set} unset="as before" />
      ) : null}
    </>
  );
}

interface MomentProps {
  readonly label: string;
  readonly text: string;
  /** What the steps are called: a bar earlier and later, a beat earlier and later. */
  readonly does: readonly [string, string, string, string];
  /** Undefined where it goes no further that way. */
  readonly byBar: (way: 1 | -1) => (() => void) | undefined;
  readonly byBeat: (way: 1 | -1) => (() => void) | undefined;
  /** Its bar as a number that can be typed. */
  readonly number: StepperNumber;
}

/** A place of a section that is moved by bars and by beats. */
function Moment({ label, text, does, byBar, byBeat, number }: MomentProps) {
  const [barLess, barMore, beatLess, beatMore] = does;
  return (
    <>
      <Stepper
        label={label}
        text={text}
        less={barLess}
        more={barMore}
        onLess={byBar(-1)}
        onMore={byBar(1)}
        number={number}
      />
      <Stepper
        label={`${label}, by beats`}
        text={text}
        less={beatLess}
        more={beatMore}
        onLess={byBeat(-1)}
        onMore={byBeat(1)}
      />
    </>
  );
}

/** A cue: where it begins and ends, who does what. */
export function CueSheet({ song, section, id, at, parts }: CueSheetProps) {
  const bars = sectionBars(section, song);
  const length = barsLength(bars);
  const there = section.cues.find((c) => c.id === id);
  /** A new one holds for the bar it begins in. */
  const first = barAt(bars, at);
  const [draft, setDraft] = useState<Omit<Cue, 'id'>>({
    at,
    parts: parts.length ? [...parts] : song.parts.map((p) => p.id),
    ...BEGINS[parts.length === 1 ? 'out' : 'stop'],
    until: first.start + first.length,
  });
  const cue = there ?? draft;
  const put = (next: Partial<Omit<Cue, 'id'>>): void => {
    if (there) change(changeCue(section.id, there.id, next));
    else setDraft({ ...draft, ...next });
  };
  const beats = [...beatsBetween(bars, 0, length).map((b) => b.start), length];
  const until = cue.until ?? length;
  const beatBy = (tick: number, by: number): number | undefined => {
    const here = beats.findIndex((b) => b >= tick);
    return beats[here + by];
  };
  const barBy = (tick: number, by: number): number | undefined => {
    const index = tick >= length ? bars.length : barIndexAt(bars, tick);
    const to = index + by;
    return to === bars.length ? length : bars[to]?.start;
  };
  const moveTo = (to: number | undefined): (() => void) | undefined =>
    to === undefined || to < 0 || to >= length
      ? undefined
      : () => put({ at: to, until: Math.min(length, to + until - cue.at) });
  const endAt = (to: number | undefined): (() => void) | undefined =>
    to === undefined || to <= cue.at || to > length ? undefined : () => put({ until: to });
  const what = whatOf(cue);
  const add = (): void => {
    if (!change(addCue(section.id, draft))) return;
    const made = useOpenSong
      .getState()
      .song?.sections.find((s) => s.id === section.id)
      ?.cues.find((c) => !section.cues.some((o) => o.id === c.id));
    openOver(made ? { kind: 'cue', id: made.id, at: made.at, parts: [] } : null);
  };
  return (
    <Sheet
      tall
      title={there ? `Cue in ${section.name}` : `New cue in ${section.name}`}
      onClose={() => openOver(null)}
    >
      <View role="group" aria-label="Who" style={styles.row}>
        {song.parts.map((part) => {
          const on = cue.parts.includes(part.id);
          return (
            <Toggle
              key={part.id}
              label={part.name}
              on={on}
              onPress={() =>
                put({ parts: on ? cue.parts.filter((p) => p !== part.id) : [...cue.parts, part.id] })
              }
            />
          );
        })}
        <Toggle
          label="All"
          spoken="All parts"
          on={cue.parts.length === song.parts.length}
          onPress={() => put({ parts: song.parts.map((p) => p.id) })}
        />
      </View>
      <Choices
        label="What"
        value={what}
        choices={WHATS}
        onChoose={(next) => put({ hit: undefined, ...BEGINS[next] })}
      />
      <Moment
        label="From"
        text={repertoireTools().placeInWords(bars, cue.at)}
        does={['A bar earlier', 'A bar later', 'A beat earlier', 'A beat later']}
        byBar={(way) => moveTo(barBy(cue.at, way))}
        byBeat={(way) => moveTo(beatBy(cue.at, way))}
        number={{
          value: barIndexAt(bars, cue.at) + 1,
          least: 1,
          most: bars.length,
          onSet: (bar) => moveTo(bars[bar - 1]!.start)?.(),
        }}
      />
      <Moment
        label="Until"
        text={until >= length ? 'the end' : repertoireTools().placeInWords(bars, until)}
        does={['End a bar earlier', 'End a bar later', 'End a beat earlier', 'End a beat later']}
        byBar={(way) => endAt(barBy(until, way))}
        byBeat={(way) => endAt(beatBy(until, way))}
        number={{
          value: barIndexAt(bars, until - 1) + 1,
          least: barIndexAt(bars, cue.at) + 1,
          most: bars.length,
          // It ends with the bar that is named.
          onSet: (bar) => endAt(bars[bar - 1]!.start + bars[bar - 1]!.length)?.(),
        }}
      />
      {what === 'other' ? <Otherwise song={song} cue={cue} put={(settings) => put({ settings })} /> : null}
      <View style={styles.row}>
        {there ? (
          <Button
            mode="outlined"
            icon="delete-outline"
            onPress={() => {
              change(removeCue(section.id, there.id));
              openOver(null);
            }}
          >
            Take the cue out
          </Button>
        ) : (
          <Button mode="contained" icon="flag-outline" disabled={!draft.parts.length} onPress={add}>
            Add the cue
          </Button>
        )}
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', flexWrap: 'wrap', gap: 6, paddingTop: 4 } });
