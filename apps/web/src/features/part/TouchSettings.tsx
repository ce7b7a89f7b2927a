import { StyleSheet, View } from 'react-native';
import { SECTION_VOICES, type SectionVoice } from '@backline/core/song/choices';
import { Toggle } from '../../components/Toggle';
import type { Setting } from './setting';
import { SettingsOf } from './SettingControl';
import { Words } from '../../components/Words';

/** Which desks of a section play: one at least. */
function Desks({ without, put }: { readonly without: readonly SectionVoice[] } & Pick<Setting, 'put'>) {
  const turn = (desk: SectionVoice): void => {
    const left = without.includes(desk) ? without.filter((d) => d !== desk) : [...without, desk];
    if (left.length < SECTION_VOICES.length) put({ without: left.length ? left : undefined });
  };
  return (
    <View role="group" aria-label="Desks that play" style={styles.group}>
      <Words size="strong">Desks that play</Words>
      <View style={styles.row}>
        {SECTION_VOICES.map((desk) => (
          <Toggle key={desk} label={desk} on={!without.includes(desk)} onPress={() => turn(desk)} />
        ))}
      </View>
    </View>
  );
}

/** How a part's notes are touched: as far as its kind of player touches them so. */
export const TouchSettings = (setting: Setting) => (
  <SettingsOf
    setting={setting}
    group="articulation"
    drawn={{ without: <Desks without={setting.set.without} put={setting.put} /> }}
  />
);

const styles = StyleSheet.create({
  group: { gap: 4 },
  row: { flexDirection: 'row', gap: 6 },
});
