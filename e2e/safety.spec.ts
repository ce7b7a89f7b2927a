import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { findings } from './support/axe';
import { saved, typeSong } from './support/songs';
import { test } from './support/test';

const songId = (page: Page): string => /song\/([\w-]+)/.exec(page.url())![1]!;
const titleField = (page: Page) => page.getByLabel('Title of the song');
const setTitle = (page: Page, title: string) => titleField(page).fill(title);

/** Another device saves the song meanwhile. */
async function saveElsewhere(page: Page, title: string): Promise<void> {
  const path = `/api/songs/${songId(page)}`;
  const { revision } = (await (await page.request.get(path)).json()) as { revision: number };
  const response = await page.request.patch(path, {
    data: {
      revision,
      steps: [{ edit: randomUUID(), patches: [{ op: 'replace', path: ['title'], value: title }] }],
    },
  });
  expect(response.status()).toBe(200);
}

test('a song changed elsewhere: keep both loses neither', async ({ page }) => {
  await typeSong(page, ['D']);
  await saved(page);
  await saveElsewhere(page, 'Theirs');
  await setTitle(page, 'Mine');
  await expect(page.getByRole('alert')).toContainText('newer version');
  await page.getByRole('button', { name: 'Keep both' }).click();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Theirs');
  await page.getByRole('button', { name: 'Songbook' }).click();
  await expect(page.getByRole('link', { name: /^Open Theirs/ }).first()).toBeVisible();
  await expect(page.getByRole('link', { name: /^Open Mine \(mine\)/ }).first()).toBeVisible();
});

test('a song changed elsewhere: keep mine, or take the newer', async ({ page }) => {
  await typeSong(page, ['D']);
  await saved(page);
  await saveElsewhere(page, 'Theirs');
  await setTitle(page, 'Mine');
  await page.getByRole('button', { name: 'Keep mine' }).click();
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Mine');
  await saveElsewhere(page, 'Theirs again');
  await setTitle(page, 'Mine again');
  await page.getByRole('button', { name: 'Take the newer' }).click();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Theirs again');
});

test('the server does not answer and the page is reloaded: the unsaved edit is still there', async ({
  page,
}) => {
  await typeSong(page, ['D']);
  await saved(page);
  await page.route('**/api/songs/*', (route) =>
    route.request().method() === 'PATCH' ? route.abort() : route.continue(),
  );
  await setTitle(page, 'Not yet saved');
  await expect(page.getByRole('alert')).toContainText('The server does not answer');
  await page.reload();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Not yet saved');
  await page.unroute('**/api/songs/*');
  await saved(page);
});

test('the page is gone in the moment after an edit, and nothing reaches the server: the device has it', async ({
  page,
  context,
}) => {
  await typeSong(page, ['D']);
  await saved(page);
  const url = page.url();
  await context.route('**/api/songs/*', (route) =>
    route.request().method() === 'PATCH' ? route.abort() : route.continue(),
  );
  for (const title of ['One word', 'One word more']) await setTitle(page, title);
  await page.close();
  const again = await context.newPage();
  await again.goto(url);
  await expect(titleField(again)).toHaveValue('One word more');
  await context.unroute('**/api/songs/*');
  await saved(again);
});

test('leaving a song at once after an edit loses nothing', async ({ page }) => {
  await typeSong(page, ['D']);
  await saved(page);
  await setTitle(page, 'Left in a hurry');
  await page.getByRole('button', { name: 'Songbook' }).click();
  const row = page.getByRole('link', { name: /^Open Left in a hurry/ }).first();
  await expect(row).toBeVisible();
  await row.click();
  await expect(page.getByLabel('Title of the song')).toHaveValue('Left in a hurry');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await saved(page);
});

test('an unknown song and a songbook out of reach are said in words', async ({ page }) => {
  await page.goto('/song/6b1f0a52-3a7e-4a55-9a3e-1111111111ab/chart');
  await expect(page.getByRole('alert')).toContainText('not in the songbook');
  await page.evaluate(() => localStorage.setItem('backline/visited', '1'));
  await page.route('**/api/songs?**', (route) => route.abort());
  await page.goto('/');
  await expect(page.getByRole('alert')).toContainText('The songbook cannot be reached');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('alert')).toContainText('The songbook cannot be reached');
  // Once it answers again the list comes, whether it is asked for by hand or by itself.
  await page.unroute('**/api/songs?**');
  await expect(page.getByRole('link', { name: /^Open/ }).first()).toBeVisible();
});

