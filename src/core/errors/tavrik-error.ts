/** An error that a person can mend: what is wrong, where, and what to do. Anything else thrown is a bug of ours. */
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
  ) {
    super([where ? `${where}: ${what}` : what, todo].filter(Boolean).join(' '));
    this.name = 'Problem';
  }
}
