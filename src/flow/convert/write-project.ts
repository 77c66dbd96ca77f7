import { withSchemaLine } from '../../project/schema-line.js';
import { pageContentText, siteContentText, schemaFiles } from '../../project/edited-files.js';
import { defined } from '../../core/data/defined.js';
import { required } from '../../core/data/required.js';
import type { DesignChoices } from '../../core/design/responsive/screens.js';
import { existsSync, readFileSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { originalContent, originalValues } from '../../core/content/source-values.js';
import { threeWay } from '../../core/content/three-way.js';
import { flatten, nest, type Content, type FlatContent } from '../../core/content/values.js';
import type { Brief } from '../../core/brief/brief.js';
import { movedByAll, type FieldDecision } from '../../core/brief/field-decisions.js';
import { checkDocument } from '../../core/document/check.js';
import { resolveLinks } from '../../core/sites/resolve-links.js';
import { linkPages, type LinkedPage } from '../../core/sites/linked-pages.js';
import type { PageDocument } from '../../core/document/types.js';
import { indexFiles } from '../../core/render/index-files.js';
import { filesOf, placesOf, renderLanguages, type SitePlace } from '../../core/render/site.js';
import { adjust } from '../../core/adjust/apply.js';
import { withTokens } from '../../core/tokens/apply.js';
import { keepTokens } from '../../core/tokens/change.js';
import { collectTokens } from '../../core/tokens/collect.js';
import { paletteOf } from '../../core/tokens/palette.js';
import { TOKENS_FILE, tokensOf, tokensText } from '../../project/tokens-file.js';
import { readAdjustments } from '../../project/adjust-file.js';
import { factsAcross, sharedContent } from '../../core/passes/fields/site-facts.js';
import { commonOf, covers, knownOf, over, partContent, unknownOf } from '../../core/content/common.js';
import {
  contentFileOf,
  readPageContent,
  readSiteContent,
  SITE_CONTENT,
  siteFileOf,
} from '../../project/page-content.js';
import { languagesOf } from '../../project/languages.js';
import { RENDERED_FILE, refuseEdited, renderedText } from '../../project/rendered.js';
import { BRIEF_FILE, writeBrief, BRIEF_SCHEMA_PATH } from '../../project/brief-file.js';
import { pageText } from '../../project/page-file.js';
import type { AssetStore } from '../../project/assets.js';
import { isProject, replaceProject, type ProjectFile } from '../../project/folder.js';
import {
  LIMITS,
  readSettings,
  SETTINGS_FILE,
  writeSettings,
  type PageSettings,
  type ProjectSettings,
  SETTINGS_VERSION,
} from '../../project/settings.js';
import type { ReadOptions } from './convert.js';
import type { PageBuild } from './page-build.js';
import { controlFiles, referenceFiles } from '../source/reference.js';
import type { Source } from '../source/source.js';

const NOTHING: FlatContent = { values: new Map(), lists: new Map() };

/** What was written of a page: its file in the site, and how much CSS it has. */
export interface WrittenPage {
  readonly file: string;
  readonly cssBytes: number;
}

/** Writes converted sources as a project, whole or not at all; what people wrote in an old project stays. */
// eslint-disable-next-line max-lines-per-function -- the files of a project, in the order in which each needs the ones before
export function writeProject(
  builds: readonly PageBuild[],
  store: AssetStore,
  options: ReadOptions,
  browserVersion: string,
): WrittenPage[] {
  const { out, briefText } = options;
  const places = placesOf(builds.map(({ document }) => document.name));
  const placeOf = (entry: PageBuild): SitePlace => required(places.get(entry.document.name));
  const linked = builds.map((entry) => ({ address: addressOf(entry.source), file: placeOf(entry).html }));
  refuseEdited(out);
  const languages = (page: string): ReadonlyMap<string, Content> =>
    isProject(out) ? languagesOf(out, page) : new Map();
  const translated = new Map(builds.map((entry) => [placeOf(entry).html, [...languages(entry.document.name).keys()]]));
  const adjustments = isProject(out) ? readAdjustments(out) : [];
  const led = resolveLinks(
    builds.map((entry) => linkedTo(entry, linked)),
    (page) => required(places.get(page)).html,
  );
  const documents = factsAcross(led);
  const shared = sharedContent(documents);
  const adjusted = documents.map((document) => adjust(document, adjustments).document);
  const tokens = keepTokens(isProject(out) ? tokensOf(out) : [], collectTokens(documents));
  const palette = paletteOf(tokens);
  const pages = builds.map((entry, at) => {
    const bare = required(documents[at]);
    checkDocument(bare, `pages/${bare.name}.json`);
    const document: PageDocument = { ...bare, palette };
    const content = contentFor(out, document, options.decisions);
    return {
      ...entry,
      document,
      content,
      site: renderLanguages(
        withTokens({ ...required(adjusted[at]), palette }, tokens),
        content,
        languages(document.name),
        { place: placeOf(entry), marked: false, translated },
      ),
    };
  });
  const settings: ProjectSettings = {
    format: 'tavrik-project',
    version: SETTINGS_VERSION,
    pages: pages.map((page) => settingsFor(page, options)),
    limits: settingsBefore(out)?.limits ?? LIMITS,
  };
  const assets = store.entries();
  const index = Object.entries(
    indexFiles(
      pages.map((page) => ({
        document: page.document,
        files: filesOf(placeOf(page), languages(page.document.name).keys()),
      })),
    ),
  );
  const texts = [...pages.flatMap(({ site }) => Object.entries(site)), ...index];
  const parted = pages.map(({ content }) => partContent(content, (path) => covers(shared, path)));
  const before = isProject(out) ? unknownOf(readSiteContent(out), documents) : NOTHING;
  const common = over(
    before,
    commonOf(
      parted.map((entry) => entry.shared),
      documents,
    ),
  );
  const files: ProjectFile[] = [
    [SETTINGS_FILE, writeSettings(settings)],
    [TOKENS_FILE, tokensText(tokens)],
    [
      BRIEF_FILE,
      withSchemaLine(briefText ?? writeBrief(builds.flatMap(({ findings = [] }) => findings)), BRIEF_SCHEMA_PATH),
    ],
    ...(common.values.size || common.lists.size || existsSync(siteFileOf(out))
      ? [[SITE_CONTENT, siteContentText(nest(common))] as const]
      : []),
    ...pages.flatMap(({ document, references, behaviours, operated }, at): ProjectFile[] => [
      [`content/${document.name}.yaml`, pageContentText(document.name, parted[at]?.own ?? {})],
      [`pages/${document.name}.json`, pageText(document)],
      ...referenceFiles(document.name, references, browserVersion),
      ...controlFiles(document.name, { ...defined({ behaviours, operated }) }),
    ]),
    ...schemaFiles(pages.map(({ document }) => document)),
    [RENDERED_FILE, renderedText(texts)],
    ...assets,
    ...assets.map(([path, bytes]): ProjectFile => [`site/${path}`, bytes]),
    ...texts.map(([path, text]): ProjectFile => [`site/${path}`, text]),
  ];
  replaceProject(out, files);
  return pages.map((page) => ({
    file: placeOf(page).html,
    cssBytes: Buffer.byteLength(page.site[placeOf(page).sheet] ?? ''),
  }));
}

/** Where links of other pages find the source of a page: files by where they lie, addresses as they are. */
function addressOf(source: Source): string | undefined {
  if (source.kind === 'address') return source.address;
  return source.kind === 'html' ? pathToFileURL(source.file).href : undefined;
}

function linkedTo(
  { document, source }: PageBuild,
  pages: readonly { readonly address: string | undefined; readonly file: string }[],
): PageDocument {
  const own = addressOf(source);
  const known = pages.filter((page): page is LinkedPage => page.address !== undefined);
  if (own === undefined || known.length < 2) return document;
  return linkPages(document, own, known, source.kind === 'html' ? `${pathToFileURL(source.root).href}/` : undefined);
}

function settingsFor(
  { document, source, files, choices }: PageBuild,
  { reading, out, fonts, keepBoxes }: ReadOptions,
): PageSettings {
  const target = resolve(out);
  return {
    name: document.name,
    kind: document.source.kind,
    sources: source.kind === 'address' ? files : files.map((file) => relative(target, file)),
    ...(source.kind === 'html' ? { root: relative(target, source.root) || '.' } : {}),
    ...(source.kind === 'design' || reading.schemes === 'both' ? {} : { schemes: reading.schemes }),
    ...(reading.choice ? { select: reading.choice.selectors, move: reading.choice.moves } : {}),
    ...(choices && Object.keys(choices).length ? { design: choices } : {}),
    ...(fonts === undefined ? {} : { fonts: relative(target, resolve(fonts)) }),
    ...(keepBoxes ? { keepBoxes } : {}),
    widths: document.source.widths,
  };
}

/** The settings of the project that lies there already. */
function settingsBefore(out: string): ProjectSettings | undefined {
  const target = resolve(out);
  if (!isProject(target)) return undefined;
  return readSettings(readFileSync(join(target, SETTINGS_FILE), 'utf8'), SETTINGS_FILE);
}

/** What a person chose for the designs of the project that lies there already. */
export function choicesBefore(out: string): DesignChoices | undefined {
  return settingsBefore(out)?.pages.find(({ design }) => design)?.design;
}

/** What the client wrote stays; fields that nobody touched take the words of the source as it is now. */
function contentFor(out: string, document: PageDocument, { fields = [] }: Brief): Content {
  const fresh = originalContent(document);
  const contentFile = contentFileOf(out, document.name);
  const pageFile = join(out, 'pages', `${document.name}.json`);
  /* What was said for several pages while this one was not among them, or not with others, comes back. */
  const common = (then: readonly PageDocument[]): FlatContent =>
    isProject(out) ? knownOf(unknownOf(readSiteContent(out), then), document) : NOTHING;
  if (!existsSync(contentFile) || !existsSync(pageFile)) return nest(over(flatten(fresh), common([])));
  /* What was written under the name that a field had before goes with it. */
  const moved = ({ values, lists }: FlatContent): FlatContent => ({
    values: movedKeys(values, fields),
    lists: movedKeys(lists, fields),
  });
  const then: PageDocument = {
    ...(JSON.parse(readFileSync(pageFile, 'utf8')) as PageDocument),
    palette: paletteOf(tokensOf(out)),
  };
  const written = moved(flatten(readPageContent(out, then)));
  const before = moved(originalValues(then));
  return nest(over(flatten(nest(threeWay(before, originalValues(document), written).content)), common([then])));
}

function movedKeys<Value>(map: ReadonlyMap<string, Value>, decisions: readonly FieldDecision[]): Map<string, Value> {
  return new Map([...map].map(([path, value]) => [movedByAll(decisions, path), value]));
}