test('left while its save is on its way, and opened again before the answer: nobody changed it elsewhere', async ({
  page,
}) => {
  await typeSong(page, ['D']);
  const name = `Under way ${Date.now()}`;
  await setTitle(page, name);
  await saved(page);
  let letThrough!: () => void;
  const held = new Promise<void>((done) => (letThrough = done));
  await page.route('**/api/songs/*', async (route) => {
    if (route.request().method() !== 'PATCH') return route.continue();
    const response = await route.fetch();
    await held;
    return route.fulfill({ response });
  });
  const arrived = page.waitForRequest((r) => r.method() === 'PATCH');
  await setTitle(page, `${name}, on`);
  await arrived;
  await page.getByRole('button', { name: 'Songbook' }).click();
  await page
    .getByRole('link', { name: new RegExp(`^Open ${name}`) })
    .first()
    .click();
  letThrough();
  await expect(titleField(page)).toHaveValue(`${name}, on`);
  await saved(page);
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('reloaded after the answer of a save was lost: the save is recognised, and work goes on', async ({
  page,
}) => {
  await typeSong(page, ['D']);
  await saved(page);
  await page.route('**/api/songs/*', async (route) => {
    if (route.request().method() !== 'PATCH') return route.continue();
    await route.fetch();
    return route.abort();
  });
  await setTitle(page, 'Arrived unheard');
  await expect(page.getByRole('alert')).toContainText('does not answer');
  await setTitle(page, 'And went on');
  await page.reload();
  await expect(titleField(page)).toHaveValue('And went on');
  await page.unroute('**/api/songs/*');
  await saved(page);
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('two tabs on one device: neither erases what the other keeps', async ({ page, context }) => {
  await typeSong(page, ['D']);
  await saved(page);
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(titleField(other)).toHaveValue('New song');
  await page.route('**/api/songs/*', (route) =>
    route.request().method() === 'PATCH' ? route.abort() : route.continue(),
  );
  await setTitle(page, 'From the first tab');
  await expect(page.getByRole('alert')).toContainText('does not answer');
  await setTitle(other, 'From the second tab');
  await saved(other);
  await other.close();
  // The first tab is closed with its work unsaved; another one finds it, and asks.
  const url = page.url();
  await page.close();
  const third = await context.newPage();
  await third.goto(url);
  await expect(titleField(third)).toHaveValue('From the first tab');
  await expect(third.getByRole('alert')).toContainText('newer version');
  await third.getByRole('button', { name: 'Keep both' }).click();
  await expect(titleField(third)).toHaveValue('From the second tab');
});

test('a song deleted elsewhere while it is worked on is put back, or kept as a new one', async ({ page }) => {
  const remove = async (): Promise<void> => {
    const path = `/api/songs/${songId(page)}`;
    const { revision } = (await (await page.request.get(path)).json()) as { revision: number };
    expect((await page.request.delete(`${path}?revision=${revision}`)).status()).toBe(204);
  };
  await typeSong(page, ['D']);
  await saved(page);
  await remove();
  await setTitle(page, 'Still mine');
  await expect(page.getByRole('alert')).toContainText('deleted elsewhere');
  await page.getByRole('button', { name: 'Put it back' }).click();
  await saved(page);
  const before = songId(page);
  await remove();
  await setTitle(page, 'Mine anew');
  await page.getByRole('button', { name: 'Keep mine as a new song' }).click();
  await expect(titleField(page)).toHaveValue('Mine anew');
  await saved(page);
  expect(songId(page)).not.toBe(before);
});

test('a deleted song is in the bin: put back at once, or later', async ({ page }) => {
  await typeSong(page, ['D']);
  const name = `Mislaid ${Date.now()}`;
  await setTitle(page, name);
  await saved(page);
  await page.getByRole('button', { name: 'Songbook' }).click();
  const row = page.getByRole('link', { name: new RegExp(`^Open ${name}`) });
  const remove = {
    click: async () => {
      await page.getByRole('button', { name: `More about ${name}` }).click();
      await page.getByRole('button', { name: 'Delete', exact: true }).click();
    },
  };
  await remove.click();
  await expect(row).toHaveCount(0);
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(row).toBeVisible();
  await remove.click();
  await expect(row).toHaveCount(0);
  await page.getByRole('button', { name: 'Bin', exact: true }).click();
  expect(await findings(page)).toEqual([]);
  await page.getByRole('button', { name: `Put back ${name}` }).click();
  await expect(page.getByRole('status')).toContainText('back in the songbook');
  await page.getByRole('button', { name: 'Songbook' }).click();
  await expect(row).toBeVisible();
});

test('an answer that cannot be understood is told, and not asked for again without end', async ({ page }) => {
  await typeSong(page, ['D']);
  await saved(page);
  let asked = 0;
  await page.route('**/api/songs/*', (route) => {
    if (route.request().method() !== 'PATCH') return route.continue();
    asked++;
    return route.fulfill({ status: 200, body: '<html>a portal of the café</html>' });
  });
  await setTitle(page, 'In the café');
  await expect(page.getByRole('button', { name: 'Try again' })).toBeVisible();
  await expect(page.getByRole('alert')).toContainText('cannot be understood');
  expect(asked).toBe(3);
  await page.unroute('**/api/songs/*');
  await page.getByRole('button', { name: 'Try again' }).click();
  await saved(page);
});

test('a chart with chords that break nothing else: whatever is typed, the page stands', async ({ page }) => {
  await typeSong(page, ['D']);
  await page.getByRole('button', { name: /^Verse, bar 1/ }).click();
  const field = page.getByLabel('Chords of this bar');
  for (const text of ['| |', '|||', '{push 1/8} C', 'C{for 0/4} G', 'I/bb4', 'C7b9/B', ':', '{', '/']) {
    await field.fill(text);
    await expect(field).toHaveValue(text);
  }
  await field.fill('C7#5b9/G C7b9/B');
  await expect(
    page.getByRole('button', { name: /^Verse, bar 1: C seven sharp five flat nine over G, 2 beats/ }),
  ).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('a song that this version cannot read is not lost: what is stored comes as a file', async ({ page }) => {
  await typeSong(page, ['D']);
  await saved(page);
  const address = page.url();
  await page.route('**/api/songs/*', async (route) => {
    const response = await route.fetch();
    const body = (await response.json()) as { song: object };
    await route.fulfill({ response, json: { ...body, song: { ...body.song, version: 99, poem: 'kept' } } });
  });
  await page.goto(address);
  await expect(page.getByRole('alert')).toContainText('cannot be read as it stands');
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save what is stored as a file' }).click();
  const text = readFileSync((await (await waiting).path())!, 'utf8');
  expect(JSON.parse(text)).toMatchObject({ song: { version: 99, poem: 'kept' } });
  await page.unroute('**/api/songs/*');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('button', { name: /^Verse, bar 1: D major/ })).toBeVisible();
});
