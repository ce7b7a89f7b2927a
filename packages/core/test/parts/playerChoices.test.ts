/** What a player of each kind chooses: drums of the kit, desks of a section, the time of a stroke, dead notes. */
import { renderBand } from '@backline/core/band/index';
import type { Settings, Song } from '@backline/core/song/schema';
import { DRUMS } from '@backline/core/parts/drums/percussionMap';
import { OURS } from '@backline/core/styles/index';
import { STYLES, song, withSettings } from '../support/music';

const BARS = 'C | Am7 | F | G7';
const exact: Settings = { groove: { lateness: 0, strength: 0 }, density: 5 };
const played = (base: Song, part: string, settings: Settings) =>
  renderBand(withSettings(base, part, { ...exact, ...settings }), OURS).parts.find((p) => p.id === part)!
    .notes;

/** Styles whose drums keep time on a closed hat or a ride. */
const KEEPING_TIME = STYLES.filter((s) =>
  /closed hat|"ride"/.test(JSON.stringify(s.parts.drums?.patterns[0])),
);

describe.each(KEEPING_TIME.map((s) => s.id))('the kit in %s', (style) => {
  const base = song(BARS, `style: ${style}\n`);
  // The first bars: fills and the last hit go their own way.
  const struck = (settings: Settings) =>
    new Set(
      played(base, 'drums', settings)
        .filter((n) => n.start > 0 && n.start < 2 * 1920)
        .map((n) => n.pitch),
    );
  const hats = [DRUMS['closed hat'], DRUMS['open hat']];

  it.each([
    ['ride', [DRUMS.ride], hats],
    ['bell', [DRUMS['ride bell']], hats],
    ['toms', [DRUMS['low tom']], [...hats, DRUMS.ride]],
    ['hi-hat', [DRUMS['closed hat']], [DRUMS.ride, DRUMS['ride bell']]],
  ] as const)('keeps time on the %s and on nothing else', (cymbal, has, hasNot) => {
    const plain = played(base, 'drums', {}).filter((n) => n.start < 1920).length;
    const groove = struck({ cymbal });
    for (const key of has) expect(groove).toContain(key);
    for (const key of hasNot) expect(groove).not.toContain(key);
    const notes = played(base, 'drums', { cymbal }).filter((n) => n.start < 1920);
    expect(notes.length).toBeGreaterThanOrEqual(plain - 2);
  });

  it('strikes the backbeat on what is chosen', () => {
    expect(struck({ backbeat: 'side stick' })).toContain(DRUMS['side stick']);
    expect(struck({ backbeat: 'side stick' })).not.toContain(DRUMS.snare);
  });
});

it('desks are left out one by one: what is left is what it was', () => {
  const base = song(BARS, 'style: slowtide\n');
  const plain = played(base, 'strings', {});
  const key = (n: { start: number; pitch: number }) => `${n.start} ${n.pitch}`;
  const all = new Set(plain.map(key));
  const counts = [['high'], ['low'], ['high', 'low'], ['middle', 'low']] as const;
  for (const without of counts) {
    const left = played(base, 'strings', { without: [...without] });
    expect(left.length).toBeGreaterThan(0);
    expect(left.length).toBeLessThan(plain.length);
    for (const note of left) expect(all).toContain(key(note));
  }
  const highest = Math.max(...plain.map((n) => n.pitch));
  expect(Math.max(...played(base, 'strings', { without: ['high'] }).map((n) => n.pitch))).toBeLessThan(
    highest,
  );
});

it('a fast song is strummed faster than a slow one, and up faster than down', () => {
  /** Milliseconds from the first string of a stroke to the last. */
  const across = (tempo: number): { down: number; up: number } => {
    const base = song(BARS, `tempo: ${tempo}\nstyle: quayside\n`);
    const notes = played(base, 'guitar', { strum: 40 });
    const strokes: (typeof notes)[number][][] = [];
    let last = -Infinity;
    for (const note of notes) {
      if (note.start - last > 50) strokes.push([]);
      strokes[strokes.length - 1]!.push(note);
      last = note.start;
    }
    const ms = (list: typeof notes): number =>
      ((list[list.length - 1]!.start - list[0]!.start) * 60_000) / tempo / 480;
    const full = strokes.filter((s) => s.length >= 4);
    const mean = (list: typeof full) => list.reduce((sum, s) => sum + ms(s), 0) / list.length;
    const isUp = (s: typeof notes) => s[0]!.pitch > s[s.length - 1]!.pitch;
    return { down: mean(full.filter((s) => !isUp(s))), up: mean(full.filter(isUp)) };
  };
  const [slow, fast] = [across(80), across(170)];
  expect(fast.down).toBeLessThan(0.9 * slow.down);
  if (Number.isFinite(slow.up)) expect(slow.up).toBeLessThan(slow.down);
});

it('a ghost of the bass is a dead note', () => {
  const ghosts = played(song(BARS, 'style: copperline\n'), 'bass', {}).filter(
    (n) => n.noteFunction === 'ghost',
  );
  expect(ghosts.length).toBeGreaterThan(0);
  for (const { duration } of ghosts) expect(duration).toBeLessThanOrEqual(60);
});

it('no bow and no breath lasts longer than eight seconds, or than a bar where that is longer', () => {
  for (const tempo of [30, 66, 120, 240]) {
    const held = song(Array(32).fill('C').join(' | '), `tempo: ${tempo}\nstyle: slowtide\n`);
    const seconds = (ticks: number) => (ticks * 60) / tempo / 480;
    const longest = Math.max(...played(held, 'strings', { density: 1 }).map((n) => seconds(n.duration)));
    expect(longest).toBeLessThanOrEqual(Math.max(8, seconds(1920)) + 0.1);
    expect(longest).toBeGreaterThan(3);
  }
});
