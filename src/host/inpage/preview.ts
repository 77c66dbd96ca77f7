/** The page beside the form. */
export interface Preview {
  /** Shows what the form says now, after a short rest. */
  readonly refresh: () => void;
  /** Outlines the place of a field. */
  readonly outline: (path: string | undefined) => void;
}

/** Rest before the page is made again while somebody types, ms. */
const REST = 220;

// eslint-disable-next-line max-lines-per-function -- handlers of one frame, which share it
export function preview(form: HTMLFormElement): Preview {
  const frame = document.querySelector<HTMLIFrameElement>('#shown');
  const glass = document.querySelector<HTMLElement>('#glass');
  if (!frame || !glass) return { refresh: () => undefined, outline: () => undefined };
  let current: string | undefined;
  let timer = 0;
  let asked = 0;

  const outline = (path = current): void => {
    current = path;
    const inside = frame.contentDocument;
    if (!inside) return;
    for (const element of inside.querySelectorAll<HTMLElement>('[data-here]')) {
      element.removeAttribute('data-here');
      element.style.outline = '';
      element.style.boxShadow = '';
    }
    const found = path === undefined ? undefined : placeOf(inside, path);
    if (!found) return;
    found.setAttribute('data-here', '');
    found.style.outline = '3px solid #e39a2d';
    found.style.boxShadow = '0 0 0 6px rgb(16 24 28 / 55%)';
    found.style.outlineOffset = '3px';
    const box = found.getBoundingClientRect();
    const high = frame.clientHeight;
    if (box.top < 0 || box.bottom > high) inside.defaultView?.scrollBy({ top: box.top - high / 3 });
  };

  const show = async (): Promise<void> => {
    const own = (asked += 1);
    const answer = await fetch(`/edit/items/${form.dataset['item']}/shown`, { method: 'POST', body: textsOf(form) });
    if (!answer.ok || own !== asked) return;
    const result = new DOMParser().parseFromString(await answer.text(), 'text/html');
    const inside = frame.contentDocument;
    if (!inside) return;
    const [from, to] = [inside.querySelector('link[rel=stylesheet]'), result.querySelector('link[rel=stylesheet]')];
    if (from && to && from.getAttribute('href') !== to.getAttribute('href'))
      from.setAttribute('href', to.getAttribute('href') ?? '');
    const { scrollX, scrollY } = inside.defaultView ?? { scrollX: 0, scrollY: 0 };
    inside.body.replaceWith(inside.importNode(result.body, true));
    inside.defaultView?.scrollTo(scrollX, scrollY);
    listen();
    outline();
  };

  /* A click on the page leads to the field that fills it. */
  const listen = (): void => {
    frame.contentDocument?.addEventListener('click', (event) => {
      event.preventDefault();
      const path = pathAt(event.target as Element | null);
      const input = path === undefined ? null : document.getElementById(`f-${path}`);
      if (!input) return;
      for (let around: Element | null = input; around; around = around.parentElement)
        if (around instanceof HTMLDetailsElement) around.open = true;
      input.focus();
    });
  };
  frame.addEventListener('load', () => {
    listen();
    outline();
  });
  if (frame.contentDocument?.readyState === 'complete') listen();

  const fit = (width: number): void => {
    const scale = Math.min(1, glass.clientWidth / width);
    frame.width = String(width);
    frame.style.transform = scale < 1 ? `scale(${scale})` : '';
    frame.style.height = `${Math.round(glass.clientHeight / scale)}px`;
    frame.style.marginRight = `${Math.round(width * (scale - 1))}px`;
    frame.style.marginBottom = `${Math.round(glass.clientHeight - glass.clientHeight / scale)}px`;
  };
  const screens = [...document.querySelectorAll<HTMLButtonElement>('[data-screen]')];
  const chosen = (): number =>
    Number(screens.find((element) => element.getAttribute('aria-pressed') === 'true')?.dataset['screen'] ?? 1280);
  for (const element of screens)
    element.addEventListener('click', () => {
      for (const other of screens) other.setAttribute('aria-pressed', String(other === element));
      fit(chosen());
    });
  new ResizeObserver(() => fit(chosen())).observe(glass);
  fit(chosen());

  return {
    outline,
    refresh: () => {
      clearTimeout(timer);
      timer = window.setTimeout(() => void show(), REST);
    },
  };
}

/** What the form says, without its files. */
export function textsOf(form: HTMLFormElement): FormData {
  const data = new FormData(form);
  for (const [name, value] of [...data]) if (typeof value !== 'string') data.delete(name);
  return data;
}

function placeOf(page: Document, path: string): HTMLElement | undefined {
  for (const element of page.querySelectorAll<HTMLElement>('*'))
    for (const { name, value } of element.attributes)
      if (name.startsWith('data-field') && value === path) return element;
  return page.querySelector<HTMLElement>(`[data-entry="${CSS.escape(path)}"]`) ?? undefined;
}

function pathAt(element: Element | null): string | undefined {
  for (let entry = element; entry; entry = entry.parentElement) {
    const own =
      [...entry.attributes].find(({ name }) => name === 'data-field') ??
      [...entry.attributes].find(({ name }) => name.startsWith('data-field-'));
    if (own) return own.value;
  }
  return undefined;
}
