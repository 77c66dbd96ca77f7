import type { Content } from '../../core/content/values.js';
import type { ItemKind } from '../../core/sites/items.js';

/** All that can change of an item. A version is one of these, whole. */
export interface ItemState {
  readonly name: string;
  /** Of a page: its file in the site. */
  readonly path?: string;
  /** Of a page: it stands between the header and the footer of the site. */
  readonly framed?: boolean;
  /** Hash of its page document. */
  readonly document?: string;
  /** Name of the project that it comes from: its tokens and its facts are those of that project. */
  readonly source?: string;
  readonly content: Content;
  /** Ids of sections that stand at the end of a page. */
  readonly sections?: readonly string[];
}

export interface ItemRecord {
  readonly id: string;
  readonly kind: ItemKind;
  readonly name: string;
  readonly path: string | null;
  /** Grows with every change, so that nobody overwrites what they have not seen. */
  readonly revision: number;
  /** Numbers of versions: what is being worked on, and what everybody sees. */
  readonly draft: number;
  readonly published: number | null;
  readonly changed: string;
}

export interface VersionRecord {
  readonly number: number;
  readonly author: string;
  readonly at: string;
  readonly note: string;
}

export type Which = 'draft' | 'published';

/** Who made a version, and why; and what the project said that it was sent from. */
export interface By {
  readonly author: string;
  readonly note: string;
  readonly baseline?: Content;
}
