import type { WatchedDifference, WatchedPage, WatchedWidth, WatchState } from '../watch-state.js';
import type { Box } from '../../core/geometry/box.js';

/* The script of the page that shows a watched project. */

const find = <Kind extends Element>(selector: string): Kind => {
  const found = document.querySelector<Kind>(selector);
  if (!found) throw new Error(`${selector} is not on the page`);
  return found;
};

const [main, message, source, result] = [
  find('main'),
  find<HTMLElement>('#said'),
  find<HTMLElement>('#source'),
  find<HTMLElement>('#result'),
];
const [sheet, image, frame] = [
  find<HTMLElement>('.sheet'),
  find<HTMLImageElement>('.sheet img'),
  find<HTMLIFrameElement>('iframe'),
];
const [wantedMark, isMark] = [find<HTMLElement>('#source .mark'), find<HTMLElement>('#result .mark')];
const [widths, list, heading] = [find<HTMLElement>('#widths'), find<HTMLElement>('aside ol'), find<HTMLElement>('h2')];
const [pages, choice] = [find<HTMLElement>('#pages'), find<HTMLSelectElement>('#pages select')];

let state: WatchState | undefined;
let [name, width, scale, shown] = ['', 0, 1, -1];
let chosen: WatchedDifference | undefined;

const page = (): WatchedPage | undefined => state?.pages.find((page) => page.name === name);
const turn = (): WatchedWidth | undefined => page()?.widths.find((watchedWidth) => watchedWidth.width === width);
const percent = (share: number): string => `${(share * 100).toFixed(2)} %`;
const grade = (differ: number): string => (differ <= 0.01 ? 'good' : differ <= 0.05 ? 'fair' : 'poor');

function element(tag: string, words: string, classes = ''): HTMLElement {
  const element = document.createElement(tag);
  element.textContent = words;
  if (classes) element.className = classes;
  return element;
}

function show(next: WatchState): void {
  state = next;
  message.textContent = next.said;
  message.className = next.phase;
  if (!page()) name = next.pages[0]?.name ?? '';
  if (!turn()) width = page()?.widths[0]?.width ?? 0;
  pages.hidden = next.pages.length < 2;
  choice.replaceChildren(
    ...next.pages.map((page) => Object.assign(element('option', page.name), { selected: page.name === name })),
  );
  fill(next.version !== shown);
  shown = next.version;
}

/** Shows the page and the width that are chosen. @param anew whether the site or the source are other ones */
function fill(anew: boolean): void {
  const [own, watchedWidth] = [page(), turn()];
  if (!own || !watchedWidth) return;
  widths.replaceChildren(
    ...own.widths.map((each) => {
      const button = element('button', `${each.width} px `);
      button.append(element('small', percent(each.differ), grade(each.differ)));
      button.setAttribute('aria-pressed', String(each.width === width));
      button.addEventListener('click', () => {
        width = each.width;
        chosen = undefined;
        fill(true);
      });
      return button;
    }),
  );
  const count = watchedWidth.differences.length;
  main.classList.toggle('even', count === 0);
  heading.textContent = `${count} ${count === 1 ? 'difference' : 'differences'}`;
  list.replaceChildren(...watchedWidth.differences.map(entry));
  fit();
  mark();
  if (!anew) return;
  image.src = `${watchedWidth.source}?${state?.version ?? 0}`;
  const at = frame.contentWindow?.scrollY ?? 0;
  frame.addEventListener('load', () => follow(at), { once: true });
  frame.src = `/site/${own.file}?${state?.version ?? 0}`;
}

function entry(difference: WatchedDifference): HTMLElement {
  const item = document.createElement('li');
  const button = document.createElement('button');
  button.append(
    element('b', [difference.section, difference.name].filter(Boolean).join(' / ')),
    element('span', difference.what),
  );
  if (difference.fix) button.append(element('code', difference.fix));
  button.addEventListener('click', () => {
    chosen = difference;
    for (const each of list.querySelectorAll('button')) each.removeAttribute('aria-current');
    button.setAttribute('aria-current', 'true');
    const at = Math.max(0, ((difference.box ?? difference.wanted)?.[1] ?? 0) - 120);
    frame.contentWindow?.scrollTo(0, at);
    source.scrollTop = Math.max(0, ((difference.wanted ?? difference.box)?.[1] ?? 0) - 120) * scale;
    mark();
  });
  item.append(button);
  return item;
}

/** Makes both as wide as there is room, in the same scale. */
function fit(): void {
  const room = (result.parentElement?.clientWidth ?? 0) || width;
  scale = Math.min(1, room / width);
  for (const pane of [source, result]) pane.style.width = `${width * scale}px`;
  frame.style.width = `${width}px`;
  frame.style.height = `${result.clientHeight / scale}px`;
  frame.style.transform = `scale(${scale})`;
  sheet.style.width = `${width * scale}px`;
}

function mark(): void {
  const scrolled = frame.contentWindow?.scrollY ?? 0;
  place(wantedMark, chosen?.wanted, 0);
  place(isMark, chosen?.box, scrolled);
}

function place(element: HTMLElement, box: Box | undefined, scrolled: number): void {
  element.hidden = !box;
  if (!box) return;
  element.style.cssText = `left:${box[0] * scale}px;top:${(box[1] - scrolled) * scale}px;width:${box[2] * scale}px;height:${box[3] * scale}px`;
}

/** The two scroll together: whichever is scrolled takes the other along. */
function follow(at: number): void {
  const own = frame.contentWindow;
  if (!own) return;
  own.scrollTo(0, at);
  own.addEventListener('scroll', () => {
    mark();
    if (document.activeElement !== source && !source.matches(':hover')) source.scrollTop = own.scrollY * scale;
  });
  mark();
}

source.addEventListener('scroll', () => {
  if (document.activeElement === source || source.matches(':hover'))
    frame.contentWindow?.scrollTo(0, source.scrollTop / scale);
});
choice.addEventListener('change', () => {
  name = choice.value;
  chosen = undefined;
  if (!turn()) width = page()?.widths[0]?.width ?? 0;
  fill(true);
});
addEventListener('resize', () => {
  fit();
  mark();
});

const events = new EventSource('/-/events');
events.addEventListener('state', (event) => show(JSON.parse((event as MessageEvent<string>).data) as WatchState));
events.addEventListener('error', () => {
  message.textContent = 'Tavrik has stopped: start it again, and this page reconnects.';
  message.className = 'problem';
});
