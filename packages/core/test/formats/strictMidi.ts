/**
 * A strict reader of Standard MIDI Files, written from the specification (MIDI Manufacturers
 * Association, Standard MIDI Files 1.0): it refuses what lenient readers forgive.
 */
export interface ReadEvent {
  readonly tick: number;
  readonly kind: 'meta' | 'note on' | 'note off' | 'control' | 'program' | 'bend';
  readonly channel: number;
  readonly a: number;
  readonly b: number;
  readonly text: string;
  /** What a meta event holds. */
  readonly bytes?: readonly number[];
}

export interface ReadFile {
  readonly format: number;
  readonly division: number;
  readonly tracks: ReadEvent[][];
}

class Bytes {
  at = 0;
  constructor(private readonly bytes: Uint8Array) {}
  get left(): number {
    return this.bytes.length - this.at;
  }
  byte(): number {
    if (this.left < 1) throw new Error('the file ends too early');
    return this.bytes[this.at++]!;
  }
  data(): number {
    const value = this.byte();
    if (value > 127) throw new Error(`a status byte stands where data should at ${this.at - 1}`);
    return value;
  }
  number(size: number): number {
    let value = 0;
    for (let i = 0; i < size; i++) value = value * 256 + this.byte();
    return value;
  }
  variable(): number {
    let value = 0;
    for (let i = 0; i < 4; i++) {
      const byte = this.byte();
      value = value * 128 + (byte & 127);
      if (byte < 128) return value;
    }
    throw new Error('a variable length runs over four bytes');
  }
  take(size: number): Uint8Array {
    if (this.left < size) throw new Error('a chunk is longer than the file');
    this.at += size;
    return this.bytes.slice(this.at - size, this.at);
  }
}

const ascii = (bytes: Uint8Array): string => String.fromCharCode(...bytes);

function readTrack(bytes: Bytes): ReadEvent[] {
  const events: ReadEvent[] = [];
  let tick = 0;
  let status = 0;
  let ended = false;
  while (bytes.left > 0) {
    if (ended) throw new Error('events follow the end of the track');
    tick += bytes.variable();
    let first = bytes.byte();
    if (first === 0xff) {
      status = 0; // running status does not survive a meta event
      const type = bytes.data();
      const body = bytes.take(bytes.variable());
      ended = type === 0x2f;
      events.push({
        tick,
        kind: 'meta',
        channel: 0,
        a: type,
        b: body[0] ?? 0,
        text: Buffer.from(body).toString('utf8'),
        bytes: [...body],
      });
      continue;
    }
    if (first > 127) {
      status = first;
      first = bytes.data();
    } else if (status === 0) throw new Error(`running status after a meta event at tick ${tick}`);
    const channel = (status & 15) + 1;
    const type = status >> 4;
    if (type === 12) events.push({ tick, kind: 'program', channel, a: first, b: 0, text: '' });
    else if (type === 11)
      events.push({ tick, kind: 'control', channel, a: first, b: bytes.data(), text: '' });
    // A bend: its low seven bits, then its high ones.
    else if (type === 14) events.push({ tick, kind: 'bend', channel, a: first, b: bytes.data(), text: '' });
    else if (type === 9 || type === 8) {
      const velocity = bytes.data();
      const kind = type === 9 && velocity > 0 ? 'note on' : 'note off';
      events.push({ tick, kind, channel, a: first, b: velocity, text: '' });
    } else throw new Error(`an event of type ${type} was not expected`);
  }
  if (!ended) throw new Error('a track has no end');
  return events;
}

export function readStrictly(file: Uint8Array): ReadFile {
  const bytes = new Bytes(file);
  if (ascii(bytes.take(4)) !== 'MThd' || bytes.number(4) !== 6) throw new Error('the header is wrong');
  const format = bytes.number(2);
  const count = bytes.number(2);
  const division = bytes.number(2);
  if (format === 0 && count !== 1) throw new Error('format 0 has one track');
  const tracks: ReadEvent[][] = [];
  for (let i = 0; i < count; i++) {
    if (ascii(bytes.take(4)) !== 'MTrk') throw new Error('a track chunk is missing');
    tracks.push(readTrack(new Bytes(bytes.take(bytes.number(4)))));
  }
  if (bytes.left) throw new Error('bytes follow the last track');
  return { format, division, tracks };
}

/** Notes of a track; throws where one overlaps itself, hangs, or is struck before it is let go at one tick. */
export function notesOf(
  track: readonly ReadEvent[],
): { pitch: number; start: number; end: number; channel: number }[] {
  const sounding = new Map<number, number>();
  const notes: { pitch: number; start: number; end: number; channel: number }[] = [];
  for (const { kind, a, tick, channel } of track) {
    if (kind === 'note on') {
      if (sounding.has(a)) throw new Error(`pitch ${a} is struck while it sounds, at ${tick}`);
      sounding.set(a, tick);
    } else if (kind === 'note off') {
      const start = sounding.get(a);
      if (start === undefined) throw new Error(`pitch ${a} ends and was not struck, at ${tick}`);
      sounding.delete(a);
      notes.push({ pitch: a, start, end: tick, channel });
    }
  }
  if (sounding.size) throw new Error(`${sounding.size} notes hang`);
  return notes;
}
