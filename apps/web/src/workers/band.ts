/**
 * Generates the band off the main thread. It keeps its own copy of the open song and is told what is
 * other: what stayed is the same object as before, and only what changed is computed again. The notes
 * go from here to the audio thread; the page gets what it draws.
 */
import { expose, transfer } from 'comlink';
import { renderBand, type Band } from '@backline/core/band/index';
import { joiningTry } from '@backline/core/takes/join';
import { askedInGaps, takeBeside, type Beside } from '@backline/core/takes/beside';
import { keptTake, secondLineTo, takeAsHeard, type KeptTakeAsked } from '@backline/core/takes/keep';
import type { NewTake } from '@backline/core/song/takeSchema';
import type { SecondLine } from '@backline/core/song/choices';
import { kindOf } from '@backline/core/band/repertoire';
import type { Stretch } from '@backline/core/timeline/stretches';
import { tickMoves } from '@backline/core/band/barTicks';
import { regionMemory } from '@backline/core/band/windowCache';
import { autoVoicings, sectionVoicings, type ChordVoicing } from '@backline/core/band/sectionVoicings';
import type { BarMoves } from '@backline/core/song/barMoves';
import type { TickMove } from '@backline/core/time/tickMoves';
import { withPatches, type SongPatch } from '@backline/core/song/patches';
import type { Song } from '@backline/core/song/schema';
import type { ScoreMessage, SentScoreMessage } from '@backline/sound/engine/messages';
import type { ChannelSetup, Score } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { scoreBuffers, sentScore } from '@backline/sound/score/sentScore';
import { loopRound, type Round, type SectionLoop } from '../shared/loop';
import { repertoireWith } from '@backline/core/userStyles/repertoire';
import type { UserStyleDocument } from '@backline/core/userStyles/wire';
import { buffersOf, sentBand, type Sent, type SentBand } from '../shared/sentBand';
import type { Passage } from '@backline/core/formats/musicXml/index';
import type { ReadPassage, StaffWish } from '../shared/staffWish';
import { staves } from './staff';
import { midiFileOf, scoreToSound, staffFileOf } from './toFile';

export interface BandRequest {
  readonly number: number;
  /** The whole song, or what is other in it than in the one sent before. */
  readonly song: { readonly whole: Song } | { readonly changes: readonly SongPatch[] };
  /** The writer's own styles, patterns and players, where they are other than before. */
  readonly own?: readonly UserStyleDocument[];
  /** Which answer the page has the band of; null where it has none. */
  readonly has: number | null;
  /** What is gone round. */
  readonly round: Round | null;
  /** Where bars have gone since the song sent before. */
  readonly moves: BarMoves;
}

/** What the page has to know of a score. */
export interface ScoreFacts {
  readonly number: number;
  /** Ticks. */
  readonly length: number;
  readonly channels: readonly ChannelSetup[];
}

export interface BandReply {
  readonly band: SentBand;
  readonly facts: ScoreFacts;
  /** The loop as it lies in the score; null where nothing is gone round, or its bars are gone. */
  readonly loop: SectionLoop | null;
  /** Where ticks of the score before have gone. */
  readonly moves: readonly TickMove[];
}

/** Voicings of a part in a section: as they are, and as auto alone would have them. */
export interface Voicings {
  readonly now: readonly ChordVoicing[];
  readonly auto: readonly ChordVoicing[];
}

const memory = regionMemory();
const staff = staves();
let copy: Song | null = null;
let played = repertoireWith([]);
/** The audio thread, once there is one, and the score that it has. */
let listener: { readonly port: MessagePort; readonly has: Score | null } | null = null;
let latest: ScoreMessage | null = null;
/** The band of the copy, as it was made last. */
let latestBand: Band | null = null;
/** The band that was sent last, and in which answer. */
let sent: { readonly number: number; readonly band: Sent } | null = null;

function taken(song: BandRequest['song']): Song {
  if ('whole' in song) return song.whole;
  if (!copy) throw new Error('the song has not come yet');
  return withPatches(copy, song.changes);
}

