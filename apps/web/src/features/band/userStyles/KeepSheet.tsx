import { useState } from 'react';
import { StyleSheet } from 'react-native';
import { STYLE_ABOUT, STYLE_NAME } from '@backline/core/userStyles/limits';
import type { UserStyleDocument } from '@backline/core/userStyles/wire';
import { Button } from '../../../components/Button';
import { Field } from '../../../components/Field';
import { Notice } from '../../../components/Notice';
import { Sheet } from '../../../components/Sheet';
import { keepOwn } from '../../../state/userStyles';
import { Words } from '../../../components/Words';

export interface KeepSheetProps {
  readonly title: string;
  /** What it becomes: "style", "player". */
  readonly what: string;
  /** What is kept and what stays, in words; or why nothing can be. */
  readonly words: string;
  readonly can: boolean;
  readonly called: string;
  /** Where it is found, once it is kept. */
  readonly found: string;
  readonly documentFor: (name: string, about: string) => UserStyleDocument | null;
  readonly onClose: () => void;
}

/** Keeps something of the open song for other songs, under a name. */
export function KeepSheet({ title, what, words, can, called, found, documentFor, onClose }: KeepSheetProps) {
  const [name, setName] = useState(called.slice(0, STYLE_NAME));
  const [about, setAbout] = useState('');
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<{ kept: boolean; text: string } | null>(null);
  const keep = async (): Promise<void> => {
    setBusy(true);
    try {
      const document = documentFor(name, about);
      if (!document) return;
      await keepOwn(document);
      setSaid({ kept: true, text: `“${name.trim()}” is kept. ${found}` });
    } catch (error) {
      setSaid({ kept: false, text: error instanceof Error ? error.message : String(error) });
    } finally {
      setBusy(false);
    }
  };
  return (
    <Sheet title={title} onClose={onClose}>
      <Words size="words" tone="quiet">
        {words}
      </Words>
      <Field
        label="Name"
        accessibilityLabel={`Name of the ${what}`}
        value={name}
        maxLength={STYLE_NAME}
        onChangeText={setName}
      />
      <Field
        label="What it is good for"
        accessibilityLabel={`What the ${what} is good for`}
        value={about}
        maxLength={STYLE_ABOUT}
        onChangeText={setAbout}
      />
      {said?.kept ? (
        <Words role="status" size="strong">
          {said.text}
        </Words>
      ) : null}
      {said && !said.kept ? <Notice text={said.text} /> : null}
      <Button
        mode="contained"
        icon="check"
        loading={busy}
        disabled={busy || !can || !name.trim() || said?.kept}
        style={styles.start}
        onPress={() => void keep()}
      >
        {`Keep as a ${what}`}
      </Button>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  start: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center' },
});
