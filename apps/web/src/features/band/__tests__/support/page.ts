/** The page of a part, opened as its writer opens it. */
import { screen, waitFor, within } from '@testing-library/react';
import { press } from '../../../chart/__tests__/support/openChart';

/** Opens a part's page and unfolds what is asked for of it; gives the page to look in. */
export async function openPage(
  name: string,
  ...folds: readonly string[]
): Promise<ReturnType<typeof within>> {
  press(`Page of ${name}`);
  const page = await screen.findByTestId('part page');
  // Its settings are fetched when they are first shown.
  await waitFor(() => expect(within(page).queryByLabelText('Opening')).toBeNull());
  for (const fold of folds) unfold(fold);
  return within(page);
}

/** Unfolds what is asked for, if it is not. */
export function unfold(title: string): void {
  const head = [...document.querySelectorAll('[aria-expanded]')].find(
    (e) => e.getAttribute('aria-label') === title,
  );
  if (!head) throw new Error(`Nothing is called ${title} that unfolds.`);
  if (head.getAttribute('aria-expanded') === 'false') press(title);
}
