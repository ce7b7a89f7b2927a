import type { RequestHandler } from 'express';
import { boundsTrouble } from '@backline/core/song/bounds';
import { Problem } from './problem';

/** Refuses a body that holds more than any document does, before anything is read from it. */
export const withinBounds: RequestHandler = (req, _res, next) => {
  const trouble = boundsTrouble(req.body);
  if (trouble !== null) {
    throw new Problem(
      'request-unfit',
      422,
      'The request does not fit',
      `Check this and send it again: ${trouble}`,
    );
  }
  next();
};
