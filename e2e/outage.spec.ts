/** Runs after all others: it stops the database under the app. */
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import { saved, typeSong } from './support/songs';
import { test } from './support/test';

const postgres = (verb: string): string =>
  execFileSync('bash', [join(import.meta.dirname, '../scripts/postgres.sh'), verb], { encoding: 'utf8' });

test('the database goes away while saving: the edit is kept, shown, and saved when it is back', async ({
  page,
}) => {
  await typeSong(page, ['C']);
  await saved(page);
  postgres('stop');
  try {
    await page.getByLabel('Title of the song').fill('Through the night');
    await expect(page.getByRole('alert')).toContainText(
      'The database is not answering. Try again in a moment. Your work is kept on this device',
    );
    await expect(page.getByRole('status')).toHaveText('Kept on this device, trying again');
  } finally {
    postgres('start');
  }
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Through the night');
});
