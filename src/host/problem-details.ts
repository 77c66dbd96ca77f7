import type { FastifyError, FastifyReply, FastifyRequest } from 'fastify';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { Refusal } from './store/refusal.js';

/** Media type of problem details (RFC 9457, 6.1). */
export const PROBLEM_TYPE = 'application/problem+json; charset=utf-8';

export interface ProblemDetails {
  readonly type: 'about:blank';
  readonly title: string;
  readonly status: number;
  readonly detail: string;
}

/** What went wrong, as problem details. Of what is a fault of ours nothing is told. */
export function detailsOf(error: unknown): ProblemDetails & Readonly<Record<string, unknown>> {
  if (error instanceof Refusal)
    return { type: 'about:blank', title: error.title, status: error.status, detail: error.detail, ...error.more };
  if (error instanceof TavrikError)
    return {
      type: 'about:blank',
      title: error.what,
      status: 422,
      detail: [error.where, error.todo].filter(Boolean).join(': '),
    };
  const { statusCode = 500, validation, message } = error as FastifyError;
  if (validation)
    return {
      type: 'about:blank',
      title: 'The request is not as it should be.',
      status: 400,
      detail: message,
      errors: validation.map(({ instancePath, message: what }) => ({
        pointer: `#${instancePath}`,
        detail: what ?? '',
      })),
    };
  if (statusCode < 500)
    return { type: 'about:blank', title: 'The request cannot be read.', status: statusCode, detail: message };
  return {
    type: 'about:blank',
    title: 'Something went wrong that should not have.',
    status: 500,
    detail: 'Nothing was changed. The log of the host says more.',
  };
}

export function answerProblem(error: unknown, request: FastifyRequest, reply: FastifyReply): void {
  const details = detailsOf(error);
  if (details.status >= 500) request.log.error(error);
  void reply.code(details.status).type(PROBLEM_TYPE).send(JSON.stringify(details));
}
