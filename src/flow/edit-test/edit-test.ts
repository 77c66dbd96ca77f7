import { required } from '../../core/data/required.js';
import { join } from 'node:path';
import { screenshot, setViewport } from '../../browser/result-page.js';
import { openBrowser, type OpenBrowser } from '../../browser/launch.js';
import { adjust } from '../../core/adjust/apply.js';
import type { Adjustment } from '../../core/adjust/adjustment.js';
import { fillPage } from '../../core/content/content.js';
import type { Content } from '../../core/content/values.js';
import { regionsOf } from '../../core/content/regions.js';
import type { PageDocument } from '../../core/document/types.js';
import type { MeasuredPage } from '../../core/proof/measurement.js';
import { renderHtml } from '../../core/render/html.js';
import { shownScheme } from '../../core/source/reading.js';
import { casesOf, TALL_IMAGE, WIDE_IMAGE, type TrialCase } from '../../core/edit-test/cases.js';
import { markupFaults, trialFaults, type TrialFault } from '../../core/edit-test/faults.js';
import { limitsFor, withLimits, type Limit } from '../../core/edit-test/limits.js';
import { applyFixes, type TriedPage } from '../../core/edit-test/apply-fixes.js';
import { pageText } from '../../project/page-file.js';
import { ADJUST_FILE, readAdjustments, writeAdjustments } from '../../project/adjust-file.js';
import { BRIEF_FILE, briefOf, withFieldDecisions } from '../../project/brief-file.js';
import { openProject, replaceFolder, writeFile } from '../../project/folder.js';
import { pageNamed, type PageSettings } from '../../project/settings.js';
import { trialPage, type TrialImage } from '../../report/edit-test-page.js';
import { openTestPage, type TestPage } from '../proof/test-page.js';
import { readPage } from '../render/read-page.js';
import { render } from '../render/render.js';
import type { Progress } from '../progress.js';

export interface TrialOptions {
  readonly page?: string;
  /** Keep what fixes faults and leaves the page as it is. */
  readonly fix?: boolean;
  readonly browser?: string;
  readonly open?: OpenBrowser;
  readonly progress: Progress;
}

/** A phone, a tablet and a desktop, px: where edits are looked at. */
const WIDTHS = [390, 820, 1440];
/** So often it is seen what limits leave. */
const LIMIT_ROUNDS = 4;
/** Most pictures of a report. */
const MOST_IMAGES = 24;

const BROUGHT: readonly (readonly [string, string])[] = [
  [TALL_IMAGE, drawn(400, 800)],
  [WIDE_IMAGE, drawn(1200, 400)],
];

