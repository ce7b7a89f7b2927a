import type { AudioFormat } from '@backline/sound/files/audioFormats';

/** What is to be taken away as sound. */
export interface AudioWish {
  readonly format: AudioFormat;
  readonly mastered: boolean;
  /** One playing of a section, as its bars name it; null for the whole song. */
  readonly playing: string | null;
  /** The whole as it is heard; one part by itself; or a file for each of some parts, and all of those together, in a zip. */
  readonly what: 'whole' | { readonly part: string } | { readonly parts: readonly string[] };
}

/** The parts that are asked for by name; null for the whole as it is heard. */
export const partsAsked = ({ what }: Pick<AudioWish, 'what'>): readonly string[] | null =>
  what === 'whole' ? null : 'parts' in what ? what.parts : [what.part];
