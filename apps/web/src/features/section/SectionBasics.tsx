/** What can be done with a section wherever it stands: named, doubled, played again, removed. */
import { useState } from 'react';
import { doubleSection, playAgain, renameSection } from '@backline/core/edits/form';
import { removeSection } from '@backline/core/edits/removed';
import { LIMITS } from '@backline/core/song/limits';
import type { Section, Song } from '@backline/core/song/schema';
import { Button } from '../../components/Button';
import { Field } from '../../components/Field';
import { change } from '../../state/openSong';

/** A section's name, as it is typed. */
export function SectionName({ section }: { section: Section }) {
  const [name, setName] = useState(section.name);
  return (
    <Field
      label="Name of the section"
      accessibilityLabel="Name of the section"
      value={name}
      maxLength={LIMITS.nameLength}
      onChangeText={(next) => {
        setName(next);
        change(renameSection(section.id, next));
      }}
    />
  );
}

/** Doubled, played once more at the end, removed. */
export function SectionActions(props: { song: Song; section: Section; onRemoved: () => void }) {
  const { song, section, onRemoved } = props;
  const { id } = section;
  return (
    <>
      <Button mode="outlined" icon="content-copy" onPress={() => change(doubleSection(id))}>
        Double
      </Button>
      <Button mode="outlined" icon="playlist-plus" onPress={() => change(playAgain(id))}>
        Play again at the end
      </Button>
      <Button
        mode="outlined"
        icon="delete-outline"
        disabled={song.sections.length < 2}
        onPress={() => {
          change(removeSection(id));
          onRemoved();
        }}
      >
        Remove
      </Button>
    </>
  );
}
