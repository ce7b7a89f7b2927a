/** What files of sound there are, and how large they get. */

export const AUDIO_FORMATS = ['wav16', 'wav24', 'mp3', 'ogg'] as const;
/** A format of audio files. */
export type AudioFormat = (typeof AUDIO_FORMATS)[number];

/** Frames a second of the files: as on a compact disc. */
export const FILE_RATE = 44_100;

/** kbit a second of MP3: constant, since a reader takes a file's length from it. */
export const BITRATE = 256;

/** About how many bytes a second of a file takes, stereo. Vorbis takes what it needs: measured on songs of ours. */
const BYTES_A_SECOND: Readonly<Record<AudioFormat, number>> = {
  wav16: FILE_RATE * 4,
  wav24: FILE_RATE * 6,
  mp3: (BITRATE * 1000) / 8,
  ogg: 26_000,
};

export const bytesASecond = (format: AudioFormat): number => BYTES_A_SECOND[format];
