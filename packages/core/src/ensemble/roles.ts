/** What a section is to a song, by its name: how far above or under the others it stands before anything is set. */

/** From under to over; common practice in songs of verses and choruses. */
const ROLES: readonly (readonly [RegExp, number])[] = [
  [/\b(break ?down|interlude)/i, -1.4],
  [/\b(pre[- ]?chorus|build|lift|climb)/i, 0],
  [/\b(chorus|refrain|hook|drop)/i, 1],
  [/\b(verse|strophe|intro|opening)/i, -1],
  [/\b(outro|coda|ending|tag\b)/i, -0.4],
  [/\b(bridge|middle)/i, 0.2],
  [/\b(solo|instrumental)/i, 0.5],
];

/** −1.4 to 1; 0 for a name that says nothing. */
export const liftOf = (name: string): number => ROLES.find(([words]) => words.test(name))?.[1] ?? 0;
