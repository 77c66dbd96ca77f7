/** Widths of screens that designs are usually drawn for, px. */
export const USUAL_WIDTHS: readonly number[] = [
  320, 360, 375, 390, 393, 402, 412, 414, 428, 430, 480, 540, 600, 640, 744, 768, 800, 810, 820, 834, 912, 960, 1024,
  1080, 1112, 1133, 1180, 1194, 1200, 1280, 1366, 1440, 1512, 1536, 1600, 1680, 1728, 1920, 2048, 2560,
];

/** Programs that print round sizes up, to less than this; px. */
const ROUNDED = 1;
/** How far the unit of a drawing may be off the px or the point that is meant, as a share. */
const UNIT_OFF = 0.003;

/** The width that is meant by one that is not whole: a usual one, else the nearest whole one; px. */
export function meantWidth(width: number): number {
  if (Math.abs(width - Math.round(width)) < 0.01) return Math.round(width);
  return USUAL_WIDTHS.find((usual) => width - usual >= 0 && width - usual < ROUNDED) ?? Math.round(width);
}

/** Size of text in points from which a point is meant to be a px: text of a page is rarely larger than 12 points. */
const PX_TEXT = 13.5;

/**
 * The px that a point of a page is meant to be: 4/3, as in print (CSS Values 4, 6.2), or 1 where a program wrote px as
 * points. What leads to a usual screen counts first, then how large most text is.
 * @param width of the page, points @param text size of most letters, points; 0 for none
 */
export function unitOfPoint(width: number, text: number): number {
  const isUsual = (px: number): boolean => USUAL_WIDTHS.includes(meantWidth(px));
  const [print, px] = [isUsual((width * 4) / 3), isUsual(width)];
  if (print !== px) return print ? 4 / 3 : 1;
  return text >= PX_TEXT ? 1 : 4 / 3;
}

/** Sizes that most text of a page has, px. */
const PAGE_TEXT = [11.5, 21] as const;
/** Times that designs are drawn larger for fine screens. */
const SCALES = [2, 3];

/**
 * How many times larger than its page an artboard is drawn: its text would be too large for a page, and both text and width
 * are usual ones at that scale.
 * @param width of the artboard, px @param text size of most letters, px; 0 for none
 */
export function drawnScale(width: number, text: number): number {
  if (text <= PAGE_TEXT[1]) return 1;
  const isMeant = (scale: number): boolean =>
    text / scale >= PAGE_TEXT[0] && text / scale <= PAGE_TEXT[1] && USUAL_WIDTHS.includes(meantWidth(width / scale));
  return SCALES.find(isMeant) ?? 1;
}

/** The px that a unit of a drawing is meant to be, if it is all but one px or one point (4/3 px). */
export function meantUnit(px: number): number {
  return [1, 4 / 3].find((unit) => Math.abs(px / unit - 1) < UNIT_OFF) ?? px;
}
