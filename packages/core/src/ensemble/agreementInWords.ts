/** What the players agree on in a section, told in sentences. */
import type { Transition } from '../song/choices';
import { listed } from '../song/listed';
import type { Part } from '../song/schema';
import { barIndexAt } from '../time/bars';
import { isInFront } from '../style/kind';
import type { Agreed, Agreement, ArcPlan, RegisterRange } from '../timeline/agreement';
import type { PartVoice } from '../timeline/unisonParts';
import { chordsInUse } from '../song/inUse';
import type { Occurrence } from '../timeline/occurrences';
import { liftOf } from './roles';
import { arcInWords } from './arc/inWords';
import type { Points } from './terms';
import type { Ticks } from '../units/units';

/** A sentence for each point that can be switched off. */
export type AgreementInWords = { readonly [point in keyof Points]: string };

/** What is said of a section, by its id: as it is played the first time. */
export interface SectionInWords {
  readonly section: string;
  readonly points: AgreementInWords;
}

/** As many examples as are named one by one. */
const NAMED = 3;

/** Some named, the rest counted. */
const named = <T>(items: readonly T[], name: (item: T) => string): string =>
  items.length <= NAMED
    ? listed(items.map(name))
    : `${items.slice(0, NAMED).map(name).join(', ')} and ${items.length - NAMED} more`;

const barOf = (occurrence: Occurrence, tick: Ticks): number => barIndexAt(occurrence.bars, tick) + 1;

function earlyInWords(occurrence: Occurrence): string {
  const pushed = chordsInUse(occurrence.section).filter((c) => c.anticipation !== undefined);
  const written = new Set(pushed.map((c) => c.id));
  const early = occurrence.chords.filter((c) => c.anticipation && !written.has(c.id));
  if (!early.length) return 'Every chord is taken where it stands.';
  return `All take ${named(early, (c) => `${c.symbol} in bar ${barOf(occurrence, c.start)}`)} an eighth early.`;
}

function marksInWords(occurrence: Occurrence, { marks, silences }: Agreement): string {
  if (occurrence.chords.every((c) => c.symbol === null)) return 'There is no chord: it is left to the drums.';
  const said: string[] = [];
  if (marks.length)
    said.push(`The drums mark ${marks.length === 1 ? 'the pushed chord' : `${marks.length} pushed chords`}`);
  if (silences.length)
    said.push(`nobody plays in bar ${named(silences, ({ from }) => String(barOf(occurrence, from)))}`);
  return said.length ? `${said.join('; ')}.`.replace(/^n/, 'N') : 'No chord is pushed, and none is missing.';
}

function lockInWords(
  occurrence: Occurrence,
  { kicks }: Agreement,
  players: readonly (PartVoice | null)[],
): string {
  if (!kicks?.length) {
    const hasBeat = players.some((p) => p?.kind.skeleton && p.settingsSpans.some((s) => s.settings.on));
    return hasBeat ? 'Bass and kick each go their own way.' : 'Nobody plays a kick to strike with.';
  }
  const aBar = Math.round((10 * kicks.length) / occurrence.bars.length) / 10;
  return `Bass and kick strike together, about ${aBar} times a bar.`;
}

/** Who accompanies from here on is over a lead that lies low, MIDI number: C4. */
const OVER_A_LOW_LEAD = 60;

