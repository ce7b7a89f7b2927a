/** What can be chosen for a part, by the names a song keeps. What each means stands where it is computed. */

export const DYNAMICS = ['pp', 'p', 'mp', 'mf', 'f', 'ff'] as const;
/** How strongly a part plays, by the signs of notation. */
export type Dynamics = (typeof DYNAMICS)[number];

/** How a part lays its voicings out; `free` lets the path choose among close and open forms by the spread. */
export const VOICING_TYPES = [
  'free',
  'close',
  'open',
  'drop 2',
  'drop 3',
  'shell',
  'rootless',
  'quartal',
  'two hands',
  'guitar',
  'power',
  'root',
  'root and fifth',
  'root and octave',
] as const;
/** How a part lays its chords out. */
export type VoicingType = (typeof VOICING_TYPES)[number];

/** Where on the neck chords are taken: low with open strings, about the register, or wherever the hand travels least. */
export const NECKS = ['open', 'position', 'smooth'] as const;
/** Where on a neck chords are taken. */
export type Neck = (typeof NECKS)[number];

export const TUNING_NAMES = ['standard', 'drop D', 'open G', 'DADGAD', 'half-step down'] as const;
/** A tuning of six strings by its name. */
export type TuningName = (typeof TUNING_NAMES)[number];

/** Highest fret a capo is put at. */
export const HIGHEST_CAPO = 9;

/** How the bass leads into a chord: not at all, by steps of the scale, by half steps, by the fifth or the octave. */
export const LEAD_INS = ['none', 'scale', 'chromatic', 'fifth', 'octave'] as const;
/** How the bass leads into a chord. */
export type LeadIn = (typeof LEAD_INS)[number];

/**
 * How a section leads into another: the drums fill, the bass runs into it, the hats open, those who hold grow, who is in
 * front takes a run-up, all stop for a beat.
 */
export const TRANSITIONS = ['fill', 'run', 'hats', 'swell', 'pickup', 'stop'] as const;
/** How a section leads into another. */
export type Transition = (typeof TRANSITIONS)[number];

/** How freely a repeat is told: note for note, with small differences, or with more of them. */
export const REPEAT_VARIATIONS = ['exactly', 'a little', 'freely'] as const;
/** How freely a repeat of a section is played. */
export type RepeatVariation = (typeof REPEAT_VARIATIONS)[number];

/** What a line is made of: the tones of each chord, or those of the scale whatever the chord. */
export const TONES = ['chords', 'scale'] as const;
/** What a line is made of: tones of each chord or of the scale. */
export type Tones = (typeof TONES)[number];

/** What the drums keep time on, and what they strike the backbeat on, where that is not what their pattern says. */
export const CYMBALS = ['hi-hat', 'ride', 'bell', 'toms'] as const;
/** What the drums keep time on. */
export type Cymbal = (typeof CYMBALS)[number];
export const BACKBEATS = ['snare', 'side stick', 'tom'] as const;
/** What the drums strike the backbeat on. */
export type Backbeat = (typeof BACKBEATS)[number];

/** The desks of a section of strings or horns, each to be left out. */
export const SECTION_VOICES = ['high', 'middle', 'low'] as const;
/** A voice of a section of strings or horns. */
export type SectionVoice = (typeof SECTION_VOICES)[number];

/** Shortest a note is damped to, percent of what is written. */
export const SHORTEST_LENGTH = 15;

/** How many notes of a line are slid into, or hammered on where a step lies close. */
export const SLIDES = ['none', 'some', 'many'] as const;
/** How many notes of a line are slid into. */
export type Slides = (typeof SLIDES)[number];

/** How held chords grow and fall under the bow or the breath. */
export const SWELLS = ['none', 'gentle', 'full'] as const;
/** How far held chords grow and fall. */
export type Swell = (typeof SWELLS)[number];

/** How full and high a line is through its bars: the same throughout, or on its way. */
export const ENERGIES = ['calm', 'full', 'builds', 'winds down', 'rises and falls'] as const;
/** How full and high a line is through its bars, by one word. */
export type Energy = (typeof ENERGIES)[number];

/** A drawn energy has so many points at least and at most, evenly through its bars, percent each. */
export const ENERGY_POINTS = [2, 16] as const;

/** How far outside its chords and scales a line goes, against what its player is used to. */
export const OUTSIDES = ['inside', 'a little', 'further', 'far'] as const;
/** How far outside its chords and scales a line goes. */
export type Outside = (typeof OUTSIDES)[number];

/** How often a line comes back to its motif. */
export const MOTIF_RETURNS = ['never', 'seldom', 'often', 'always'] as const;
/** How often a line comes back to its motif. */
export type MotifReturns = (typeof MOTIF_RETURNS)[number];

