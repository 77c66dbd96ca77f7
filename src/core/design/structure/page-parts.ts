import { required } from '../../data/required.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { around, bottom, shared } from '../../geometry/box.js';
import type { Elsewhere, Part } from '../model/part.js';
import type { Piece, Pieces } from '../model/piece.js';
import { arrange } from './arrange.js';
import { barAtTop, isHeader, isMenuBar, isNameOfSite, isSideBar } from './bars.js';
import { levelPieces } from './brief.js';
import { closingLines, isFooter, isFooterAbove } from './footers.js';
import { leaveChanceHolders } from './held-everywhere.js';
import { withLists } from './lists.js';
import { bandsOf, withListInside } from './sections.js';
import { withTables } from './tables.js';

/**
 * The parts of a page: its header, its side bar, its sections and its footer. Sections are looked for where the page
 * first falls into several: inside of a box or a column that takes most of the page, if there is one.
 */
export function arrangePage({ top, width, height }: Pieces, others: readonly Elsewhere[] = []): Part {
  const region: DrawnBox = [0, 0, width, height];
  const found = barAtTop(top, region);
  /* A page that is a bar and nothing else has no header. */
  const bar = found && (found.holders.length > 0 || found.pieces.length < top.length) ? found : undefined;
  const rest = bar ? without(top, bar.pieces, bar.holders) : [...top];
  leaveChanceHolders(rest, others);
  const inner = frame(rest, region, { others, width, height });
  if (!bar) return { ...inner, parts: withSites(inner.parts) };
  const header: Part = {
    ...asGroup(arrange(bar.pieces, others)),
    site: 'header',
    band: true,
    reason: `${bar.pieces.length} brief elements in a row at the top`,
  };
  return { ...inner, parts: withSites([header, ...inner.parts]) };
}

interface Page {
  readonly others: readonly Elsewhere[];
  readonly width: number;
  readonly height: number;
}

/** What is left on the page when some pieces, and what they lie in, have been taken out. */
function without(top: readonly Piece[], taken: readonly Piece[], holders: readonly Piece[]): Piece[] {
  const holder = holders.at(-1);
  if (!holder) return top.filter((piece) => !taken.includes(piece));
  holder.inside.splice(0, holder.inside.length, ...holder.inside.filter((piece) => !taken.includes(piece)));
  return [...top];
}

/** A part that can hold others: what is a text or an image by itself, in a group. */
function asGroup(part: Part): Part {
  if (!part.piece || part.piece.inside.length) return withListInside(part);
  return { direction: 'stack', parts: [part], over: [], box: part.box, reason: part.reason };
}

/** Parts below each other as one. */
function stacked(parts: readonly Part[]): Part {
  const [only, more] = parts;
  if (only && !more) return asGroup(only);
  const reason = `${parts.length} groups of closing lines`;
  return { direction: 'stack', parts: [...parts], over: [], box: around(parts.map(({ box }) => box)), reason };
}

/** The sections among pieces that take a whole region. */
function frame(pieces: readonly Piece[], region: DrawnBox, page: Page): Part {
  if (pieces.length === 0) return { direction: 'stack', parts: [], over: [], box: region, reason: 'no sections' };
  const closing = closingLines(pieces);
  const rest = pieces.filter((piece) => !closing.flat().includes(piece));
  const inner = withLists(withTables(arrange(rest, page.others)));
  const bands = bandsOf(inner, region, page.width).map((band) => framed(band, region, page));
  const lines = closing.map((group) => withLists(arrange(group, page.others)));
  const end: Part[] = lines.length ? [{ ...stacked(lines), site: 'footer', band: true }] : [];
  const parts = [...bands, ...end];
  /* What is a row by itself has kept what lies over it. */
  const loose = inner.direction === 'stack' && !inner.piece ? inner.over : [];
  const over = loose.filter((part) => !goesInto(part, parts));
  return {
    direction: 'stack',
    parts,
    over,
    box: around([...parts, ...over].map(({ box }) => box)),
    reason: `${parts.length} sections`,
  };
}

/** What lies on one section, wherever it reaches across, lies over that section: puts it there, and says whether there is one. */
function goesInto(part: Part, sections: readonly Part[]): boolean {
  const home = sections.findLast(({ box }) => part.box[1] >= box[1] - SLACK && bottom(part.box) <= bottom(box) + SLACK);
  home?.over.push(part);
  return home !== undefined;
}

/** So much may something stick out of the section it lies on, px. */
const SLACK = 2;

/** A box this high, in shares of the page or of its width, may hold sections rather than being one. */
const MOST_OF_PAGE = 0.6;
const HIGHER_THAN_WIDE = 1.2;
/** The column beside a side bar is at least so high, in shares of its width, or of most of the page. */
const MAIN_SHAPE = 0.5;

