/** How large a song may grow. What is said where it would grow larger stands in size.ts. */
export const LIMITS = {
  chartBytes: 1_000_000,
  barsPerSection: 999,
  /** Bars of the whole form with its repeats. */
  playedBars: 5000,
  sections: 60,
  /** Sections that were taken out and can be brought back, those taken out last. */
  removed: 8,
  /** Ticks: a sixteenth. */
  shortestBar: 120,
  /** Bars over which a tempo may change little by little. */
  rampBars: 64,
  chordsPerDraft: 2000,
  drafts: 20,
  changes: 999,
  cues: 500,
  /** First, second and further endings of a section. */
  endings: 6,
  /** Bars at the song's end that slow down, fade, or are repeated. */
  closingBars: 16,
  /** Times a tag is played. */
  tagTimes: 4,
  formEntries: 200,
  repeats: 16,
  parts: 16,
  nameLength: 80,
  aboutLength: 400,
  tags: 12,
  tagLength: 24,
  noteLength: 2000,
  /** Characters of a bar that cannot be read and is kept as it was written. */
  unreadLength: 400,
  /** Notes of a frozen part in one playing of a section. */
  keptNotes: 20_000,
  /** Takes of a part, those put away too, and stretches of its comp. */
  takes: 2000,
  compSpans: 2000,
  songBytes: 2_000_000,
} as const;