function roomInWords(
  players: readonly (PartVoice | null)[],
  rooms: readonly (RegisterRange | null)[],
  parts: readonly Pick<Part, 'name'>[],
): string {
  const placed = parts.flatMap(({ name }, i) => {
    const [kind, room] = [players[i]?.kind, rooms[i]];
    return kind && room ? [{ name, room, range: kind.range, leads: isInFront(kind) }] : [];
  });
  const named = (test: (one: (typeof placed)[number]) => boolean): string[] =>
    placed.filter(test).map(({ name }) => name);
  const leads = named(({ leads: own, room, range }) => own && (room[0] > range[0] || room[1] < range[1]));
  const over = named(({ leads: own, room }) => !own && room[0] >= OVER_A_LOW_LEAD);
  const under = named(
    ({ leads: own, room, range }) => !own && room[0] < OVER_A_LOW_LEAD && room[1] < range[1],
  );
  if (over.length && leads.length) return `${listed(leads)} below; ${listed(over)} above.`;
  if (!under.length) return 'Every part plays where it is set.';
  return leads.length
    ? `${listed(leads)} on top; ${listed(under)} underneath.`
    : `${listed(under)} leave the top free.`;
}

function shapeInWords({ section }: Occurrence): string {
  const lift = liftOf(section);
  const stands =
    lift >= 1 ? 'stronger and fuller' : lift > 0 ? 'a little stronger' : lift < 0 ? 'softer' : 'as it is set';
  return `${section.name} stands ${stands}, and grows from its first bar to its last.`;
}

const INTO: Readonly<Record<NonNullable<Agreement['into']>, string>> = {
  repeat: 'a short fill into the repeat',
  section: 'a fill into what comes',
  drop: 'a short fill, since what comes is softer',
  ending: 'a fill into the last chord',
};

/** What leads into another section where it is no fill of the drums. */
const LEADS: Readonly<Record<Exclude<Transition, 'fill'>, string>> = {
  run: 'The bass runs into what comes.',
  hats: 'The hats open into what comes.',
  swell: 'Held chords grow into what comes.',
  pickup: 'The line in front takes a run-up into what comes.',
  stop: 'All stop for a beat before what comes.',
};

function fillsInWords({ bars, into, transition }: Agreement): string {
  const leads = transition === null || transition === 'fill' ? null : LEADS[transition];
  const turns = bars.filter(({ turn }, i) => turn === 'large' && i < bars.length - 1).length;
  const said = [
    ...(turns ? [turns === 1 ? 'a beat where the phrase turns' : `a beat at each of ${turns} turns`] : []),
    ...(into && !leads ? [INTO[into]] : []),
  ];
  const drums = said.length ? [`The drums play ${listed(said)}.`] : [];
  const sentences = [...drums, ...(leads ? [leads] : [])];
  return sentences.length ? sentences.join(' ') : 'There is nothing to fill into.';
}

/** The arc of a section's playings, in order: who is set to play all the same does not rest. */
const plansOf = ({ occurrences, arcs, players }: Agreed, section: string): (ArcPlan | null)[] =>
  arcs.flatMap((plan, i) => {
    if (occurrences[i]!.section.id !== section) return [];
    const isSilent = (p: number): boolean => !players[i]![p]?.settingsSpans.some((s) => s.settings.on);
    return [
      plan && {
        ...plan,
        parts: plan.parts.map((part, p) => ({ ...part, rests: part.rests && isSilent(p) })),
      },
    ];
  });

/** Each section of the form, as its first playing has it. */
export function agreementInWords(agreed: Agreed, parts: readonly Pick<Part, 'name'>[]): SectionInWords[] {
  const said = new Map<string, SectionInWords>();
  const names = parts.map((p) => p.name);
  agreed.occurrences.forEach((occurrence, i) => {
    if (said.has(occurrence.section.id)) return;
    const agreement = agreed.agreements[i]!;
    said.set(occurrence.section.id, {
      section: occurrence.section.id,
      points: {
        anticipations: earlyInWords(occurrence),
        marks: marksInWords(occurrence, agreement),
        lock: lockInWords(occurrence, agreement, agreed.players[i]!),
        registers: roomInWords(agreed.players[i]!, agreed.rooms[i]!, parts),
        shape: shapeInWords(occurrence),
        fills: fillsInWords(agreement),
        arc: arcInWords(plansOf(agreed, occurrence.section.id), names),
      },
    });
  });
  return [...said.values()];
}
