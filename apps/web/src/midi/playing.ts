/** What is being played by hand, from every source at once, and the sound of it. */
import { create } from 'zustand';
import { player } from '../audio/player';
import { findInputs, type MidiInput } from './devices';
import { NOTHING_HELD, hold, sounding, type Held } from './held';
import { readMessage, type KeyMessage } from './messages';

export type Source = 'screen' | 'computer' | 'midi';

export interface HandPlaying {
  readonly held: Readonly<Record<Source, Held>>;
  /** Sounding pitches of all sources, lowest first. */
  readonly notes: readonly number[];
  /** The last notes that sounded: they stay to be taken when the keys are let go. */
  readonly last: readonly number[];
  readonly program: number;
  readonly inputs: readonly MidiInput[];
  readonly input: MidiInput | null;
  /** What happened to the device, as a sentence. */
  readonly trouble: string | null;
}

const SILENT: HandPlaying['held'] = { screen: NOTHING_HELD, computer: NOTHING_HELD, midi: NOTHING_HELD };

export const usePlaying = create<HandPlaying>(() => ({
  held: SILENT,
  notes: [],
  last: [],
  program: 0,
  inputs: [],
  input: null,
  trouble: null,
}));

const { getState, setState } = usePlaying;

const allOf = (held: HandPlaying['held']): number[] =>
  [...new Set(Object.values(held).flatMap(sounding))].sort((a, b) => a - b);

/**
 * A fresh chord begins when a key goes down while nothing else sounds; while keys are let go
 * one by one, the fullest chord stays the one to be taken.
 */
function remembered(before: HandPlaying, notes: readonly number[]): readonly number[] {
  const grew = notes.some((n) => !before.notes.includes(n));
  return grew && notes.length ? notes : before.last;
}

/** Takes a message from a source: changes what is held, and sounds or silences it. */
export function take(source: Source, message: KeyMessage): void {
  const before = getState();
  const held = { ...before.held, [source]: hold(before.held[source], message) };
  const notes = allOf(held);
  for (const pitch of before.notes) if (!notes.includes(pitch)) player.release(pitch);
  const velocity = message.kind === 'on' ? message.velocity : 0;
  if (message.kind === 'on') void player.press(before.program, message.pitch, velocity);
  setState({ held, notes, last: remembered(before, notes) });
}

/** Lets everything go, whatever any source says: the way out of a note that hangs. */
export function silenceAll(): void {
  for (const pitch of getState().notes) player.release(pitch);
  setState({ held: SILENT, notes: [] });
}

export function forgetLast(): void {
  silenceAll();
  setState({ last: [] });
}

export const setProgram = (program: number): void => setState({ program });

/** Looks for devices; a chosen one that is gone is let go with a sentence, its notes silenced. */
export async function lookForInputs(): Promise<void> {
  const { inputs, trouble } = await findInputs(() => void lookForInputs());
  setState({ inputs, ...(trouble ? { trouble } : {}) });
  const { input } = getState();
  if (input && !inputs.some((i) => i.id === input.id && i.state === 'connected')) lost(input);
}

function lost(input: MidiInput): void {
  take('midi', { kind: 'silence' });
  setState({
    input: null,
    trouble: `${input.name ?? 'The keyboard'} was disconnected. What it held has been let go; the notes can still be taken.`,
  });
  input.onmidimessage = null;
}

/** Listens to one device, or to none. */
export function chooseInput(id: string | null): void {
  const { input: before, inputs } = getState();
  if (before) before.onmidimessage = null;
  take('midi', { kind: 'silence' });
  const input = inputs.find((i) => i.id === id) ?? null;
  if (input) {
    input.onmidimessage = ({ data }) => {
      const message = data && readMessage(data);
      if (message) take('midi', message);
    };
    input.onstatechange = () => {
      if (input.state === 'disconnected' && getState().input === input) lost(input);
    };
  }
  setState({ input, trouble: null });
}
