/** Something that is asked of a host and cannot be done, as problem details tell it (RFC 9457). */
export class Refusal extends Error {
  /**
   * @param status HTTP status
   * @param title what is wrong, the same for all of its kind
   * @param detail what is wrong here
   * @param more members that help a program to fix it
   */
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(`${title} ${detail}`);
    this.name = 'Refusal';
  }
}
