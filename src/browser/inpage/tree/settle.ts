import { required } from '../../../core/data/required.js';
const STILL =
  '*,*::before,*::after{animation:none!important;transition:none!important;scroll-behavior:auto!important;caret-color:transparent!important}';
/** Height of a scroll step and rest after it: enough for observers to fire. CSS px, ms. */
const STEP = 800;
const PAUSE = 15;
const FARTHEST = 20000;

let stillSheet: CSSStyleSheet | undefined;
const ours = new Set<CSSStyleSheet>();

/** Time for scripts to do what they do once all is there; ms. */
const AFTERWARDS = 150;

/**
 * Brings the page to rest: late content loads as it is scrolled through, fonts and pictures are awaited with a limit (ms).
 * @param scripted whether scripts of the page may still change it afterwards
 * @param through whether it is scrolled through; once is enough as long as nothing but its width changes
 */
export async function settle(limit: number, scripted: boolean, through = true): Promise<void> {
  stillSheet ??= addOurSheet(STILL);
  const wait = (time: number): Promise<void> => new Promise((done) => setTimeout(done, time));
  for (let y = 0; through && y < document.documentElement.scrollHeight && y < FARTHEST; y += STEP) {
    scrollTo(0, y);
    await wait(PAUSE);
  }
  if (through) scrollTo(0, 0);
  const images = [...[...document.images].map((image) => loaded(image)), ...backgrounds().map(fetched)];
  await Promise.race([Promise.all([document.fonts.ready, ...images]), wait(limit)]);
  if (scripted) await wait(AFTERWARDS);
}

/** Waits for a picture's bytes. Not for `decode()`: a decode that is asked for changes how the picture is scaled later. */
async function loaded(image: HTMLImageElement): Promise<void> {
  if (image.complete) return;
  await new Promise<void>((done) => {
    for (const name of ['load', 'error']) image.addEventListener(name, () => done(), { once: true });
  });
}

/** Addresses of the pictures behind elements. */
function backgrounds(): string[] {
  const found = new Set<string>();
  for (const element of document.querySelectorAll('body, body *')) {
    const { backgroundImage } = getComputedStyle(element);
    if (backgroundImage.includes('url('))
      for (const [, address] of backgroundImage.matchAll(/url\("([^"]+)"\)/g)) found.add(required(address));
  }
  return [...found];
}

/** Waits until the browser has a picture that it shows behind something; it asks for it once. */
async function fetched(address: string): Promise<void> {
  const image = new Image();
  image.src = address;
  await loaded(image);
}

/** Adds a style sheet of ours to the page. */
export function addOurSheet(css: string): CSSStyleSheet {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(css);
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
  ours.add(sheet);
  return sheet;
}

/** Our own sheets are not part of the page. */
export function isOurSheet(sheet: CSSStyleSheet): boolean {
  return ours.has(sheet);
}
