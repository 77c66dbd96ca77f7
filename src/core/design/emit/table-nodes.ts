import { required } from '../../data/required.js';
import type { ElementNode } from '../../document/types.js';
import type { ArtboardStyles } from '../model/part-styles.js';
import type { Part } from '../model/part.js';
import { columnsOf, placesOf } from '../structure/tables.js';
import { add } from '../layout/context.js';
import type { ElementIds } from './element-ids.js';

/** What a table needs of the builder of its page. */
interface Builder {
  readonly looks: readonly ArtboardStyles[];
  readonly ids: ElementIds;
  readonly styleOf: (part: Part) => string;
  /** A style that is the same on all screens; its name. */
  readonly fixed: (look: Readonly<Record<string, string>>) => string;
  readonly node: (part: Part) => ElementNode;
}

/** A part of a table that is no box of its own. */
const BOXLESS = { display: 'contents' };
/** What browsers give to the elements of tables (HTML, 15.3.8) and drawn ones do not have. */
const CELL = { display: 'block', 'padding-top': '0', 'padding-right': '0', 'padding-bottom': '0', 'padding-left': '0' };
const HEAD = { ...CELL, 'text-align': 'start' };

/**
 * A table of its rows, laid out as they were drawn: its roles say what it is, since its elements are no longer laid out as
 * a table (ARIA 1.2, `table`). Pairs of two columns without heads are a list of terms.
 */
export function tableNode(part: Part, builder: Builder): ElementNode {
  const rows = part.table === 'headed' ? part.parts.slice(1) : part.parts;
  const columns = columnsOf(required(rows[0]).piece) ?? [];
  if (part.table === 'plain' && rows.every(({ parts }) => parts.length === 2)) return termsNode(part, builder);
  const head = part.table === 'headed' ? part.parts.slice(0, 1) : [];
  const { fixed, ids } = builder;
  const group = (element: 'thead' | 'tbody', inside: readonly Part[]): ElementNode[] =>
    inside.length
      ? [
          {
            id: ids.of(part, element),
            kind: 'table-part',
            name: element === 'thead' ? 'heads' : 'rows',
            element,
            style: fixed(BOXLESS),
            attributes: { role: 'rowgroup' },
            children: inside.map((row) => rowNode(row, columns, element === 'thead', builder)),
          },
        ]
      : [];
  return {
    ...holderNode(part, 'table', builder),
    kind: 'table',
    name: 'table',
    attributes: { role: 'table' },
    children: [...group('thead', head), ...group('tbody', rows)],
  };
}

function rowNode(row: Part, columns: readonly number[], isHead: boolean, builder: Builder): ElementNode {
  const places = placesOf(row, columns);
  const cells = row.parts.map((part, at): ElementNode => {
    const span = (places[at + 1] ?? columns.length) - required(places[at]);
    const attributes = {
      role: isHead ? 'columnheader' : 'cell',
      ...(isHead ? { scope: 'col' } : {}),
      ...(span > 1 ? { colspan: String(span) } : {}),
    };
    return { ...cellNode(part, isHead ? 'th' : 'td', builder), kind: 'table-part', name: 'cell', attributes };
  });
  return {
    ...holderNode(row, 'tr', builder),
    kind: 'table-part',
    name: 'row',
    attributes: { role: 'row' },
    children: cells,
  };
}

function termsNode(part: Part, builder: Builder): ElementNode {
  const pairs = part.parts.map((row): ElementNode => {
    const [term, value] = row.parts.map((cell, at) => cellNode(cell, at === 0 ? 'dt' : 'dd', builder));
    const children = [required(term), required(value)].map((cell): ElementNode => ({ ...cell, kind: 'item' }));
    return { ...holderNode(row, 'div', builder), kind: 'row', name: 'pair', children };
  });
  return { ...holderNode(part, 'dl', builder), kind: 'list', name: 'pairs', children: pairs };
}

function holderNode(part: Part, element: string, { looks, styleOf, ids }: Builder): Omit<ElementNode, 'kind' | 'name'> {
  for (const own of looks) if (own.has(part)) add(own, part, { display: 'block', ...own.get(part) });
  return { id: ids.of(part, element), element, style: styleOf(part) };
}

/** A text or a group is the cell itself; a link, an image or a button is in one that has no box of its own. */
function cellNode(part: Part, element: 'td' | 'th' | 'dt' | 'dd', builder: Builder): ElementNode {
  const { looks, node, fixed, ids } = builder;
  const isTable = element === 'td' || element === 'th';
  const isOwn = !part.piece || part.piece.type === 'text';
  if (isTable && isOwn)
    for (const own of looks)
      if (own.has(part)) add(own, part, { ...(element === 'th' ? HEAD : CELL), ...own.get(part) });
  const inside = node(part);
  if (inside.element === 'p' || (inside.element === 'div' && !part.piece)) return { ...inside, element };
  return {
    id: ids.of(part, element),
    kind: 'table-part',
    name: 'cell',
    element,
    style: fixed(BOXLESS),
    children: [inside],
  };
}
