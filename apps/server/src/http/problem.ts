import type { ErrorRequestHandler, Response } from 'express';
import { firstIssue } from '@backline/core/song/issues';
import { z } from 'zod';
import { databaseTrouble } from './databaseTrouble';
import type { ProblemCode } from './problemCodes';

/** An error that the writer can act on. `detail` is a plain sentence that says what to do. */
export class Problem extends Error {
  constructor(
    readonly code: ProblemCode,
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly extra: Record<string, unknown> = {},
  ) {
    super(detail);
  }
}

/** Sends problem details: RFC 9457, with the code as its type. */
export function sendProblem(res: Response, { code, status, title, detail, extra }: Problem): void {
  res
    .status(status)
    .type('application/problem+json')
    .send(JSON.stringify({ type: `urn:backline:${code}`, code, title, status, detail, ...extra }));
}

/** What Express and its body reader throw, by the type they give it. */
const REQUESTS: Readonly<Record<string, Problem>> = {
  'entity.too.large': new Problem(
    'request-too-large',
    413,
    'Too large',
    'A song can be 2 MB at most. Split it into two songs.',
  ),
  'entity.parse.failed': new Problem(
    'request-unreadable',
    400,
    'Not JSON',
    'The request is not readable as JSON. Send the song again.',
  ),
  'charset.unsupported': new Problem(
    'request-unsupported',
    415,
    'Unsupported',
    'Send the song as JSON in UTF-8.',
  ),
  'encoding.unsupported': new Problem(
    'request-unsupported',
    415,
    'Unsupported',
    'Send the song as JSON in UTF-8.',
  ),
};

/** Any error as a problem; what is not foreseen is told without its inside. */
export function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (error instanceof z.ZodError) {
    return new Problem(
      'request-unfit',
      422,
      'The request does not fit',
      `Check this and send it again: ${firstIssue(error)}`,
    );
  }
  const { type, status } = (error ?? {}) as { type?: string; status?: number };
  const known = type !== undefined && Object.hasOwn(REQUESTS, type) ? REQUESTS[type] : undefined;
  if (known) return known;
  const database = databaseTrouble(error);
  if (database) return new Problem(database.code, database.status, database.title, database.detail);
  if (status && status >= 400 && status < 500) {
    const detail = 'Something in the request is malformed. Send it again.';
    return new Problem('request-unreadable', status, 'The request cannot be read', detail);
  }
  const detail = 'The server made a mistake. Try again in a moment.';
  return new Problem('server-mistake', 500, 'Something went wrong', detail);
}

export const problemHandler =
  (log: (error: unknown) => void): ErrorRequestHandler =>
  (error: unknown, _req, res, next) => {
    if (res.headersSent) return next(error);
    const problem = asProblem(error);
    if (problem.status >= 500) log(error);
    sendProblem(res, problem);
  };
