/** The web pages and designs that can be converted. */

/** Something to convert. Files are absolute paths. */
export type Source =
  | {
      readonly kind: 'html';
      readonly name: string;
      readonly file: string;
      readonly root: string;
      readonly path: string;
      readonly shown: string;
    }
  | { readonly kind: 'archive'; readonly name: string; readonly file: string; readonly shown: string }
  | { readonly kind: 'address'; readonly name: string; readonly address: string; readonly shown: string }
  | { readonly kind: 'design'; readonly name: string; readonly files: readonly string[]; readonly shown: string };

/** A source that is a web page. */
export type WebSource = Exclude<Source, { kind: 'design' }>;

/** Artboards, of one page or several. */
export type DesignSource = Extract<Source, { kind: 'design' }>;

/** A file that was given to be converted. */
export interface GivenFile {
  /** Absolute path. */
  readonly file: string;
  /** As it was given. */
  readonly shown: string;
}

/** A format of files that can be converted. */
export interface SourceFormat {
  /** Endings of its files, in lower case with the dot. */
  readonly endings: readonly string[];
  /** Whether a file of another ending is of this format, by how it starts. @param start in lower case */
  readonly startsLike?: (start: string) => boolean;
  /**
   * The sources that files of this format are.
   * @param root the folder given with `--root`
   * @throws TavrikError for what cannot be converted
   */
  readonly sources: (files: readonly GivenFile[], root: string | undefined) => readonly Source[];
}
