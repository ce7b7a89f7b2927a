/** Files of tests: in a folder of the system's that is gone when the tests of the file are over. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const made: string[] = [];

afterAll(() => {
  for (const folder of made.splice(0)) rmSync(folder, { recursive: true, force: true });
});

/** A new folder, at the top of a test file or within a test. */
export function newFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'backline-test-'));
  made.push(folder);
  return folder;
}
