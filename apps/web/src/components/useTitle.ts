import { useEffect } from 'react';

const APP = 'Vivid Backline';

/** What the page is called in the browser: what is open, then the app. */
export function useTitle(title: string | null): void {
  useEffect(() => {
    document.title = title ? `${title} – ${APP}` : APP;
  }, [title]);
}
