/** Playing by hand from several sources at once: what sounds, what is remembered, what a lost keyboard leaves. */
import fc from 'fast-check';
import { player } from '../../audio/player';
import { simulatedKeyboard } from '../devices';
import { noteOff, noteOn } from '../messages';
import { chooseInput, forgetLast, lookForInputs, setProgram, silenceAll, take, usePlaying } from '../playing';

jest.mock('../../audio/player', () => ({ player: { press: jest.fn(), release: jest.fn() } }));

const press = player.press as unknown as jest.Mock;
const release = player.release as unknown as jest.Mock;
const on = (pitch: number, velocity = 80) => ({ kind: 'on', pitch, velocity }) as const;
const off = (pitch: number) => ({ kind: 'off', pitch }) as const;
const now = () => usePlaying.getState();

beforeEach(() => {
  chooseInput(null);
  forgetLast();
  jest.clearAllMocks();
});

it('a key held by two sources goes on until both have let it go', () => {
  setProgram(4);
  take('screen', on(60));
  take('midi', on(60));
  expect(press).toHaveBeenCalledWith(4, 60, 80);
  take('screen', off(60));
  expect(release).not.toHaveBeenCalled();
  take('midi', off(60));
  expect(release.mock.calls).toEqual([[60]]);
  expect(now().notes).toEqual([]);
});

it('the fullest chord stays to be taken while its keys are let go one by one; the next key begins anew', () => {
  for (const pitch of [60, 67, 64]) take('computer', on(pitch));
  expect(now().notes).toEqual([60, 64, 67]);
  for (const pitch of [64, 60, 67]) take('computer', off(pitch));
  expect(now().last).toEqual([60, 64, 67]);
  take('computer', on(62));
  expect(now().last).toEqual([62]);
  forgetLast();
  expect([now().notes, now().last]).toEqual([[], []]);
});

it('whatever is played, what was pressed is released once everything is silenced', () => {
  const message = fc.oneof(
    fc.record({
      kind: fc.constant('on' as const),
      pitch: fc.integer({ min: 60, max: 64 }),
      velocity: fc.constant(70),
    }),
    fc.record({ kind: fc.constant('off' as const), pitch: fc.integer({ min: 60, max: 64 }) }),
    fc.record({ kind: fc.constant('pedal' as const), down: fc.boolean() }),
    fc.constant({ kind: 'silence' as const }),
  );
  const source = fc.constantFrom('screen' as const, 'computer' as const, 'midi' as const);
  fc.assert(
    fc.property(fc.array(fc.tuple(source, message), { maxLength: 40 }), (messages) => {
      const heard = new Set<number>();
      press.mockImplementation((_, pitch: number) => heard.add(pitch));
      release.mockImplementation((pitch: number) => heard.delete(pitch));
      for (const [from, one] of messages) {
        take(from, one);
        // What sounds is what is said to sound.
        expect([...heard].sort((a, b) => a - b)).toEqual(now().notes);
      }
      silenceAll();
      expect([...heard]).toEqual([]);
    }),
  );
});

it('listens to the chosen keyboard only, and says that it has gone with what it held let go', async () => {
  await lookForInputs();
  expect(now().inputs).toContain(simulatedKeyboard);
  // jsdom is a browser without MIDI: that is said, and the keyboard that ships with the app is there.
  expect(now().trouble).toMatch(/no MIDI/);
  chooseInput(simulatedKeyboard.id);
  expect(now().trouble).toBeNull();
  simulatedKeyboard.onmidimessage!({ data: noteOn(60) });
  simulatedKeyboard.onmidimessage!({ data: Uint8Array.of(0x90) });
  simulatedKeyboard.onmidimessage!({ data: null });
  expect(now().notes).toEqual([60]);
  simulatedKeyboard.onmidimessage!({ data: noteOff(60) });
  simulatedKeyboard.onmidimessage!({ data: noteOn(64) });
  usePlaying.setState({
    input: { ...simulatedKeyboard, id: 'pulled', name: 'A keyboard', state: 'disconnected' },
  });
  await lookForInputs();
  expect(now()).toMatchObject({ input: null, notes: [], last: [64] });
  expect(now().trouble).toBe(
    'A keyboard was disconnected. What it held has been let go; the notes can still be taken.',
  );
  expect(release).toHaveBeenCalledWith(64);
});
