import type { FlatContent } from './values.js';

/** Something that two people changed, each in their way. */
export interface Conflict {
  readonly path: string;
  /** What it said before either of them; undefined where it was not there. Of lists the ids of the entries. */
  readonly before?: string;
  readonly ours?: string;
  readonly theirs?: string;
}

export interface Merged {
  readonly content: FlatContent;
  readonly conflicts: readonly Conflict[];
}

/** What a conflict says of an entry that was there before. */
export const ENTRY = 'there';

/** Whose word counts where both changed a field. */
export type Side = 'ours' | 'theirs';

/**
 * Two versions of content that come from the same one, as one: what only one side changed is as that side has it. Where
 * both changed the same, theirs stays unless it is decided otherwise, and it is told. An entry that one side took away and
 * the other wrote in is such a place too.
 * @param decided by the path of a field, a list or an entry
 */
export function threeWay(
  before: FlatContent,
  ours: FlatContent,
  theirs: FlatContent,
  decided: ReadonlyMap<string, Side> = new Map(),
): Merged {
  return new ThreeWay(before, ours, theirs, decided).merged();
}

class ThreeWay {
  private readonly conflicts: Conflict[] = [];
  private readonly lists = new Map<string, readonly string[]>();
  /** Lists that are as one side has them, with all that is in them. */
  private readonly whole = new Map<string, Side>();

  constructor(
    private readonly before: FlatContent,
    private readonly ours: FlatContent,
    private readonly theirs: FlatContent,
    private readonly decided: ReadonlyMap<string, Side>,
  ) {}

  merged(): Merged {
    for (const path of keys(this.theirs.lists, this.ours.lists)) this.list(path);
    const gone = this.goneEntries();
    const values = new Map<string, string>();
    for (const path of keys(this.theirs.values, this.ours.values)) {
      if (gone.some((entry) => path === entry || path.startsWith(`${entry}.`))) continue;
      const found = this.value(path);
      if (found !== undefined) values.set(path, found);
    }
    return { content: { values, lists: this.lists }, conflicts: this.conflicts };
  }

  private value(path: string): string | undefined {
    const [was, our, their] = [this.before, this.ours, this.theirs].map((flatContent) => flatContent.values.get(path));
    const around = [...this.whole].find(([list]) => path.startsWith(`${list}.`));
    if (around) return around[1] === 'ours' ? our : their;
    /* A field that one side has no more goes, unless the other wrote something in it. */
    if (our === undefined || their === undefined) return (our ?? their) === was ? undefined : (our ?? their);
    if (our === their || our === was) return their;
    if (their === was) return our;
    return this.conflict(path, was, our, their) === 'ours' ? our : their;
  }

  private list(path: string): void {
    const [was, our, their] = [this.before, this.ours, this.theirs].map((flatContent) => flatContent.lists.get(path));
    const texts = our && their ? this.bothHave(path, was ?? [], our, their) : (our ?? their);
    if (texts) this.lists.set(path, texts);
  }

  private bothHave(
    path: string,
    was: readonly string[],
    our: readonly string[],
    their: readonly string[],
  ): readonly string[] {
    if (our.join() === their.join()) return their;
    if (![...was, ...our, ...their].some((id) => /^\d+$/.test(id))) return this.mergedIds(path, was, our, their);
    /* Plain texts are known by their number: those of two versions cannot be told apart by it. */
    const side =
      our.join() === was.join() && this.isAsBefore(path, this.ours)
        ? 'theirs'
        : their.join() === was.join() && this.isAsBefore(path, this.theirs)
          ? 'ours'
          : this.conflict(path, was.join(', '), our.join(', '), their.join(', '));
    this.whole.set(path, side);
    return side === 'ours' ? our : their;
  }

  /** Entries that either side took away go, those that either put in come; the order is theirs if they changed it. */
  private mergedIds(
    path: string,
    was: readonly string[],
    our: readonly string[],
    their: readonly string[],
  ): readonly string[] {
    const stays = new Map(
      was.map((id) => [id, this.entryStays(`${path}.${id}`, our.includes(id), their.includes(id))]),
    );
    const isKept = (id: string): boolean => stays.get(id) ?? true;
    const moved = their.filter((id) => was.includes(id)).join() !== was.filter((id) => their.includes(id)).join();
    const [first, second] = moved ? [their, our] : [our, their];
    const texts = first.filter(isKept);
    second.forEach((id, at) => {
      if (texts.includes(id) || !isKept(id)) return;
      const above = second
        .slice(0, at)
        .reverse()
        .find((text) => texts.includes(text));
      texts.splice(above === undefined ? 0 : texts.indexOf(above) + 1, 0, id);
    });
    return texts;
  }

  private entryStays(entry: string, inOurs: boolean, inTheirs: boolean): boolean {
    if (inOurs && inTheirs) return true;
    if (!inOurs && !inTheirs) return false;
    if (this.isAsBefore(entry, inOurs ? this.ours : this.theirs)) return false;
    const side = this.conflict(entry, ENTRY, inOurs ? 'changed' : undefined, inTheirs ? 'changed' : undefined);
    return side === 'ours' ? inOurs : inTheirs;
  }

  private isAsBefore(path: string, { values }: FlatContent): boolean {
    const inside = (text: string): boolean => text.startsWith(`${path}.`);
    return keys(values, this.before.values).every(
      (key) => !inside(key) || values.get(key) === this.before.values.get(key),
    );
  }

  private conflict(
    path: string,
    before: string | undefined,
    ours: string | undefined,
    theirs: string | undefined,
  ): Side {
    this.conflicts.push({
      path,
      ...(before === undefined ? {} : { before }),
      ...(ours === undefined ? {} : { ours }),
      ...(theirs === undefined ? {} : { theirs }),
    });
    return this.decided.get(path) ?? 'theirs';
  }

  /** Paths of entries that were in a list of either side and are in none any more. */
  private goneEntries(): string[] {
    return [...this.lists].flatMap(([path, now]) => {
      const all = [this.before, this.ours, this.theirs].flatMap((flatContent) => flatContent.lists.get(path) ?? []);
      return this.whole.has(path) ? [] : all.filter((id) => !now.includes(id)).map((id) => `${path}.${id}`);
    });
  }
}

function keys<Value>(map: ReadonlyMap<string, Value>, other: ReadonlyMap<string, Value>): string[] {
  return [...new Set([...map.keys(), ...other.keys()])];
}
