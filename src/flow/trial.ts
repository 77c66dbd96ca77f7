import { join } from 'node:path';
import { pictureOf, turnTo } from '../browser/our-page.js';
import { openBrowser, type OpenBrowser } from '../browser/launch.js';
import { adjust } from '../core/adjust/apply.js';
import type { Adjustment } from '../core/adjust/adjustment.js';
import { fillPage } from '../core/content/content.js';
import { regionsOf } from '../core/content/regions.js';
import type { PageDocument } from '../core/page/types.js';
import type { MeasuredPage } from '../core/proof/measured.js';
import { renderHtml } from '../core/render/html.js';
import { shownScheme } from '../core/source/reading.js';
import { casesOf, MARKUP, TALL_PICTURE, WIDE_PICTURE, type TrialCase } from '../core/trial/cases.js';
import { trialFaults, type TrialFault } from '../core/trial/faults.js';
import { mendsFor, type Mend } from '../core/trial/mends.js';
import { ADJUST_FILE, readAdjustments, writeAdjustments } from '../project/adjust-file.js';
import { openProject, replaceFolder, writeFile } from '../project/folder.js';
import { pageNamed, type PageSettings } from '../project/settings.js';
import { trialPage, type TrialPicture } from '../report/trial-page.js';
import { openBench, type Bench } from './bench.js';
import { readPage } from './read-page.js';
import { render } from './render.js';
import type { Progress } from './report-progress.js';

export interface TrialOptions {
  readonly page?: string;
  /** Keep what mends faults and leaves the page as it is. */
  readonly mend?: boolean;
  readonly browser?: string;
  readonly open?: OpenBrowser;
  readonly progress: Progress;
}

/** What became of one edit. */
export interface TriedCase {
  readonly name: string;
  readonly what: string;
  readonly faults: readonly TrialFault[];
}

/** What became of the edits of one page. */
export interface TriedPage {
  readonly page: string;
  readonly widths: readonly number[];
  readonly cases: readonly TriedCase[];
  /** What would mend faults, or has: why, and with which corrections. */
  readonly mends: readonly { readonly why: string; readonly adjustments: readonly Adjustment[]; readonly faults: number }[]; // prettier-ignore
  readonly mended: boolean;
}

/** A phone, a tablet and a desktop, px: where edits are looked at. */
const WIDTHS = [390, 820, 1440];
/** Most mends that are tried for a page. */
const MOST_MENDS = 40;
/** A word of the page as it was may move this far, px: a mend must not change what is right. */
const STILL = 0.5;
/** Most pictures of a report. */
const MOST_PICTURES = 24;

const BROUGHT: readonly (readonly [string, string])[] = [
  [TALL_PICTURE, drawn(400, 800)],
  [WIDE_PICTURE, drawn(1200, 400)],
];