/** Tells the audio thread of a score: what is other in it than in the one that it has. */
function tell(message: ScoreMessage): void {
  if (!listener) return;
  const score = sentScore(message.score, listener.has);
  listener.port.postMessage({ ...message, score } satisfies SentScoreMessage, scoreBuffers(score));
  listener = { ...listener, has: message.score };
}

/** The song that is played, and its band. */
function made(): { readonly song: Song; readonly band: Band } {
  if (!copy || !latestBand) throw new Error('the song has not come yet');
  return { song: copy, band: latestBand };
}

const making = {
  make({ number, song, own, has, round, moves: bars }: BandRequest): BandReply {
    copy = taken(song);
    if (own) played = repertoireWith(own);
    const band = renderBand(copy, played, memory);
    latestBand = band;
    const score = scoreOf(band, copy);
    const loop = round === null ? null : loopRound(band.bars, round);
    const moves = sent && 'changes' in song ? tickMoves(sent.band.bars, band.bars, bars) : [];
    latest = { type: 'score', number, score, moves, loop: loop && { start: loop.start, end: loop.end } };
    tell(latest);
    const before = sent && sent.number === has ? sent.band : null;
    sent = { number, band };
    const reply = sentBand(band, before);
    return transfer(
      { band: reply, facts: { number, length: score.length, channels: score.channels }, loop, moves },
      buffersOf(reply),
    );
  },

  /** Scores go to this port from now on, the last one at once. */
  hear(port: MessagePort): void {
    listener?.port.close();
    listener = { port, has: null };
    if (latest) tell({ ...latest, loop: undefined, moves: [] });
  },

  /** A take of a part that joins what is played beside it, or goes beside another part; null where there can be none. */
  take(part: string, wanted: KeptTakeAsked, beside: Beside | null): NewTake | null {
    const { song, band } = made();
    if (beside?.how === 'around it') return takeBeside(song, played, band, part, wanted, beside);
    const asked = beside ? askedInGaps(band, wanted, beside.part) : wanted;
    if (!asked) return null;
    const notes = band.parts.find(({ id }) => id === part)?.notes ?? [];
    const bars = band.bars.slice(asked.from, asked.to);
    const [first, last] = [bars[0], bars[bars.length - 1]];
    if (!first || !last) return null;
    const { from, to } = asked.stretch ?? { from: first.start, to: last.start + last.length };
    const inOrder = [...notes].sort((a, b) => a.at - b.at);
    const again = joiningTry(song, played, part, asked, inOrder, [from, to]);
    return again === null ? null : keptTake(song, played, part, { ...asked, again });
  },

  /** A second line to what a part plays in a stretch, ticks, for another part. */
  secondLine(part: string, other: string, stretch: Stretch, how: SecondLine): NewTake | null {
    const { song, band } = made();
    const of = song.parts.find(({ id }) => id === other);
    const kind = of && kindOf(of, played);
    return kind ? secondLineTo(song, played, band, part, stretch, how, kind.range) : null;
  },

  /** What a part plays in a stretch, ticks; with its takes, or as it would without them. */
  heardAsTake(part: string, stretch: Stretch, withTakes: boolean): NewTake | null {
    const { song, band } = made();
    if (withTakes) return takeAsHeard(song, played, band, part, stretch);
    const bare = {
      ...song,
      parts: song.parts.map((p) => (p.id === part && p.comp ? { ...p, comp: undefined } : p)),
    };
    return takeAsHeard(bare, played, renderBand(bare, played, memory), part, stretch);
  },

  /** A part as it is read; null where there is none, or it has no pitches. */
  passages(wish: StaffWish): readonly ReadPassage[] | null {
    return staff.passages(made().band, wish);
  },

  /** Bars of a part as a document; null where they are no more. */
  passage(wish: StaffWish, passage: Passage): string | null {
    return staff.document(made().band, wish, passage);
  },

  voicings(section: string, part: string): Voicings {
    const { song } = made();
    return {
      now: sectionVoicings(song, played, section, part),
      auto: autoVoicings(song, played, section, part),
    };
  },
};

/** What is made of a song that it is given whole: asked of a worker of its own, that the open song need not wait. */
const filing = { midiFileOf, staffFileOf, scoreToSound };

export type Making = typeof making & typeof filing;

expose({ ...making, ...filing });
