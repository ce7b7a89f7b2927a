/** Keys played by hand: bytes to messages, messages to what is held (MIDI 1.0 Detailed Specification). */
import fc from 'fast-check';
import { NOTHING_HELD, hold, sounding, type Held } from '../held';
import { noteOff, noteOn, readMessage, type KeyMessage } from '../messages';

const play = (...messages: KeyMessage[]): number[] => sounding(messages.reduce<Held>(hold, NOTHING_HELD));
const on = (pitch: number): KeyMessage => ({ kind: 'on', pitch, velocity: 90 });
const off = (pitch: number): KeyMessage => ({ kind: 'off', pitch });
const pedal = (down: boolean): KeyMessage => ({ kind: 'pedal', down });

it.each([
  [[0x90, 60, 100], { kind: 'on', pitch: 60, velocity: 100 }],
  [[0x95, 60, 1], { kind: 'on', pitch: 60, velocity: 1 }],
  [[0x90, 60, 0], { kind: 'off', pitch: 60 }],
  [[0x8f, 72, 64], { kind: 'off', pitch: 72 }],
  [[0xb0, 64, 127], { kind: 'pedal', down: true }],
  [[0xb0, 64, 63], { kind: 'pedal', down: false }],
  [[0xb3, 123, 0], { kind: 'silence' }],
  [[0xb0, 120, 0], { kind: 'silence' }],
  [[0xff], { kind: 'silence' }],
  [[0xb0, 7, 100], null],
  [[0xe0, 0, 64], null],
  [[0xf8], null],
  [[0x90, 200, 100], null],
  [[0x90, 60], null],
  [[], null],
])('the bytes %j', (bytes, message) => {
  expect(readMessage(bytes)).toEqual(message);
});

it('reads what it writes', () => {
  expect(readMessage(noteOn(61, 5))).toEqual({ kind: 'on', pitch: 61, velocity: 5 });
  expect(readMessage(noteOff(61))).toEqual(off(61));
});

it('any bytes give a message or none, never an error', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 255 }), { maxLength: 6 }), (b) => void readMessage(b)),
  );
});

it('holds keys, the pedal holds what was let go, and everything can be silenced', () => {
  expect(play(on(64), on(60))).toEqual([60, 64]);
  expect(play(on(60), on(60), off(60))).toEqual([]);
  expect(play(off(60), on(60))).toEqual([60]);
  expect(play(pedal(true), on(60), off(60))).toEqual([60]);
  expect(play(pedal(true), on(60), off(60), pedal(false))).toEqual([]);
  expect(play(pedal(true), on(60), off(60), on(60), pedal(false))).toEqual([60]);
  expect(play(on(60), on(64), { kind: 'silence' })).toEqual([]);
});

it('nothing hangs once every key and the pedal are up', () => {
  const key = fc.integer({ min: 21, max: 108 });
  const message = fc.oneof(key.map(on), key.map(off), fc.boolean().map(pedal));
  fc.assert(
    fc.property(fc.array(message, { maxLength: 60 }), (messages) => {
      const all = Array.from({ length: 88 }, (_, i) => off(21 + i));
      expect(play(...messages, ...all, pedal(false))).toEqual([]);
    }),
  );
});
