/** Each setting is said once: all that is read from its specification holds together, whatever settings there are. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { KINDS } from '@backline/core/parts/index';
import type { Settings } from '@backline/core/song/schema';
import {
  SETTING_NAMES,
  settingOf,
  settingsSchema,
  type SettingName,
} from '@backline/core/song/settings/index';
import { listedSettings, settingsPage } from '@backline/core/song/settings/listing';
import { OURS } from '@backline/core/styles/index';
import { settingsInWords } from '@backline/core/words/set';
import { resolveSettings } from '@backline/core/timeline/settings';
import { FULL_SETTINGS } from '../support/fullSong';

const style = OURS.styles.standIn;
const song = readChart('title: Set\nkey: C\ntempo: 100\n[Verse]\nC | Am | F | G', OURS);
const part = song.parts[0]!;
const resolved = (kind: (typeof KINDS)[number], settings: Settings) =>
  resolveSettings(kind, style, song, { settings }, []);

describe.each(SETTING_NAMES)('%s', (name) => {
  const { schema, neutral, control, inWords, label, moves } = settingOf(name);
  const example = FULL_SETTINGS[name];

  it('has words for what a song can keep, and for every choice that is offered', () => {
    expect(label).toMatch(/^[A-Z]/);
    const offered =
      control.as === 'page'
        ? []
        : 'choices' in control
          ? control.choices.map((c) => c.value)
          : [control.low, control.low + control.step, control.high];
    for (const value of [example, ...offered]) {
      expect(schema.safeParse(value).success).toBe(true);
      expect(inWords(value)).toMatch(/\w/);
      expect(settingsInWords(null, style, { [name]: value })).toHaveLength(1);
    }
    if ('low' in control) expect(control.text(control.low)).not.toBe(control.text(control.high));
    if ('choices' in control) expect(new Set(offered.map(inWords)).size).toBe(offered.length);
  });

  it('is resolved: neutral where nobody says anything, else as it is set', () => {
    for (const kind of KINDS) {
      const said = { ...kind.defaults, ...style.parts[kind.id]?.settings };
      const set = resolved(kind, { [name]: example }) as Record<string, unknown>;
      const left = resolved(kind, {}) as Record<string, unknown>;
      if (moves === 'mix' || name === 'groove') {
        expect(set[name]).toBeUndefined();
        continue;
      }
      if (name !== 'pattern') expect(set[name]).toEqual(example);
      if (name !== 'pattern' && !(name in said)) expect(left[name]).toEqual(neutral);
    }
  });

  it('is refused by the schema where it is something else', () => {
    expect(settingsSchema.safeParse({ [name]: Symbol('no') }).success).toBe(false);
  });
});

it('kinds name only settings that are theirs to name, and each of those is somebody’s', () => {
  const named = new Set(KINDS.flatMap((kind) => kind.controls));
  const toName = SETTING_NAMES.filter((name) => settingOf(name).byKind);
  expect([...named].sort()).toEqual([...toName].sort());
});

it('what moves the mix or the sound moves no note, and what moves notes is in the songs’ hands', () => {
  const without = renderBand(song, OURS);
  const silent: SettingName[] = SETTING_NAMES.filter((n) => ['mix', 'sound'].includes(settingOf(n).moves));
  for (const name of silent) {
    const other = { ...part, settings: { ...part.settings, [name]: FULL_SETTINGS[name] } };
    const band = renderBand({ ...song, parts: [other, ...song.parts.slice(1)] }, OURS);
    expect({ name, notes: band.parts.map((p) => p.notes) }).toEqual({
      name,
      notes: without.parts.map((p) => p.notes),
    });
  }
});

it('the page in docs/ is the list', () => {
  const page = readFileSync(join(__dirname, '../../../../docs/settings.md'), 'utf8');
  expect(page).toBe(settingsPage(listedSettings(KINDS)));
  for (const name of SETTING_NAMES) expect(page).toContain(`| \`${name}\` `);
});
