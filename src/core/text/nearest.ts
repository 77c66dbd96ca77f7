/** Words less alike than this are other ones. */
const LIKE = 0.45;
/** Most candidates that are named for a word that is not known. */
const MOST = 3;

/** The words most like one that is not known, the most alike first. */
export function nearestWords(wanted: string, known: readonly string[]): string[] {
  const own = pairsOf(plain(wanted));
  return [...new Set(known)]
    .map((text) => ({ one: text, like: alike(own, pairsOf(plain(text))) }))
    .filter(({ like }) => like >= LIKE)
    .sort((a, b) => b.like - a.like)
    .slice(0, MOST)
    .map(({ one }) => one);
}

function plain(text: string): string {
  return text.replace(/\s+/g, ' ').trim().toLowerCase();
}

/** Letters of a text, and neighbouring ones: the first forgive a swap, the second know an order. */
function pairsOf(text: string): readonly string[] {
  const letters = [...text];
  return [...letters, ...letters.slice(1).map((letter, at) => `${letters[at] ?? ''}${letter}`)];
}

/** Share of letters and pairs that two texts have in common (Dice). */
function alike(a: readonly string[], b: readonly string[]): number {
  const left = [...b];
  let common = 0;
  for (const pair of a) {
    const at = left.indexOf(pair);
    if (at < 0) continue;
    common += 1;
    left.splice(at, 1);
  }
  return (2 * common) / Math.max(1, a.length + b.length);
}
