import { required } from '../data/required.js';
import { isScriptAddress } from '../document/addresses.js';
import { fillPart, SOMETHING, writtenFlat } from '../content/content.js';
import { originalValues } from '../content/source-values.js';
import { FOCUS, focusOf, readFocus } from '../content/focus.js';
import { entriesIn, modelsOf } from '../content/entries.js';
import { BACKGROUND, backgroundOf, backgroundStyle } from '../content/backgrounds.js';
import { ICON, iconsOf } from '../content/icons.js';
import { isYes } from '../content/looks.js';
import { isSwitch, partOf } from '../content/parts.js';
import { wholeText } from '../content/whole-text.js';
import { type Content, type FlatContent } from '../content/values.js';
import type { ElementNode, PageDocument, PageNode } from '../document/types.js';
import { isWords } from '../document/walk.js';
import { renderMain } from '../render/html.js';
import { headFilled } from '../content/head-filled.js';
import { addressedAs, factTexts, localeOf } from '../render/head.js';
import { linkedIn, linkIn, pageIn, type LanguagePlaces } from '../render/site.js';
import { AT, modelKeys, nameIn, needsFlag, OWN, previewWords, TO } from './shape.js';

/** Data for a template: names to texts, objects, lists and flags. */
export interface Data {
  [name: string]: string | boolean | Data | Data[];
}

/** How a page is said in one of its languages. */
export interface Spoken {
  /** BCP 47 */
  readonly language: string;
  readonly direction?: 'ltr' | 'rtl';
  /** File of the page in this language. */
  readonly file: string;
  /** Languages of each page of the site, by its file. */
  readonly translated: LanguagePlaces['translated'];
}

/** What a page says, as its template asks for it: texts, rich texts as HTML, lists, and what is there at all. */
export function templateData(document: PageDocument, content: Content, spoken?: Spoken): Data {
  const written = writtenFlat(document, content);
  const flat: FlatContent = {
    values: new Map([...originalValues(document).values, ...written.values]),
    lists: written.lists,
  };
  const head = headFilled(document, originalValues(document).values, flat.values);
  const filled = { ...document, ...(head ? { head } : {}) };
  const facts = factTexts(filled);
  const preview = previewWords(filled, (_, words) => words);
  const data: Data = {
    page: {
      title: flat.values.get('page.title') ?? '',
      description: flat.values.get('page.description') ?? '',
      ...(facts.length ? { facts: Object.fromEntries(facts.map((text, at) => [`f${at}`, text])) } : {}),
      ...(Object.keys(preview).length ? { preview } : {}),
      ...(spoken
        ? {
            language: spoken.language,
            direction: spoken.direction ?? '',
            file: addressedAs(spoken.file),
            locale: localeOf(spoken.language),
          }
        : {}),
    },
  };
  new Building(document, flat, spoken).gather(document.body, { data, prefix: '', path: '', own: '' });
  return data;
}

interface TemplatePosition {
  readonly data: Data;
  /** Path of the model in the source, and of the entry in the content; with a dot, empty in the page. */
  readonly prefix: string;
  readonly path: string;
  readonly own: string;
}

class Building {
  constructor(
    private readonly document: PageDocument,
    private readonly flat: FlatContent,
    private readonly spoken?: Spoken,
  ) {}

  /** Puts what a part of a page says into the data of its place. @returns whether it says anything */
  gather(node: PageNode, place: TemplatePosition): boolean {
    if (isWords(node)) {
      if (!node.field) return node.text.trim() !== '';
      const text = this.valueAt(node.field, place) ?? node.text.trim();
      this.set(place, node.field, text);
      return text.trim() !== '';
    }
    for (const [attribute, field] of Object.entries(node.fields ?? {})) this.attribute(node, attribute, field, place);
    const fixed = node.fields?.['href'] === undefined ? node.attributes?.['href'] : undefined;
    if (fixed !== undefined && this.spoken?.translated.get(pageIn(fixed))?.length)
      put(place.data, TO, node.id, this.link(fixed));
    const says = node.rich === undefined ? this.inside(node, place) : this.rich(node, node.rich, place);
    const shown =
      node.element === 'img'
        ? node.fields?.['src'] === undefined || this.valueAt(node.fields['src'], place) !== ''
        : says;
    if (needsFlag(node)) put(place.data, 'any', node.id, shown);
    return shown || node.markup !== undefined || SOMETHING.has(node.element);
  }

  private link(href: string): string {
    return this.spoken ? linkIn(href, this.spoken.language, this.spoken.translated) : href;
  }