function drawn(width: number, height: number): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><rect width="100%" height="100%" fill="#8fa3ad"/><circle cx="50%" cy="50%" r="${Math.min(width, height) / 4}" fill="#f4ecd8"/></svg>`;
}

/** Does to each page of a project what clients do, and says what breaks. @throws TavrikError */
export async function runEditTest(project: string, options: TrialOptions): Promise<TriedPage[]> {
  const settings = openProject(project);
  const pages = options.page === undefined ? settings.pages : [pageNamed(settings, options.page)];
  const own = options.open ? undefined : await openBrowser(options.browser, false);
  const browser = required(options.open ?? own);
  try {
    const tried: TriedPage[] = [];
    const images = new Map<string, readonly TrialImage[]>();
    for (const page of pages) {
      const trial = new Trial(project, page, browser, options);
      const result = await trial.run();
      tried.push(result.tried);
      images.set(page.name, result.pictures);
    }
    replaceFolder(project, 'trial', [
      ['index.html', trialPage(tried, images)],
      ['trial.json', `${JSON.stringify({ pages: tried }, null, 2)}\n`],
    ]);
    if (options.fix && tried.some(({ fixes, limits }) => fixes.length + limits.length)) render(project);
    return tried;
  } finally {
    await own?.close();
  }
}

/** Where one case is looked at: the page as it is with the edit. */
interface CaseRun {
  readonly one: TrialCase;
  readonly document: PageDocument;
  readonly bench: TestPage;
}

/** The page without any edit, and how it measures at each width. */
interface AsIs {
  readonly document: PageDocument;
  readonly pages: readonly MeasuredPage[];
}

class Trial {
  constructor(
    private readonly project: string,
    private readonly page: PageSettings,
    private readonly browser: OpenBrowser,
    private readonly options: TrialOptions,
  ) {}

  async run(): Promise<{ readonly tried: TriedPage; readonly pictures: readonly TrialImage[] }> {
    const { document, content } = readPage(this.project, this.page.name);
    const existing = readAdjustments(this.project);
    const asIs = fillPage(document, content);
    const bench = await this.bench(asIs);
    const looks = new Map<string, CaseRun>();
    try {
      const before: AsIs = { document: asIs, pages: await this.measure(bench, asIs, existing) };
      const cases = casesOf(document, regionsOf(document), content);
      const found = new Map<string, readonly TrialFault[]>();
      for (const trialCase of cases) {
        this.options.progress(`${this.page.name}: ${trialCase.what}`);
        const filled = fillPage(document, trialCase.content);
        const look = { one: trialCase, document: filled, bench: await this.bench(filled) };
        const faults = await this.faults(look, before, existing);
        if (faults.length === 0) await look.bench.close();
        else {
          looks.set(trialCase.name, look);
          found.set(trialCase.name, faults);
        }
      }
      this.options.progress(`${this.page.name}: Trying suggested fixes`);
      const fixes = await applyFixes(asIs, before.pages, existing, found, {
        asIs: (list) => this.measure(bench, asIs, list),
        faultsOf: (name, list) => this.faults(required(looks.get(name)), before, list),
      });
      const better = [...existing, ...fixes.flatMap(({ adjustments }) => adjustments)];
      const left = new Map<string, readonly TrialFault[]>();
      for (const [name, look] of looks)
        left.set(name, fixes.length ? await this.faults(look, before, better) : (found.get(name) ?? []));
      const limited = await this.limited(document, content, left, looks, before, better);
      const { limits } = limited;
      const fixed = this.options.fix === true && fixes.length + limits.length > 0;
      const list = fixed ? better : existing;
      if (fixed) {
        if (fixes.length) writeFile(join(this.project, ADJUST_FILE), writeAdjustments(list));
        if (limits.length) keepLimits(this.project, withLimits(document, limits), limits);
        for (const [name, faults] of [...left, ...limited.found]) found.set(name, faults);
      }
      const tried: TriedPage = {
        page: this.page.name,
        widths: WIDTHS,
        cases: cases.map(({ name, what }) => ({ name, what, faults: found.get(name) ?? [] })),
        fixes,
        limits,
        fixed,
      };
      return { tried, pictures: await this.pictures(looks.values(), found, list) };
    } finally {
      for (const look of looks.values()) await look.bench.close();
      await bench.close();
    }
  }

  /** Limits that take faults away, and what is left of each edit with them. Where they only bring others, there are none. */
  private async limited(
    document: PageDocument,
    content: Content,
    left: ReadonlyMap<string, readonly TrialFault[]>,
    looks: ReadonlyMap<string, CaseRun>,
    before: AsIs,
    list: readonly Adjustment[],
  ): Promise<{ readonly limits: readonly Limit[]; readonly found: ReadonlyMap<string, readonly TrialFault[]> }> {
    const total = (faults: ReadonlyMap<string, readonly TrialFault[]>): number =>
      [...faults.values()].reduce((sum, those) => sum + those.length, 0);
    let best = { limits: [] as readonly Limit[], found: left };
    for (const of of ['path', 'over'] as const) {
      let { limits, found: now } = best;
      /* Where one text fits at last, the next one shows that did not. */
      for (let round = 0; round < LIMIT_ROUNDS; round += 1) {
        const known = withLimits(document, limits);
        const more = limitsFor(known, regionsOf(known), content, now, of);
        if (more.length === 0) break;
        limits = [...limits, ...more];
        now = new Map([...now, ...(await this.retried(withLimits(document, limits), content, looks, before, list))]);
        if (total(now) < total(best.found)) best = { limits, found: now };
      }
    }
    return best;
  }

  /** The faults of edits that are others by the limits of a page. */
  private async retried(
    page: PageDocument,
    content: Content,
    looks: ReadonlyMap<string, CaseRun>,
    before: AsIs,
    list: readonly Adjustment[],
  ): Promise<Map<string, readonly TrialFault[]>> {
    const found = new Map<string, readonly TrialFault[]>();
    for (const trialCase of casesOf(page, regionsOf(page), content)) {
      const known = looks.get(trialCase.name);
      if (!known || JSON.stringify(known.one.content) === JSON.stringify(trialCase.content)) continue;
      const filled = fillPage(page, trialCase.content);
      const look = { one: trialCase, document: filled, bench: await this.bench(filled) };
      found.set(trialCase.name, await this.faults(look, before, list));
      await look.bench.close();
    }
    return found;
  }

  private bench(document: PageDocument): Promise<TestPage> {
    return openTestPage(this.project, document, shownScheme(this.page.schemes), this.browser, { more: BROUGHT });
  }

  private measure(
    bench: TestPage,
    document: PageDocument,
    list: readonly Adjustment[],
  ): Promise<readonly MeasuredPage[]> {
    return bench.measure(adjust(document, list).document, WIDTHS);
  }

  private async faults(
    { one, document, bench }: CaseRun,
    { document: asIs, pages }: AsIs,
    list: readonly Adjustment[],
  ): Promise<TrialFault[]> {
    const now = await this.measure(bench, document, list);
    const faults = WIDTHS.flatMap((width, at) => trialFaults(document, required(pages[at]), required(now[at]), width));
    if (one.literal === undefined) return faults;
    const [html, before] = [document, asIs].map((page) => renderHtml(page, 'style.css')) as [string, string];
    return [...faults, ...markupFaults(html, before, one.literal)];
  }

  private async pictures(
    looks: Iterable<CaseRun>,
    found: ReadonlyMap<string, readonly TrialFault[]>,
    list: readonly Adjustment[],
  ): Promise<TrialImage[]> {
    const trialImages: TrialImage[] = [];
    for (const look of looks) {
      const [fault] = (found.get(look.one.name) ?? []).filter(({ place }) => place);
      if (!fault?.place || trialImages.length >= MOST_IMAGES) continue;
      await this.measure(look.bench, look.document, list);
      await setViewport(look.bench.page, fault.width);
      const bytes = await screenshot(look.bench.page, fault.place.y + 400);
      trialImages.push({
        name: look.one.name,
        width: fault.width,
        place: fault.place,
        png: await cropped(bytes, fault.place.y),
      });
    }
    return trialImages;
  }
}

/** Limits hold at once, in the page document, and stay through another conversion, in the brief. */
function keepLimits(project: string, document: PageDocument, limits: readonly Limit[]): void {
  writeFile(join(project, 'pages', `${document.name}.json`), pageText(document));
  writeFile(
    join(project, BRIEF_FILE),
    withFieldDecisions(
      briefOf(project) ?? '',
      limits.map(({ path, longest }) => ({ at: path, longest })),
    ),
  );
}

/** How much of a page is shown around a fault, px. */
const AROUND = 260;

async function cropped(
  png: Buffer,
  y: number,
): Promise<{ readonly bytes: Buffer; readonly top: number; readonly height: number }> {
  const { cropImage: cropImage } = await import('../../project/image-codec.js');
  const top = Math.max(0, Math.round(y) - AROUND);
  return { bytes: await cropImage(png, top, 2 * AROUND), top, height: 2 * AROUND };
}
