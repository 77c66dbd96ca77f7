import { getDocument, GlobalWorkerOptions, type PDFDocumentProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { WorkerMessageHandler } from 'pdfjs-dist/legacy/build/pdf.worker.mjs';
import { required } from '../../../core/data/required.js';
import type { Matrix } from '../../../core/drawing/contours.js';
import { PageWriter } from './page-writer.js';

/* The file is read where the page is: the reader looks here for what would else run beside it. */
(globalThis as unknown as { pdfjsWorker: unknown }).pdfjsWorker = { WorkerMessageHandler };
GlobalWorkerOptions.workerSrc = 'none';

let pdf: PDFDocumentProxy | undefined;

/** A page of a PDF file. */
export interface PdfPage {
  /** By its bookmark, else its label; empty if it has neither. */
  readonly name: string;
  /** Points. */
  readonly width: number;
  readonly height: number;
}

export type OpenedPdf =
  | { readonly pages: readonly PdfPage[] }
  | { readonly fault: 'password' | 'wrong password' | 'broken'; readonly detail: string };

/** Opens a file that is served. @param folder where the reader's own files are served */
export async function openPdf(address: string, folder: string, password: string): Promise<OpenedPdf> {
  try {
    pdf = await getDocument({
      url: address,
      ...(password ? { password } : {}),
      cMapUrl: `${folder}cmaps/`,
      cMapPacked: true,
      standardFontDataUrl: `${folder}standard_fonts/`,
      wasmUrl: `${folder}wasm/`,
      isEvalSupported: false,
      verbosity: 0,
    }).promise;
  } catch (error) {
    const { name, message, code } = error as Error & { readonly code?: number };
    if (name === 'PasswordException') return { fault: code === 2 ? 'wrong password' : 'password', detail: '' };
    return { fault: 'broken', detail: message };
  }
  const document = pdf;
  const names = await namesOf(document);
  const pages: PdfPage[] = [];
  for (let at = 0; at < document.numPages; at += 1) {
    const { width, height } = (await document.getPage(at + 1)).getViewport({ scale: 1 });
    pages.push({ name: names[at] ?? '', width, height });
  }
  return { pages };
}

/** Names of pages by their bookmarks, else their labels (ISO 32000-1, 12.3.3 and 12.4.2). */
async function namesOf(document: PDFDocumentProxy): Promise<string[]> {
  const names: string[] = [];
  const labels = (await document.getPageLabels()) ?? [];
  labels.forEach((label, at) => {
    if (label !== String(at + 1)) names[at] = label;
  });
  const visit = async (items: Awaited<ReturnType<PDFDocumentProxy['getOutline']>>): Promise<void> => {
    for (const { title, dest, items: inner } of [...(items ?? [])].reverse()) {
      await visit(inner as typeof items);
      const target = typeof dest === 'string' ? await document.getDestination(dest) : dest;
      const [page] = (target ?? []) as unknown[];
      if (page && typeof page === 'object') names[await document.getPageIndex(page as never)] = title;
    }
  };
  await visit(await document.getOutline());
  return names;
}

/** The size of most letters of a page, points; 0 if it has none. */
export async function pdfTextSize(number: number): Promise<number> {
  const page = await required(pdf).getPage(number);
  const { items } = await page.getTextContent();
  const letters = new Map<number, number>();
  for (const item of items) {
    if (!('str' in item)) continue;
    const size = Math.round(Math.hypot(item.transform[2] as number, item.transform[3] as number) * 2) / 2;
    letters.set(size, (letters.get(size) ?? 0) + item.str.trim().length);
  }
  return [...letters].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 0;
}

/** A page as SVG, and what to say of it. @param number the first is 1 @param unit px of a point */
export async function writePdfPage(
  number: number,
  unit: number,
): Promise<{ readonly svg: string; readonly notes: readonly string[]; readonly fonts: readonly string[] }> {
  const page = await required(pdf).getPage(number);
  const writer = new PageWriter(page, unit, await required(pdf).getOptionalContentConfig());
  await writer.write();
  document.body.replaceChildren(writer.svg);
  document.body.style.margin = '0';
  const links = await page.getAnnotations();
  const { transform } = page.getViewport({ scale: unit });
  for (const { subtype, url, rect } of links as { subtype: string; url?: string; rect: number[] }[])
    if (subtype === 'Link' && url) link(writer.svg, url, rect, transform as unknown as Matrix);
  const fonts = [...writer.svg.querySelectorAll('text')].map((text) => text.getAttribute('font-family') ?? '');
  const svg = new XMLSerializer().serializeToString(writer.svg);
  document.body.replaceChildren();
  return { svg, notes: [...writer.notes], fonts: [...new Set(fonts)] };
}

/** Makes links of what lies in a rectangle of the page. */
function link(svg: SVGSVGElement, url: string, rect: readonly number[], [a, b, c, d, e, f]: Matrix): void {
  const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = rect;
  const xs = [a * x0 + c * y0 + e, a * x1 + c * y1 + e];
  const ys = [b * x0 + d * y0 + f, b * x1 + d * y1 + f];
  for (const element of svg.querySelectorAll<SVGGraphicsElement>('text, image')) {
    if (element.closest('a, defs')) continue;
    const { left, top, width, height } = element.getBoundingClientRect();
    const [x, y] = [left + width / 2, top + height / 2];
    if (x < Math.min(...xs) || x > Math.max(...xs) || y < Math.min(...ys) || y > Math.max(...ys)) continue;
    const anchor = document.createElementNS('http://www.w3.org/2000/svg', 'a');
    anchor.setAttribute('href', url);
    element.replaceWith(anchor);
    anchor.append(element);
  }
}
