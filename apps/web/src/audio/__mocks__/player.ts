/** The player without a sound card: what would sound is seen in the calls. */
import { create } from 'zustand';

export const usePlayer = create(() => ({
  sound: 'off',
  loaded: 0,
  toLoad: 0,
  problem: null,
  playing: false,
  starting: false,
  counting: false,
  countIn: false,
  loop: null as unknown,
  length: 0,
  jumps: 0,
}));

export const player = {
  audition: jest.fn(() => Promise.resolve()),
  play: jest.fn(() => Promise.resolve()),
  stop: jest.fn(),
  seek: jest.fn(),
  tick: () => 0,
  setLoop: (loop: unknown) => usePlayer.setState({ loop }),
  setCountIn: (countIn: boolean) => usePlayer.setState({ countIn }),
  scoresFrom: jest.fn(),
  renewScores: jest.fn(),
  setScore: jest.fn(),
  setMix: jest.fn(),
  setMaster: jest.fn(),
  clear: jest.fn(),
  press: jest.fn(() => Promise.resolve()),
  release: jest.fn(),
  stopAudition: jest.fn(),
};