  private inside(node: ElementNode, place: TemplatePosition): boolean {
    let says = false;
    const lists = entriesIn(node);
    for (const child of node.children ?? [])
      if (isWords(child) || !child.entry) says = this.gather(child, place) || says;
    for (const [list, entries] of lists) says = this.list(list, entries, place) || says;
    return says;
  }

  private list(list: string, entries: readonly ElementNode[], place: TemplatePosition): boolean {
    const path = this.pathOf(list, place);
    const keys = modelKeys(entries);
    const many = new Set(keys.values()).size > 1;
    const models = modelsOf(path, entries, this.flat, this.document.styles);
    let says = false;
    const result = models.map(({ id, model }, at): Data => {
      const source = model.entry?.id ?? '';
      const key = required(keys.get(source));
      const shape = required(entries.find(({ entry }) => entry?.id === key));
      const own = `${place.own}${source === id ? '' : `-${id}`}`;
      const data: Data = { id, [AT]: `${path}.${id}`, [OWN]: own, next: at > 0 };
      if (many) put(data, 'as', key, true);
      const inner = { data, prefix: `${list}.${key}.`, path: `${path}.${id}.`, own };
      says = this.gather(shape, inner) || says;
      return data;
    });
    this.set(place, list, result);
    return says;
  }

  private attribute(node: ElementNode, name: string, field: string, place: TemplatePosition): void {
    if (name === FOCUS) {
      const source = focusOf(node, this.document.styles);
      const focus = readFocus(this.valueAt(field, place) ?? '') ?? source;
      this.set(place, field, focus);
      put(place.data, 'moved', node.id, focus !== source);
      return;
    }
    const value = this.valueAt(field, place);
    if (name === BACKGROUND) return this.background(node, field, value, place);
    if (isSwitch(name)) return this.set(place, field, isYes(value ?? partOf(node, name, this.document) ?? ''));
    if (name === ICON)
      return this.set(
        place,
        field,
        (iconsOf(this.document).get(value ?? '') ?? node.markup ?? '').replace(/^<svg/, ''),
      );
    const before = node.attributes?.[name] ?? '';
    const asked = value ?? before;
    const text = isScriptAddress(asked) ? before : asked;
    this.set(place, field, name === 'href' ? this.link(text) : text);
    if (name === 'src') put(place.data, 'same', node.id, text === before);
  }

  /** The colour behind a section, as CSS. */
  private background(node: ElementNode, field: string, value: string | undefined, place: TemplatePosition): void {
    const source = backgroundOf(node, this.document);
    const css = value === undefined || value === source ? undefined : backgroundStyle(value, this.document);
    this.set(place, field, css ?? backgroundStyle(source ?? '', this.document) ?? '');
    put(place.data, 'moved', node.id, css !== undefined);
  }

  private rich(node: ElementNode, field: string, place: TemplatePosition): boolean {
    const { styles } = this.document;
    const text = this.valueAt(field, place) ?? wholeText(node, styles);
    const values = new Map(this.flat.values).set(field, text);
    const own = node.rich === undefined ? node : { ...node, rich: field };
    const element = fillPart(own, this.document, { ...this.flat, values });
    const html = (linkedIn(element, (href) => this.link(href)).children ?? [])
      .map((child) => insideOf({ ...element, children: [child] }))
      .join('');
    this.set(place, field, html);
    return text.trim() !== '';
  }

  private pathOf(field: string, { prefix, path }: TemplatePosition): string {
    return prefix && `${field}.`.startsWith(prefix) ? `${path}${field.slice(prefix.length)}`.replace(/\.$/, '') : field;
  }

  private valueAt(field: string, place: TemplatePosition): string | undefined {
    return this.flat.values.get(this.pathOf(field, place));
  }

  /** Sets a value by the name that the template has for it. */
  private set({ data, prefix }: TemplatePosition, field: string, value: Data[string]): void {
    const name = nameIn(field, prefix);
    const parts = name.split('.');
    let here = data;
    for (const part of parts.slice(0, -1)) here = (here[part] ??= {}) as Data;
    here[required(parts.at(-1))] = value;
  }
}

/** What an element holds, as HTML. */
function insideOf({ element, children = [] }: ElementNode): string {
  const tag = element === 'pre' ? element : 'p';
  return renderMain({ id: '', kind: 'text', name: '', element: tag, children }).slice(tag.length + 2, -tag.length - 3);
}

function put(data: Data, group: string, name: string, value: string | boolean): void {
  const values = (data[group] ??= {}) as Data;
  values[name] = value;
}