function drawn(width: number, height: number): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><rect width="100%" height="100%" fill="#8fa3ad"/><circle cx="50%" cy="50%" r="${Math.min(width, height) / 4}" fill="#f4ecd8"/></svg>`;
}

/** Does to each page of a project what clients do, and says what breaks. @throws Problem */
export async function tryProject(project: string, options: TrialOptions): Promise<TriedPage[]> {
  const settings = openProject(project);
  const pages = options.page === undefined ? settings.pages : [pageNamed(settings, options.page)];
  const own = options.open ? undefined : await openBrowser(options.browser, false);
  const browser = options.open ?? (own as OpenBrowser);
  try {
    const tried: TriedPage[] = [];
    const pictures = new Map<string, readonly TrialPicture[]>();
    for (const page of pages) {
      const trial = new Trial(project, page, browser, options);
      const made = await trial.run();
      tried.push(made.tried);
      pictures.set(page.name, made.pictures);
    }
    replaceFolder(project, 'trial', [
      ['index.html', trialPage(tried, pictures)],
      ['trial.json', `${JSON.stringify({ pages: tried }, null, 2)}\n`],
    ]);
    if (options.mend && tried.some(({ mends }) => mends.length)) render(project);
    return tried;
  } finally {
    await own?.close();
  }
}

/** Where one case is looked at: the page as it is with the edit. */
interface Look {
  readonly one: TrialCase;
  readonly document: PageDocument;
  readonly bench: Bench;
}

class Trial {
  constructor(
    private readonly project: string,
    private readonly page: PageSettings,
    private readonly browser: OpenBrowser,
    private readonly options: TrialOptions,
  ) {}

  async run(): Promise<{ readonly tried: TriedPage; readonly pictures: readonly TrialPicture[] }> {
    const { document, content } = readPage(this.project, this.page.name);
    const existing = readAdjustments(this.project);
    const asIs = fillPage(document, content);
    const bench = await this.bench(asIs);
    const looks: Look[] = [];
    try {
      const before = await this.measure(bench, asIs, existing);
      const cases = casesOf(document, regionsOf(document), content);
      const found = new Map<string, readonly TrialFault[]>();
      for (const one of cases) {
        this.options.progress(`${this.page.name}: ${one.what}`);
        const filled = fillPage(document, one.content);
        const own = await this.bench(filled);
        const faults = await this.faults({ one, document: filled, bench: own }, before, existing);
        found.set(one.name, faults);
        if (faults.length) looks.push({ one, document: filled, bench: own });
        else await own.close();
      }
      const mends = await this.mend(bench, asIs, looks, before, existing, found);
      const list = [...existing, ...mends.flatMap(({ adjustments }) => adjustments)];
      if (this.options.mend && mends.length) writeFile(join(this.project, ADJUST_FILE), writeAdjustments(list));
      const shown = this.options.mend ? list : existing;
      const now = new Map(found);
      if (this.options.mend && mends.length) for (const look of looks) now.set(look.one.name, await this.faults(look, before, shown)); // prettier-ignore
      const pictures = await this.pictures(looks, now, shown);
      const tried: TriedPage = {
        page: this.page.name,
        widths: WIDTHS,
        cases: cases.map(({ name, what }) => ({ name, what, faults: now.get(name) ?? [] })),
        mends,
        mended: this.options.mend === true,
      };
      return { tried, pictures };
    } finally {
      for (const look of looks) await look.bench.close();
      await bench.close();
    }
  }

  private bench(document: PageDocument): Promise<Bench> {
    return openBench(this.project, document, shownScheme(this.page.schemes), this.browser, BROUGHT);
  }

  private measure(bench: Bench, document: PageDocument, list: readonly Adjustment[]): Promise<readonly MeasuredPage[]> {
    return bench.measure(adjust(document, list).document, WIDTHS);
  }

  private async faults(
    look: Look,
    before: readonly MeasuredPage[],
    list: readonly Adjustment[],
  ): Promise<TrialFault[]> {
    const now = await this.measure(look.bench, look.document, list);
    const faults = WIDTHS.flatMap((width, at) => trialFaults(look.document, before[at] as MeasuredPage, now[at] as MeasuredPage, width)); // prettier-ignore
    return look.one.name === 'markup' ? [...faults, ...rawFaults(look.document)] : faults;
  }

  /** Tries what may mend, mildest first; keeps what takes faults away and leaves the page as it was. */
  private async mend(
    bench: Bench,
    asIs: PageDocument,
    looks: readonly Look[],
    before: readonly MeasuredPage[],
    existing: readonly Adjustment[],
    found: ReadonlyMap<string, readonly TrialFault[]>,
  ): Promise<TriedPage['mends']> {
    const kept: TriedPage['mends'][number][] = [];
    const left = new Map(found);
    const count = (): number => looks.reduce((sum, { one }) => sum + (left.get(one.name)?.length ?? 0), 0);
    const first = existing.reduce((most, { step = 0 }) => Math.max(most, step), 0) + 1;
    const tried = new Set<string>();
    const next = (): Mend | undefined => {
      const proposed = looks.flatMap(({ one }) => mendsFor(asIs, left.get(one.name) ?? []));
      return proposed.find((one) => !tried.has(JSON.stringify(one.adjustments)));
    };
    for (let one = next(); one && tried.size < MOST_MENDS; one = next()) {
      tried.add(JSON.stringify(one.adjustments));
      if (count() === 0) break;
      const { why } = one;
      this.options.progress(`${this.page.name}: Trying whether ${why}`);
      const step = first + kept.length;
      const own = one.adjustments.map((each) => ({ ...each, step }));
      const list = [...existing, ...kept.flatMap(({ adjustments }) => adjustments), ...own];
      const still = await this.measure(bench, asIs, list);
      if (still.some((page, at) => moved(before[at] as MeasuredPage, page))) continue;
      const after = new Map<string, readonly TrialFault[]>();
      for (const look of looks) if (left.get(look.one.name)?.length) after.set(look.one.name, await this.faults(look, before, list)); // prettier-ignore
      const sum = [...after.values()].reduce((all, faults) => all + faults.length, 0);
      const faults = count() - sum;
      if (faults <= 0) continue;
      kept.push({ why, adjustments: own, faults });
      for (const [name, those] of after) left.set(name, those);
    }
    return kept;
  }

  private async pictures(
    looks: readonly Look[],
    found: ReadonlyMap<string, readonly TrialFault[]>,
    list: readonly Adjustment[],
  ): Promise<TrialPicture[]> {
    const made: TrialPicture[] = [];
    for (const look of looks) {
      const [fault] = (found.get(look.one.name) ?? []).filter(({ place }) => place);
      if (!fault?.place || made.length >= MOST_PICTURES) continue;
      await this.measure(look.bench, look.document, list);
      await turnTo(look.bench.page, fault.width);
      const bytes = await pictureOf(look.bench.page, fault.place.y + 400);
      made.push({
        name: look.one.name,
        width: fault.width,
        place: fault.place,
        png: await cropped(bytes, fault.place.y),
      });
    }
    return made;
  }
}

/** How much of a page is shown around a fault, px. */
const AROUND = 260;

async function cropped(
  png: Buffer,
  y: number,
): Promise<{ readonly bytes: Buffer; readonly top: number; readonly height: number }> {
  const { cropPicture } = await import('../project/codec.js');
  const top = Math.max(0, Math.round(y) - AROUND);
  return { bytes: await cropPicture(png, top, 2 * AROUND), top, height: 2 * AROUND };
}

function moved(before: MeasuredPage, now: MeasuredPage): boolean {
  if (before.words.length !== now.words.length || Math.abs(before.height - now.height) > STILL) return true;
  return before.words.some((word, at) => {
    const is = now.words[at];
    return !is || is.text !== word.text || Math.abs(is.x - word.x) > STILL || Math.abs(is.y - word.y) > STILL;
  });
}

/** Text that has become markup. */
function rawFaults(document: PageDocument): TrialFault[] {
  const html = renderHtml(document, 'style.css');
  const isRaw = html.includes('<script') || html.includes(MARKUP) || !html.includes('&lt;script&gt;');
  return isRaw ? [{ kind: 'collapsed', width: 0, what: 'Text has become markup' }] : [];
}
