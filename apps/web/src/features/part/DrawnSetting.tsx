import { ENERGIES } from '@backline/core/song/choices';
import type { Settings } from '@backline/core/song/schema';
import { settingOf, type SettingName } from '@backline/core/song/settings/index';
import { Choices } from '../../components/Choices';
import { later } from '../../components/later';

const DrawnCurve = later(() => import('../../components/DrawnCurve').then((m) => m.DrawnCurve));

const AS_PLAYER = 'as its player';
const DRAWN = 'drawn';
/** A line is drawn with so many points. */
const POINTS = 8;
/** Where a line starts out that is to be drawn, percent. */
const MIDDLE = 50;

export interface DrawnSettingProps {
  readonly name: SettingName;
  readonly label: string;
  /** A word, a line of percents, or null where its player says. */
  readonly value: unknown;
  readonly put: (settings: Settings) => void;
}

/** How full a line is on its way: by one word, or drawn from calm to full. */
export function DrawnSetting({ name, label, value, put }: DrawnSettingProps) {
  const points = Array.isArray(value) ? (value as number[]) : null;
  const set = (to: unknown): void => put({ [name]: to });
  return (
    <>
      <Choices
        label={label}
        value={points ? DRAWN : ((value as string | null) ?? AS_PLAYER)}
        choices={[AS_PLAYER, ...ENERGIES, DRAWN].map((one) => ({ value: one, label: one }))}
        onChoose={(one) => {
          if (one === AS_PLAYER) set(undefined);
          else if (one !== DRAWN) set(one);
          else if (!points) set(Array.from({ length: POINTS }, () => MIDDLE));
        }}
      />
      {points ? (
        <DrawnCurve
          label={`${settingOf(name).label}, drawn`}
          points={points}
          high="full"
          low="calm"
          through="from its first bar to its last"
          onChange={set}
        />
      ) : null}
    </>
  );
}
