/** What kind of error it is. Codes are stable: programs may rely on them. */
export const ERROR_CODES = [
  'invalid-input',
  'not-found',
  'conflict',
  'denied',
  'unreachable',
  'too-large',
  'not-writable',
  'browser',
  'aborted',
] as const;
export type ErrorCode = (typeof ERROR_CODES)[number];

/** An error that a person can fix: what is wrong, where, and what to do. Anything else thrown is a bug. */
export class TavrikError extends Error {
  /**
   * @param what what is wrong, as a sentence
   * @param where file, address or option it is about
   * @param todo what to do
   */
  constructor(
    readonly what: string,
    readonly where?: string,
    readonly todo?: string,
    readonly code: ErrorCode = 'invalid-input',
  ) {
    super([where ? `${where}: ${what}` : what, todo].filter(Boolean).join(' '));
    this.name = 'TavrikError';
  }
}
