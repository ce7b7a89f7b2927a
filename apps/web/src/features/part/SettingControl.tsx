import { Fragment, type ReactNode } from 'react';
import type { Kind } from '@backline/core/parts/kind';
import type { Settings } from '@backline/core/song/schema';
import { SETTING_NAMES, settingOf, type SettingName } from '@backline/core/song/settings/index';
import type { SettingChoice, SettingGroup } from '@backline/core/song/settings/specification';
import { Choices, type Choice } from '../../components/Choices';
import { Picker } from '../../components/Picker';
import { Range } from '../../components/Range';
import { Stepper } from '../../components/Stepper';
import { DrawnSetting } from './DrawnSetting';
import type { Setting } from './setting';

type Value = string | number | boolean;

interface SettingControlProps {
  readonly name: SettingName;
  /** What holds or is set; null where that is nothing. */
  readonly value: unknown;
  readonly put: (settings: Settings) => void;
  /** In place of the setting's own label. */
  readonly label?: string;
  /** What is said of a range while nothing is set. */
  readonly unset?: string;
}

const AS_PATTERN = 'as its pattern';
/** What its pattern says of a line is its player's way. */
const AS_PLAYER = 'as its player';

/** One setting, chosen as its specification says; nothing where that leaves it to a page. */
export function SettingControl({ name, value, put, unset, ...props }: SettingControlProps) {
  const { control, neutral, label: own, inWords, group } = settingOf(name);
  const label = props.label ?? own;
  const set = (to: unknown): void => put({ [name]: to });
  switch (control.as) {
    case 'choices':
    case 'list': {
      const listed = control.choices as readonly SettingChoice<Value>[];
      // What was set elsewhere stands in the list as well.
      const isOther = control.as === 'list' && value !== null && !listed.some((c) => c.value === value);
      const offered = isOther ? [...listed, { value: value as Value, label: inWords(value) }] : listed;
      // What its pattern says can be let hold again.
      const isOfPattern = neutral === null;
      const choices: readonly Choice<Value>[] = isOfPattern
        ? [{ value: AS_PATTERN, label: group === 'line' ? AS_PLAYER : AS_PATTERN }, ...offered]
        : offered;
      const chosen = (value ?? (isOfPattern ? AS_PATTERN : null)) as Value | null;
      const choose = (to: Value): void => set(to === AS_PATTERN ? undefined : to);
      return control.as === 'list' ? (
        <Picker
          label={label}
          value={String(chosen)}
          choices={choices.map((c) => ({ ...c, value: String(c.value) }))}
          onChoose={(text) => choose(choices.find((c) => String(c.value) === text)!.value)}
        />
      ) : (
        <Choices label={label} value={chosen} choices={choices} onChoose={choose} />
      );
    }
    case 'drawn':
      return <DrawnSetting {...{ name, label, value, put }} />;
    case 'range':
      return (
        <Range
          label={label}
          value={Number(value ?? neutral)}
          low={control.low}
          high={control.high}
          step={control.step}
          text={value === null && unset ? unset : control.text(Number(value ?? neutral))}
          onChange={set}
        />
      );
    case 'stepper': {
      const at = Number(value ?? neutral);
      const { low, high, step, less, more, text } = control;
      return (
        <Stepper
          label={label}
          text={text(at)}
          less={`${label} ${less}`}
          more={`${label} ${more}`}
          onLess={at - step >= low ? () => set(at - step) : undefined}
          onMore={at + step <= high ? () => set(at + step) : undefined}
        />
      );
    }
    case 'page':
      return null;
  }
}

/** Whether a setting means something for a kind of part. */
export const isFor = (kind: Kind, name: SettingName): boolean =>
  !settingOf(name).byKind || kind.controls.includes(name);

const namesOf = (kind: Kind, group: SettingGroup): readonly SettingName[] =>
  SETTING_NAMES.filter((name) => settingOf(name).group === group && isFor(kind, name));

/** Whether there is anything of a group to set for a kind of part. */
export const hasSettings = (kind: Kind, group: SettingGroup): boolean => namesOf(kind, group).length > 0;

interface SettingsOfProps {
  readonly setting: Setting;
  readonly group: SettingGroup;
  /** What the page draws itself, by name; null where there is nothing to choose just now. */
  readonly drawn?: { readonly [name in SettingName]?: ReactNode };
}

/** All settings of a group that mean something for a part's kind, in their order. */
export const SettingsOf = ({ setting: { kind, set, put }, group, drawn = {} }: SettingsOfProps) => (
  <>
    {namesOf(kind, group).map((name) =>
      name in drawn ? (
        <Fragment key={name}>{drawn[name]}</Fragment>
      ) : (
        <SettingControl key={name} name={name} value={set[name as keyof typeof set] ?? null} put={put} />
      ),
    )}
  </>
);
