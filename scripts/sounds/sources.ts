/**
 * Fetches what the banks are made of: packages of Debian and of the npm registry, as both are set up on this machine.
 * They are too large to be part of the repository and are wanted only to make the banks again.
 */
import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { SoundBankLoader, type BasicSoundBank } from 'spessasynth_core';

const PIANO_VERSION = '1.0.5';

/** Fills a folder in one go: what was broken off is begun anew. */
function once(folder: string, fill: (into: string) => void): string {
  if (existsSync(folder)) return folder;
  const into = `${folder}.part`;
  rmSync(into, { recursive: true, force: true });
  mkdirSync(into, { recursive: true });
  fill(into);
  renameSync(into, folder);
  return folder;
}

/** The stereo General MIDI bank of Debian's fluid-soundfont-gm (MIT). */
export function fluidBank(cache: string): BasicSoundBank {
  const folder = once(join(cache, 'fluid'), (into) => {
    execFileSync('apt-get', ['download', 'fluid-soundfont-gm'], { cwd: into, stdio: 'ignore' });
    const archive = readdirSync(into).find((name) => name.endsWith('.deb'))!;
    execFileSync('dpkg-deb', ['-x', archive, '.'], { cwd: into });
  });
  const file = readFileSync(join(folder, 'usr/share/sounds/sf2/FluidR3_GM.sf2'));
  const bytes = file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength) as ArrayBuffer;
  return SoundBankLoader.fromArrayBuffer(bytes);
}

/** Folder of one layer of the sampled grand, 1 (softest) to 16: Vorbis files named like `D#4v8.ogg` (CC BY 3.0). */
export function pianoLayer(cache: string, layer: number): string {
  const folder = once(join(cache, `piano-${layer}`), (into) => {
    const wanted = `@audio-samples/piano-velocity${layer}@${PIANO_VERSION}`;
    const [packed] = JSON.parse(
      execFileSync('npm', ['pack', '--json', wanted], { cwd: into }).toString(),
    ) as [{ filename: string }];
    execFileSync('tar', ['xzf', packed.filename], { cwd: into });
  });
  return join(folder, 'package/audio');
}