/** A band that holds the sections of a page: beside a side bar, or in a box of its own. */
function framed(band: Part, region: DrawnBox, page: Page): Part {
  if (band.box[3] < Math.min(MOST_OF_PAGE * page.height, HIGHER_THAN_WIDE * page.width)) return band;
  const only = band.parts.length === 1 && band.over.length === 0 ? required(band.parts[0]) : undefined;
  if (only) {
    const inner = framed(only, region, page);
    return inner.frame ? { ...band, parts: [inner], frame: true } : band;
  }
  const columns = band.direction === 'row' ? besideSideBar(band, region, page) : undefined;
  if (columns) return { ...band, parts: columns, frame: true };
  /* What stands on the page itself was parted already. */
  if (!band.piece || band.direction === 'row' || band.parts.length < 2) return band;
  const sections = frame(band.parts.flatMap(levelPieces), band.box, page);
  if (sections.parts.length < 2) return band;
  const parts = withSites(sections.parts.map(asSection));
  return { ...band, parts, over: [...band.over, ...sections.over], frame: true };
}

function besideSideBar(band: Part, region: DrawnBox, page: Page): Part[] | undefined {
  if (band.parts.length !== 2) return undefined;
  const side = band.parts.find((part) => isSideBar([part].flatMap(levelPieces), region));
  const main = band.parts.find((part) => part !== side);
  /* A long menu makes a page higher than what stands beside it. */
  if (!side || !main || main.box[3] < Math.min(MOST_OF_PAGE * page.height, MAIN_SHAPE * main.box[2])) return undefined;
  const column = columnOf(main, page);
  return band.parts.map((part) => (part === side ? { ...withListInside(part), site: 'navigation' } : column));
}

/** The column beside a side bar, with its own header, sections and footer. */
function columnOf(main: Part, page: Page): Part {
  const pieces = main.piece ? main.piece.inside : levelPieces(main);
  if (pieces.length < 2) return { ...main, section: true };
  const bar = barAtTop(pieces, main.box);
  const isOnPage =
    bar?.holders.length === 0 &&
    pieces.every((piece) => bar.pieces.includes(piece) || bar.pieces.every(({ box }) => shared(box, piece.box) === 0));
  const rest = isOnPage ? pieces.filter((piece) => !bar.pieces.includes(piece)) : pieces;
  const sections = frame(rest, main.box, page);
  const header: Part[] = isOnPage
    ? [{ ...asGroup(arrange(bar.pieces, page.others)), site: 'header', reason: 'brief elements in a row at the top' }]
    : [];
  const parts = withSites([...header, ...sections.parts].map(asSection));
  return { ...main, direction: 'stack', parts, over: sections.over, frame: true };
}

/** Says which of the sections of a page, or of the column beside a side bar, are its header and its footer. */
function withSites(found: readonly Part[]): Part[] {
  const sections = withWholeFooter(withMasthead(found));
  const last = sections.length - 1;
  return sections.map((section, at): Part => {
    if (section.site || section.frame) return section;
    if (at === 0 && isHeader(section)) return { ...section, site: 'header' };
    return at === last && isFooter(section) ? { ...section, site: 'footer' } : section;
  });
}

/** The name of a site above the bar of its menu: one header. */
function withMasthead(sections: readonly Part[]): readonly Part[] {
  const [name, menu] = sections;
  if (!name || !menu || sections.length < 3 || name.frame || !isNameOfSite(name) || isMenuBar(name) || !isMenuBar(menu))
    return sections;
  const parts = [name, menu].map(asPlain);
  const box = around(parts.map((part) => part.box));
  const reason = 'a name above a row of equal brief texts';
  return [{ direction: 'stack', parts, over: [], box, band: true, site: 'header', reason }, ...sections.slice(2)];
}

/** The last line of a page with the columns right above it, if they are in a box of their own: one footer. */
function withWholeFooter(sections: readonly Part[]): readonly Part[] {
  const [above, last] = sections.slice(-2);
  if (sections.length < 3 || !above || !last || !isFooter(last) || !isFooterAbove(above, last)) return sections;
  const parts = [above, last].map(asPlain);
  const box = around(parts.map((part) => part.box));
  const reason = 'columns in a box above the last line';
  return [...sections.slice(0, -2), { direction: 'stack', parts, over: [], box, band: true, site: 'footer', reason }];
}

/** What is no section any more. */
function asPlain({ band: _, site: __, section: ___, ...part }: Part): Part {
  return part;
}

/** A section inside of a frame is as wide as that, not as the page. */
function asSection({ band: _, ...part }: Part): Part {
  return part.frame ? part : { ...part, section: true };
}
