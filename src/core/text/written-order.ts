/** Letters that are written from right to left (Unicode: Hebrew, Arabic and their presentation forms). */
const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/u;
/** What keeps its order among them: numbers, and words of other alphabets with the signs between. */
const LEFT_TO_RIGHT = /[\p{L}\p{N}](?:[\p{L}\p{N}\p{M}.,:/%+'’-]*[\p{L}\p{N}%])?/gu;
/** Letters that fonts draw as one or in a form of their own, with a code of their own. */
const FORMS = /[\ufb00-\ufdff\ufe70-\ufefc]/u;

export function isRightToLeft(text: string): boolean {
  return RIGHT_TO_LEFT.test(text);
}

/** Text as it is written: forms of letters as the letters themselves. */
export function withoutForms(text: string): string {
  return FORMS.test(text)
    ? [...text].map((letter) => (FORMS.test(letter) ? letter.normalize('NFKC') : letter)).join('')
    : text;
}

/**
 * Text in the order in which it is read, of letters in the order in which they stand from left to right. Only for text
 * that is written from right to left (Unicode Bidirectional Algorithm, for one line with numbers and foreign words).
 */
export function readOrder(text: string): string {
  const turned = [...text].reverse().map(mirrored).join('');
  return withoutForms(
    turned.replace(LEFT_TO_RIGHT, (run) => (RIGHT_TO_LEFT.test(run) ? turnForeign(run) : [...run].reverse().join(''))),
  );
}

/** Turns back what is foreign in a run of both. */
function turnForeign(run: string): string {
  return run.replace(/[\p{N}\p{Script=Latin}.,]+/gu, (part) => [...part].reverse().join(''));
}

const MIRRORED: Readonly<Record<string, string>> = {
  '(': ')',
  ')': '(',
  '[': ']',
  ']': '[',
  '<': '>',
  '>': '<',
  '«': '»',
  '»': '«',
};

function mirrored(letter: string): string {
  return MIRRORED[letter] ?? letter;
}