/** What of a theme in four parts is told: all of it, or one part again and again. */
export const THEMES = ['whole', 'statement', 'answer', 'turn', 'close'] as const;
/** What of a theme in four parts is told. */
export type Theme = (typeof THEMES)[number];

/** The longest phrase that can be asked of a line, beats; and the most that rests between its phrases, percent. */
export const LONGEST_PHRASE = 32;
export const MOST_SPACE = 80;

/** In which order an arpeggio goes through the tones of a chord. */
export const STEP_ORDERS = ['up', 'down', 'up-down', 'as voiced', 'converging', 'random'] as const;
/** In which order an arpeggio goes through the tones of a chord. */
export type StepOrder = (typeof STEP_ORDERS)[number];

/** How far its steps lie apart, by the note value of one. */
export const STEP_RATES = [
  'quarter',
  'dotted eighth',
  'eighth',
  'eighth triplet',
  'sixteenth',
  'sixteenth triplet',
  'thirty-second',
] as const;
/** How far the steps of an arpeggio lie apart, as a note value. */
export type StepRate = (typeof STEP_RATES)[number];

/** Octaves that an arpeggio goes through at most, and steps from accent to accent. */
export const MOST_OCTAVES = 4;
export const MOST_ACCENT = 16;
/** Steps of a bar that can rest: no bar has more. */
export const MOST_STEPS = 64;

/** How fast a part goes through its patterns against the beat: a feel, never another tempo. */
export const PACES = ['half time', 'as written', 'double time'] as const;
/** How fast a part goes through its patterns against the beat. */
export type Pace = (typeof PACES)[number];

/** What a section is to its song. */
export const SECTION_TYPES = [
  'intro',
  'verse',
  'pre-chorus',
  'chorus',
  'bridge',
  'break',
  'solo',
  'ending',
] as const;
/** What a section is to its song. */
export type SectionType = (typeof SECTION_TYPES)[number];

/** What a lift moves together, each to be left out. */
export const LIFTED = ['density', 'dynamics', 'register', 'spread', 'parts'] as const;
/** One of the things that a lift moves. */
export type Lifted = (typeof LIFTED)[number];

/** How far a section can be lifted, or calmed where it is below 0. */
export const MOST_LIFT = 3;

/** How the song ends: the last chord held, cut short, the band playing on, or fading as it plays on. */
export const ENDINGS = ['hold', 'hit', 'open', 'fade'] as const;
/** How the song's last chord ends. */
export type Ending = (typeof ENDINGS)[number];

/** Bars of a fade that nobody has measured. */
export const USUAL_FADE = 4;

/**
 * What is otherwise in the mix for a while: `trim` in dB over or under the part's level, −12 to 6; `side` so far to the
 * right of its place and `depth` so much further back in the room, −127 to 127 each; `tint` in dB of treble over or
 * under its tone, −12 to 12.
 */
export const MIX_OFFSETS = ['gainOffset', 'panOffset', 'sendOffset', 'shelfOffset'] as const;
/** What of the mix a section or cue can have otherwise. */
export type MixOffsetName = (typeof MIX_OFFSETS)[number];

/** Whether what a setting moves belongs to the mix. */
export const isMixOffset = (moves: string): moves is MixOffsetName =>
  (MIX_OFFSETS as readonly string[]).includes(moves);

/**
 * How a note can be touched: slid into from a step below or above, a string bent up to it from the tone before, hammered
 * on without a stroke of its own, begun by a grace a step under it, let fall at its end, stopped by the palm, or dead: the
 * hand lies on the string.
 */
export const TOUCHES = ['slide up', 'slide down', 'bend', 'hammer', 'grace', 'fall', 'palm', 'dead'] as const;
/** How a note is touched, where that is more than struck. */
export type Touch = (typeof TOUCHES)[number];

/**
 * Ways a second line goes with a first. Thirds and sixths are those of the scale over the chord; chord tones are the next
 * that leave a third between them; a block is the chord closely under each note, its second voice an octave lower
 * ("drop 2"; common practice of arranging).
 */
export const SECOND_LINES = [
  'third below',
  'third above',
  'sixth below',
  'octave below',
  'chord tone below',
  'block',
] as const;
/** How a second line goes with a first. */
export type SecondLine = (typeof SECOND_LINES)[number];

/** How a part goes with another: only where that rests, or as a second line to it, note for note. */
export const GOES_HOW = ['in its gaps', ...SECOND_LINES] as const;
/** How a part goes with another. */
export type GoesHow = (typeof GOES_HOW)[number];

/** What a take does beside another part: it fills its gaps, or goes around its line. */
export const BESIDES = ['in its gaps', 'around it'] as const;
/** What a take does beside another part. */
export type BesideHow = (typeof BESIDES)[number];
