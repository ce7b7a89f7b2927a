import { isOccurrenceScope, settingsInScope, type Scope } from '@backline/core/timeline/scopes';
import { useState } from 'react';
import { StyleSheet } from 'react-native';
import { Button } from '../../components/Button';
import { freezePart } from '@backline/core/edits/parts';
import { setSettings } from '@backline/core/edits/settings';
import { GM_PROGRAMS } from '@backline/core/song/generalMidi';
import type { Settings } from '@backline/core/song/schema';
import { Fold } from '../../components/Fold';
import { Notice } from '../../components/Notice';
import { change } from '../../state/openSong';
import { playsIn, settingsIn } from '../../state/repertoire';
import { Instruments } from './Instruments';
import { PartMenu } from './PartMenu';
import { levelText, panText } from './decibels';
import { PlaceSettings } from './PlaceSettings';
import { PlaysSettings } from './PlaysSettings';
import type { Setting } from './setting';
import { hasSettings, SettingsOf } from './SettingControl';
import { StepSettings, stepFacts } from './StepSettings';
import { TouchSettings } from './TouchSettings';
import { VoicingSettings } from './VoicingSettings';

export { PartMenu };

type Group = 'plays' | 'line' | 'steps' | 'touch' | 'instrument' | 'place' | 'voicing' | 'part';

/** Groups that are unfolded, on every part's page alike: who sets one part's touch sets the next one's. */
let unfolded: readonly Group[] = ['plays'];

/** Where a part stands when what is set in a place is let go. */
const asBefore = (scope: Scope): string =>
  scope === null
    ? 'As the style has it'
    : isOccurrenceScope(scope)
      ? 'As in its section'
      : 'As in the whole song';

export interface PartSettingsProps extends Omit<Setting, 'set' | 'put'> {
  /** Opens the list of patterns; left out where there is none. */
  readonly onFind?: () => void;
  /** Opens the list of players; left out where there is none. */
  readonly onPlayers?: () => void;
  /** Keeps it as a player. Where it is given, so is what a part has for the song as a whole only: its place in the sound, its name, its place in the band. */
  readonly onKeep?: () => void;
}

/** Everything that can be set for one part, in the order in which players think; heard as it is set. */
export function PartSettings({ onFind, onPlayers, onKeep, ...of }: PartSettingsProps) {
  const { song, part, kind, scope } = of;
  const set = settingsIn(song, kind, part, scope);
  const put = (settings: Settings): void => void change(setSettings(part.id, scope, settings));
  const setting: Setting = { ...of, set, put };
  const [open, setOpen] = useState(unfolded);
  const fold = (group: Group, title: string, facts?: string) => ({
    title,
    facts,
    open: open.includes(group),
    onTurn: () =>
      setOpen((unfolded = open.includes(group) ? open.filter((g) => g !== group) : [...open, group])),
  });
  const own = settingsInScope(song, { part: part.id, scope });
  const isSet = Object.keys(own).length > 0;
  const { level, pan } = part.mix;
  const isFrozen = Boolean(part.frozen);
  return (
    <>
      {isFrozen ? (
        <Notice
          text={`${part.name} is frozen: it plays as it was kept, whatever chords and settings become.`}
        >
          <Button mode="contained" icon="snowflake-off" onPress={() => change(freezePart(part.id, null))}>
            Let it play anew
          </Button>
        </Notice>
      ) : (
        <Fold {...fold('plays', 'What it plays', playsIn(song, part, scope).pattern)}>
          <PlaysSettings {...setting} onFind={onFind} onPlayers={onPlayers} />
        </Fold>
      )}
      {hasSettings(kind, 'line') && !isFrozen ? (
        <Fold {...fold('line', 'Its line')}>
          <SettingsOf setting={setting} group="line" />
        </Fold>
      ) : null}
      {hasSettings(kind, 'steps') && !isFrozen ? (
        <Fold {...fold('steps', 'Steps', stepFacts(set))}>
          <StepSettings {...setting} />
        </Fold>
      ) : null}
      {hasSettings(kind, 'articulation') && !isFrozen ? (
        <Fold {...fold('touch', 'Touch')}>
          <TouchSettings {...setting} />
        </Fold>
      ) : null}
      {kind.instruments.length ? (
        <Fold {...fold('instrument', 'Instrument', GM_PROGRAMS[set.instrument])}>
          <Instruments
            {...{ song, part }}
            value={set.instrument}
            onChoose={(instrument) => put({ instrument })}
          />
        </Fold>
      ) : null}
      {onKeep ? (
        <Fold {...fold('place', 'Place in the sound', `${levelText(level)}, ${panText(pan)}`)}>
          <PlaceSettings song={song} part={part} />
        </Fold>
      ) : null}
      {hasSettings(kind, 'voicing') && !isFrozen ? (
        <Fold {...fold('voicing', 'Voicing')}>
          <VoicingSettings {...setting} />
        </Fold>
      ) : null}
      {onKeep ? (
        <Fold {...fold('part', 'The part itself', part.frozen ? 'frozen' : part.about)}>
          <PartMenu key={part.name} {...{ song, part, onKeep }} />
        </Fold>
      ) : null}
      <Button
        mode="outlined"
        icon="restore"
        style={styles.start}
        disabled={!isSet}
        onPress={() => put(Object.fromEntries(Object.keys(own).map((k) => [k, undefined])))}
      >
        {asBefore(scope)}
      </Button>
    </>
  );
}

const styles = StyleSheet.create({
  start: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center', marginTop: 8 },
});
