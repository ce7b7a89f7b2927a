import type { ErrorRequestHandler, Response } from 'express';
import { firstIssue } from '@backline/core/song/schema';
import { z } from 'zod';

/** An error that the writer can act on. `detail` is a plain sentence that says what to do. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly extra: Record<string, unknown> = {},
  ) {
    super(detail);
  }
}

/** Sends problem details: RFC 9457. */
export function sendProblem(res: Response, { status, title, detail, extra }: Problem): void {
  res
    .status(status)
    .type('application/problem+json')
    .send(JSON.stringify({ type: 'about:blank', title, status, detail, ...extra }));
}

const UNREACHABLE = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ETIMEDOUT',
  'EPIPE',
  '57P01',
  '57P02',
  '57P03',
  '08006',
  '08001',
]);

function isDatabaseAway(error: unknown): boolean {
  const { code, name, message = '' } = error as { code?: string; name?: string; message?: string };
  return (
    (code !== undefined && UNREACHABLE.has(code)) ||
    name === 'KnexTimeoutError' ||
    name === 'AggregateError' ||
    /Connection terminated|timeout expired|Unable to acquire/i.test(message)
  );
}

/** Any error as a problem; what is not foreseen is logged and told without its inside. */
export function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (error instanceof z.ZodError) {
    return new Problem(422, 'The request does not fit', `Check this and send it again: ${firstIssue(error)}`);
  }
  const { type, status } = error as { type?: string; status?: number };
  if (type === 'entity.too.large') {
    return new Problem(413, 'Too large', 'A song can be 2 MB at most. Split it into two songs.');
  }
  if (type === 'entity.parse.failed') {
    return new Problem(400, 'Not JSON', 'The request is not readable as JSON. Send the song again.');
  }
  if (type === 'charset.unsupported' || type === 'encoding.unsupported') {
    return new Problem(415, 'Unsupported', 'Send the song as JSON in UTF-8.');
  }
  if (isDatabaseAway(error)) {
    return new Problem(
      503,
      'The songbook cannot be reached',
      'The database is not answering. Your work is kept here; try again in a moment.',
    );
  }
  if (status && status >= 400 && status < 500) {
    return new Problem(
      status,
      'The request cannot be read',
      'Something in the request is malformed. Send it again.',
    );
  }
  return new Problem(
    500,
    'Something went wrong',
    'The server made a mistake. Your work is kept here; try again in a moment.',
  );
}

export const problemHandler =
  (log: (error: unknown) => void): ErrorRequestHandler =>
  (error: unknown, _req, res, next) => {
    if (res.headersSent) return next(error);
    const problem = asProblem(error);
    if (problem.status >= 500) log(error);
    sendProblem(res, problem);
  };
