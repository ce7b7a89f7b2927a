/** A note of the band: ticks from the song's start, after groove. */
export interface BandNote {
  readonly start: number;
  readonly duration: number;
  readonly pitch: number;
  readonly velocity: number;
  readonly why: string;
}
