/** Events to bytes of a Standard MIDI File, in time that grows with their number and no faster. */
import { writeMidi, type MidiEvent } from 'midi-file';
import { PPQ } from '../../time/ticks';

/** The library joins what it writes byte by byte: in pieces of this many events that costs little. */
const PIECE = 48;
const FILE_HEADER = 14;
const CHUNK_HEADER = 8;

const header = (numTracks: number) => ({ format: 1 as const, numTracks, ticksPerBeat: PPQ });

/** The bytes of some events, without the headers of file and track. */
const pieceBytes = (events: MidiEvent[]): number[] =>
  writeMidi({ header: header(1), tracks: [events] }).slice(FILE_HEADER + CHUNK_HEADER);

function join(pieces: readonly ArrayLike<number>[]): Uint8Array {
  const whole = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}

/** One track as a chunk: "MTrk", its length in four bytes, its events. */
function trackChunk(events: readonly MidiEvent[]): Uint8Array {
  const pieces: number[][] = [];
  for (let i = 0; i < events.length; i += PIECE) pieces.push(pieceBytes(events.slice(i, i + PIECE)));
  const body = join(pieces);
  const head = new Uint8Array(CHUNK_HEADER);
  head.set([...'MTrk'].map((c) => c.charCodeAt(0)));
  new DataView(head.buffer).setUint32(4, body.length);
  return join([head, body]);
}

/** The library counts the tracks it is given. */
const fileHeader = (tracks: number): number[] =>
  writeMidi({ header: header(tracks), tracks: Array.from({ length: tracks }, () => []) }).slice(
    0,
    FILE_HEADER,
  );

/** A file of type 1 with these tracks. */
export const writeFile = (tracks: readonly (readonly MidiEvent[])[]): Uint8Array =>
  join([fileHeader(tracks.length), ...tracks.map(trackChunk)]);
