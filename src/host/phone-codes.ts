import { required } from '../core/data/required.js';
import { randomInt } from 'node:crypto';

/** How long a code works, minutes. */
const CODE_MINUTES = 10;
/** Codes that work at the same time, so that guessing stays hopeless: one in ten thousand. */
const MOST_CODES = 20;

/** Short codes for links that are too long to type on a phone. They are only in memory, and only while others can reach us. */
export class PhoneCodes {
  private readonly codes = new Map<string, { readonly path: string; readonly ends: number }>();

  constructor(private readonly tell: (text: string) => void) {}

  /** A code for a path of the site; it is also said on the terminal. */
  add(path: string, name: string): string {
    this.forgetOld();
    if (this.codes.size >= MOST_CODES) this.codes.delete(required(this.codes.keys().next().value));
    const digits = String(randomInt(0, 1_000_000)).padStart(6, '0');
    if (this.codes.has(digits)) return this.add(path, name);
    this.codes.set(digits, { path, ends: Date.now() + CODE_MINUTES * 60_000 });
    const code = `${digits.slice(0, 3)} ${digits.slice(3)}`;
    this.tell(`“${name}” on a phone: open /phone and type ${code} (for ${CODE_MINUTES} minutes)`);
    return code;
  }

  pathOf(code: string): string | undefined {
    this.forgetOld();
    return this.codes.get(code.replace(/\D/g, ''))?.path;
  }

  private forgetOld(): void {
    for (const [code, { ends }] of this.codes) if (ends < Date.now()) this.codes.delete(code);
  }
}
