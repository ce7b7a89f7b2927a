/** The app is for its own pages only: a page elsewhere must neither read nor change songs, by whatever name it comes. */
import type { RequestHandler } from 'express';
import { Problem } from './problem';

/** Names the app is served under on the computer it runs on; further ones come with the start. */
const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];

const hostName = (host: string): string => host.replace(/:\d+$/, '').toLowerCase();

/** Requests that ask and change nothing. */
const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Serves the app's own host names only (a foreign name that points here is a page that has re-pointed
 * it), and lets only pages of the very same origin change anything. What sends no origin is no browser.
 * @param names host names beside those of loopback.
 */
export function ownOrigin(names: readonly string[] = []): RequestHandler {
  const own = new Set([...LOOPBACK, ...names.map((n) => n.toLowerCase())]);
  return (req, _res, next) => {
    const host = req.headers.host ?? '';
    if (!own.has(hostName(host))) {
      const detail =
        'The app is not served under this name. Open it under the address that npm start prints.';
      throw new Problem('host-unknown', 421, 'Not served here', detail);
    }
    if (!READS.has(req.method)) {
      const { origin } = req.headers;
      const site = req.headers['sec-fetch-site'];
      const foreign =
        origin === undefined
          ? site !== undefined && site !== 'same-origin' && site !== 'none'
          : origin.toLowerCase() !== `http://${host}`.toLowerCase() &&
            origin.toLowerCase() !== `https://${host}`.toLowerCase();
      if (foreign) {
        throw new Problem(
          'origin-foreign',
          403,
          'Not from here',
          'Only the app itself may change songs. Open it and do it there.',
        );
      }
    }
    next();
  };
}
