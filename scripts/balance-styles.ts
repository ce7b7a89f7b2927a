/**
 * Measures at which level each kind of part stands in its place in a style's mix, and writes it into the style's file:
 * two charts are played in the style and measured part by part, some times over, until nothing moves any more.
 * Run with: npx tsx scripts/balance-styles.ts [STYLE …]
 */
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { renderBand } from '@backline/core/band/index';
import { targetLoudnessOf } from '@backline/core/band/targetLoudness';
import { newPart } from '@backline/core/band/repertoire';
import type { Part, Song } from '@backline/core/song/schema';
import { findStyle } from '@backline/core/style/set';
import { OURS } from '@backline/core/styles/index';
import type { DecodedBank } from '@backline/sound/engine/messages';
import { balanceOf } from '@backline/sound/measuring/balance';
import { rebalanced } from '@backline/sound/measuring/rebalance';
import { middleOf } from '@backline/sound/score/scoreExcerpt';
import { shippedBanks } from '@backline/sound/banks/nodeBanks';
import { banksOf } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { IDIOMS } from '../packages/core/test/measures/charts';

const folder = join(dirname(fileURLToPath(import.meta.url)), '../packages/core/src/styles');
const RATE = 16_000;
const BARS = 8;
const ROUNDS = 3;
/** Loudness of the whole at the master's usual gain, LUFS. */
const TARGET = -15;
/** The charts that are played: of several idioms, so that no one of them decides. */
const CHARTS = [0, 3];

const styleNamed = (id: string) => findStyle(OURS.styles, id)!;

/** Decoded once. */
const decoded = new Map<string, DecodedBank>();
async function banksFor(names: readonly string[]): Promise<DecodedBank[]> {
  const missing = names.filter((name) => !decoded.has(name));
  for (const bank of await shippedBanks(missing)) decoded.set(bank.id, bank);
  return names.map((name) => decoded.get(name)!);
}

/** A band of all the kinds a style has, so that each is measured, whoever is in its usual band. */
const everyone = (style: string): Part[] =>
  Object.keys(styleNamed(style).parts).reduce<Part[]>(
    (all, kind) => [...all, newPart(OURS.kinds.get(kind)!, all, styleNamed(style))],
    [],
  );

async function measured(song: Song) {
  const score = middleOf(scoreOf(renderBand(song, OURS), song), BARS);
  return balanceOf(score, await banksFor(banksOf(score)), RATE);
}

const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;

/** Levels by part of a style's band, and how far the whole band is from its loudness with them. */
async function levelsOf(
  style: string,
  parts: readonly Part[],
  rounds = ROUNDS,
  charts: readonly number[] = CHARTS,
): Promise<Map<string, number>> {
  let levels = new Map(parts.map((p) => [p.id, p.mix.level]));
  for (let round = 0; round < rounds; round++) {
    const wanted = new Map<string, number[]>();
    const off: number[] = [];
    for (const chart of charts) {
      const made = IDIOMS[chart]![1](style);
      const own = parts.map((p) => ({ ...p, mix: { ...p.mix, level: levels.get(p.id)! } }));
      // All play throughout: who waits for a chorus would be measured in silence.
      const song: Song = { ...made, parts: own, together: { ...made.together, arc: false } };
      const balance = await measured(song);
      const next = rebalanced(balance, levels, targetLoudnessOf(song, OURS), { gain: 0, target: TARGET });
      off.push(next.gain);
      for (const [id, level] of next.levels) wanted.set(id, [...(wanted.get(id) ?? []), Math.log(level)]);
    }
    const whole = 10 ** (mean(off) / 40);
    levels = new Map(
      [...levels].map(([id, level]) => {
        const heard = wanted.get(id);
        const next = heard ? Math.exp(mean(heard)) * whole : level;
        return [id, Math.round(Math.max(16, Math.min(127, next)))];
      }),
    );
  }
  return levels;
}

const wanted = process.argv.slice(2);
for (const file of readdirSync(folder).filter((name) => name.endsWith('.json'))) {
  const id = file.slice(0, -'.json'.length);
  if (wanted.length && !wanted.includes(id)) continue;
  const usual = styleNamed(id).band;
  const parts = everyone(id).filter((p) =>
    usual.some((one) => (typeof one === 'string' ? one : one.kind) === p.kind),
  );
  const guests = everyone(id).filter((p) => !parts.some((q) => q.id === p.id));
  const levels = await levelsOf(id, parts);
  // Whoever is not in the usual band is measured as a guest of it.
  for (const guest of guests) {
    const band = [...parts.map((p) => ({ ...p, mix: { ...p.mix, level: levels.get(p.id)! } })), guest];
    const found = await levelsOf(id, band, 1, CHARTS.slice(0, 1));
    // The guest against those who were there already.
    const shift = mean(parts.map((p) => Math.log(levels.get(p.id)! / found.get(p.id)!)));
    levels.set(guest.id, Math.round(Math.max(16, Math.min(127, found.get(guest.id)! * Math.exp(shift)))));
  }
  const path = join(folder, file);
  const style = JSON.parse(readFileSync(path, 'utf8')) as { parts: Record<string, { level?: number }> };
  for (const part of [...parts, ...guests]) {
    const { level: _, ...rest } = style.parts[part.kind]!;
    style.parts[part.kind] = { level: levels.get(part.id)!, ...rest };
  }
  writeFileSync(path, `${JSON.stringify(style, null, 2)}\n`);
  console.log(`${id}: ${[...levels].map(([part, level]) => `${part} ${level}`).join(', ')}`);
}
