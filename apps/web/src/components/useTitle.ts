import { useEffect } from 'react';

const APP = 'Vivid Backline';

/** Calls the page in the browser by what is open, then the app. */
export function setPageTitle(title: string | null): void {
  document.title = title ? `${title} – ${APP}` : APP;
}

/** What the page is called as long as this is there. */
export function useTitle(title: string | null): void {
  useEffect(() => setPageTitle(title), [title]);
}
