/** What the shipped banks are and whom they are owed to, as scripts/sounds wrote it down when it made them. */
import { finer } from './bankNames';
import shipped from '../../banks/index.json' with { type: 'json' };

/** A sound bank that comes with the app: its program, its size, its spread. */
export interface ShippedBank {
  readonly id: string;
  readonly name: string;
  /** Bytes of the file, and of its samples when they are decoded. */
  readonly bytes: number;
  readonly decoded: number;
  /** Key of {@link SOURCES}. */
  readonly source: string;
  /** How wide the desk makes it, 0–1: 0 for what is recorded in stereo. */
  readonly spread: number;
  /** Cents up and down of the vibrato that the engine gives it at most; 0 for none. */
  readonly vibrato: number;
  /** For keys up to one each, from the lowest: milliseconds after which a note is heard; empty where that is at once. */
  readonly speaks: readonly SpeaksAfter[];
}

/** Up to a key (MIDI number) a note is heard so many milliseconds after it is struck. */
export interface SpeaksAfter {
  readonly upTo: number;
  readonly after: number;
}

/** Where a sound is from and under which licence. */
export interface SoundSource {
  readonly key: string;
  /** What it is, by whom, under which licence, and what was done with it: shown as it stands. */
  readonly line: string;
  readonly licence: string;
}

export const BANKS: readonly ShippedBank[] = shipped.banks;
export const SOURCES: readonly SoundSource[] = shipped.sources;

const byId = new Map(BANKS.map((bank) => [bank.id, bank]));

/** True where a bank has a finer form. */
export const hasFiner = (id: string): boolean => byId.has(finer(id));

/** Width of what comes with the General MIDI bank, all of which is recorded with one microphone. */
const USUAL_SPREAD = 0.35;

/** What is recorded in stereo is made a little wider still, and the kit: its room reaches round the others. */
const STEREO_SPREAD = 0.24;
export const KIT_SPREAD = 0.28;
/** A bass stays in the middle. */
const BASSES = [32, 39] as const;

/** How wide a program is made by the desk. */
export function stereoSpreadOf(program: number): number {
  if (program >= BASSES[0] && program <= BASSES[1]) return 0;
  const bank = byId.get(String(program));
  return bank ? bank.spread || STEREO_SPREAD : USUAL_SPREAD;
}

/** By program: asked for at every block and note, they are laid out once. */
const PROGRAMS = Array.from({ length: 128 }, (_, program) => {
  const { vibrato = 0, speaks = [] } = byId.get(String(program)) ?? {};
  const after = Array.from({ length: 128 }, (_, key) => speaks.find(({ upTo }) => key <= upTo)?.after ?? 0);
  return { vibrato, after: Float64Array.from(after, (ms) => ms / 1000) };
});

/** Cents up and down that a program's held notes are moved at most. */
export const vibratoOf = (program: number): number => PROGRAMS[program]?.vibrato ?? 0;

/** Seconds after which a program's note is heard: winds and bows take a while. */
export const speaksAfter = (program: number, pitch: number): number => PROGRAMS[program]?.after[pitch] ?? 0;

/** The longest any of them takes, seconds. */
export const LONGEST_SPEAKING = Math.max(...PROGRAMS.flatMap(({ after }) => [...after]));

/** Bytes a bank's samples take when they are decoded; null for one that is not of our own making. */
export const decodedBytes = (id: string): number | null => byId.get(id)?.decoded ?? null;
