import type { PhoneCodes } from './phone-codes.js';
import type { Shower } from './shown.js';
import type { Store } from './store/store.js';

/** What every part of a host works with. */
export interface Context {
  readonly store: Store;
  readonly shower: Shower;
  /** Only if it is found from elsewhere than this machine. */
  readonly codes?: PhoneCodes;
}
