/** The arc of a section's playings, told in a few sentences. */
import { listed } from '../../song/listed';
import type { ArcPlan } from '../../timeline/agreement';

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];
/** "second time", "second to fourth time"; what has no such word is counted: "times 2 to 9". */
const timesInWords = (from: number, to: number): string => {
  const [first, last] = [ORDINALS[from], ORDINALS[to]];
  if (first === undefined || last === undefined)
    return from === to ? `time ${from + 1}` : `times ${from + 1} to ${to + 1}`;
  return from === to ? `${first} time` : `${first} to ${last} time`;
};

const SOME = 3;

function playersInWords({ parts }: ArcPlan, names: readonly string[]): string {
  const rest = names.filter((_, i) => parts[i]?.rests);
  const play = names.filter((_, i) => !parts[i]?.rests);
  const half = names.filter((_, i) => parts[i]?.halfTime && !parts[i].rests);
  const who =
    rest.length === 0
      ? 'all play'
      : play.length <= SOME
        ? `${listed(play)} alone`
        : `without ${listed(rest)}`;
  return half.length ? `${who}, ${listed(half)} in half time` : who;
}

/** From so much on a difference in strength is heard, velocity. */
const STRONGER = 4;

/**
 * What the arc makes of a section, playing by playing.
 * @param plans of its playings, in order; null where nothing is agreed.
 * @param names of the song's parts.
 */
export function arcInWords(plans: readonly (ArcPlan | null)[], names: readonly string[]): string {
  if (plans.every((plan) => plan === null)) return 'All play as they are set, each time.';
  const told = plans.map((plan) => (plan ? playersInWords(plan, names) : 'as it is set'));
  // What is told alike several times over is said once.
  const runs: { from: number; to: number; said: string }[] = [];
  told.forEach((said, i) => {
    const last = runs[runs.length - 1];
    if (last?.said === said) last.to = i;
    else runs.push({ from: i, to: i, said });
  });
  const who =
    runs.length === 1
      ? `${told.length > 1 ? 'each time ' : ''}${runs[0]!.said}`
      : runs.map(({ from, to, said }) => `${timesInWords(from, to)} ${said}`).join('; ');
  const strengths = plans.flatMap((plan) => (plan ? [plan.strength] : []));
  const grows = strengths.length > 1 && strengths.at(-1)! - strengths[0]! >= STRONGER;
  const sentences = [
    who,
    ...(grows ? ['it stands stronger the last time'] : []),
    ...(plans.some((plan) => plan?.breath) ? ['all stop for a beat before the last chorus'] : []),
  ];
  return sentences.map((s) => `${s[0]!.toUpperCase()}${s.slice(1)}.`).join(' ');
}
