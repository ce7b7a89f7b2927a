/**
 * Version 3: fields went by words of our own where the trade has its own. Nothing but their words has changed; what
 * they hold is checked at the door.
 */
import { allOf, eachOf, grooveBefore4, renamed, settingsBefore4, withFields } from './renamed';

const bySettings = allOf(settingsBefore4);

const chordOf = (chord: unknown): unknown =>
  withFields(renamed(chord, { push: 'anticipation' }), { settings: bySettings });
const chordsOf = eachOf(chordOf);

const togetherOf = (together: unknown): unknown =>
  renamed(together, {
    early: 'anticipations',
    room: 'registers',
    push: 'anticipation',
    telling: 'repeatVariation',
  });

const sectionOf = (section: unknown): unknown =>
  withFields(renamed(section, { note: 'annotation' }), {
    drafts: eachOf((draft) => withFields(draft, { chords: chordsOf })),
    partChords: allOf(chordsOf),
    settings: bySettings,
    cues: eachOf((cue) => withFields(cue, { settings: settingsBefore4 })),
    together: togetherOf,
  });

const entryOf = (entry: unknown): unknown =>
  withFields(renamed(entry, { passes: 'occurrences' }), { occurrences: allOf(bySettings) });

const partOf = (part: unknown): unknown =>
  withFields(part, { settings: settingsBefore4, mix: (mix) => renamed(mix, { room: 'reverbSend' }) });

const removedOf = (removed: unknown): unknown =>
  withFields(renamed(removed, { places: 'positions' }), {
    section: sectionOf,
    positions: eachOf((position) => withFields(position, { entry: entryOf })),
  });

/** A document of version 4, unchecked. */
export const fromVersion3 = (old: object): unknown =>
  withFields(renamed(old, { note: 'annotation' }), {
    version: () => 4,
    groove: grooveBefore4,
    parts: eachOf(partOf),
    sections: eachOf(sectionOf),
    form: eachOf(entryOf),
    removed: eachOf(removedOf),
    together: togetherOf,
  });
