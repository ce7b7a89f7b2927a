import { SimulatedKeyboard } from './simulated';

/** What the app needs of a MIDI input; the browser's own and the simulated one both have it. */
export interface MidiInput {
  readonly id: string;
  readonly name: string | null;
  readonly state: 'connected' | 'disconnected';
  onmidimessage: ((event: { readonly data: Uint8Array | null }) => void) | null;
  onstatechange: (() => void) | null;
}

/** The keyboard that ships with the app, always there. */
export const simulatedKeyboard = new SimulatedKeyboard();

export interface Inputs {
  readonly inputs: readonly MidiInput[];
  /** Why the browser's own devices are not among them, as a sentence; null where they are. */
  readonly trouble: string | null;
}

const NO_MIDI =
  'This browser has no MIDI. The simulated keyboard, the keys on screen and the computer’s keys all work.';
const REFUSED =
  'The browser was not allowed to use MIDI. Allow it in the settings of this page and look again.';

let access: MIDIAccess | null = null;

/** Looks for MIDI inputs; `onChange` is called whenever one comes or goes. */
export async function findInputs(onChange: () => void): Promise<Inputs> {
  if (typeof navigator.requestMIDIAccess !== 'function') {
    return { inputs: [simulatedKeyboard], trouble: NO_MIDI };
  }
  try {
    access ??= await navigator.requestMIDIAccess();
    access.onstatechange = onChange;
    const own = [...access.inputs.values()] as unknown as MidiInput[];
    return { inputs: [...own.filter((i) => i.state === 'connected'), simulatedKeyboard], trouble: null };
  } catch {
    return { inputs: [simulatedKeyboard], trouble: REFUSED };
  }
}
