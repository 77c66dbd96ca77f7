import { OPS, type PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { Matrix } from '../../../core/drawing/contours.js';
import { required } from '../../../core/data/required.js';
import { ClippedGroups } from './clipped-groups.js';
import { gradientFor, type ShadingRecord } from './gradients.js';
import { imageAddress, imageIn, type PdfImage } from './images.js';
import { rounded, times, written } from './matrix.js';
import { paintedBy } from './painted-by.js';
import { boxPath, pathData } from './path.js';
import { PATH_PAINTS, setPaint } from './painting.js';
import { firstState, setPlainly, type Clip, type GraphicsState, type PdfFont } from './state.js';
import { TextPlace, type ShownGlyph } from './text-run.js';

const SVG = 'http://www.w3.org/2000/svg';
interface LayerConfig {
  isVisible(group: unknown): boolean;
  getGroup(id: string): { readonly name?: string } | null;
}

/**
 * Writes a page of a PDF file (ISO 32000-1, 8 and 9) as SVG: text as text with a place for each letter, paths, pictures,
 * gradients, clips, groups and layers. What SVG has no word for is painted by itself and becomes a picture.
 */
export class PageWriter {
  readonly svg = document.createElementNS(SVG, 'svg');
  readonly notes = new Set<string>();
  private readonly defs = this.svg.appendChild(document.createElementNS(SVG, 'defs'));
  private state: GraphicsState;
  private readonly saved: GraphicsState[] = [];
  private readonly text = new TextPlace();
  /** Groups and layers that are open, the page first. */
  private readonly open: Element[] = [this.svg];
  private readonly marked: boolean[] = [];
  private hidden = 0;
  /** How many groups are open that only make a mask. */
  private masks = 0;
  private readonly clipped = new ClippedGroups((element) => required(this.define(element)));
  private pendingClip: Clip['rule'] | undefined;
  private ids = 0;
  /** Operators that are painted together as one picture. */
  private foreign: number[] = [];

  constructor(
    private readonly page: PDFPageProxy,
    private readonly unit: number,
    private readonly layers: LayerConfig,
  ) {
    const { width, height, transform } = page.getViewport({ scale: unit });
    this.svg.setAttribute('viewBox', `0 0 ${rounded(width)} ${rounded(height)}`);
    this.svg.setAttribute('width', String(rounded(width)));
    this.svg.setAttribute('height', String(rounded(height)));
    this.state = firstState(transform as unknown as Matrix);
  }

  async write(): Promise<void> {
    const { fnArray, argsArray } = await this.page.getOperatorList({ annotationMode: 0 });
    for (let at = 0; at < fnArray.length; at += 1) {
      const made = this.step(required(fnArray[at]), (argsArray[at] ?? []) as unknown[], at);
      if (made) await made;
    }
    await this.paintForeign();
  }

  private step(op: number, args: readonly unknown[], at: number): Promise<void> | undefined {
    if (this.setState(op, args) || this.setText(op, args)) return undefined;
    if (this.foreign.length && !this.masks && (op === OPS.beginGroup || op === OPS.endGroup))
      return this.paintForeign().then(() => void this.setGroup(op, args));
    if (this.setGroup(op, args)) return undefined;
    if (op === OPS.constructPath) return this.paintPath(args, at);
    if (this.hidden || this.masks) return undefined;
    if (op === OPS.showText) return this.showText(args[0] as ShownGlyph[], at);
    if (op === OPS.paintImageXObject) return this.paintImage(this.objectOf(args[0]) as PdfImage, this.state.matrix, at);
    if (op === OPS.paintInlineImageXObject) return this.paintImage(args[0] as PdfImage, this.state.matrix, at);
    if (op === OPS.paintImageXObjectRepeat) return this.paintRepeated(args, at);
    if (op === OPS.shadingFill) return this.paintShading(args, at);
    if (op >= OPS.paintXObject && op !== OPS.markPoint && op !== OPS.markPointProps && op !== OPS.dependency)
      this.foreign.push(at);
    return undefined;
  }

  /** @returns whether it was an operator that only changes how things are painted */
  private setState(op: number, args: readonly unknown[]): boolean {
    const { state } = this;
    if (op === OPS.save) this.saved.push({ ...state });
    else if (op === OPS.restore) this.state = this.saved.pop() ?? state;
    else if (setPlainly(state, op, args)) return true;
    else if (op === OPS.setFillColorN) this.setPattern(args);
    else if (op === OPS.setStrokeColorN) state.stroke = this.gradientOf(args) ?? state.stroke;
    else if (op === OPS.clip) this.pendingClip = 'nonzero';
    else if (op === OPS.eoClip) this.pendingClip = 'evenodd';
    else return false;
    return true;
  }

  private setPattern(args: readonly unknown[]): void {
    const gradient = this.gradientOf(args);
    this.state.foreignFill = gradient === undefined;
    if (gradient) this.state.fill = gradient;
  }

  private gradientOf(args: readonly unknown[]): string | undefined {
    if (args[0] !== 'Shading') return undefined;
    const matrix = args[2] ? times(this.state.base, args[2] as Matrix) : this.state.base;
    return this.define(gradientFor(this.objectOf(args[1]) as ShadingRecord, matrix));
  }

  /** Puts a definition into the drawing; how it is referred to. */
  private define(element: SVGElement | undefined): string | undefined {
    if (!element) return undefined;
    element.id = `paint-${(this.ids += 1)}`;
    this.defs.append(element);
    return `url(#${element.id})`;
  }

  private setText(op: number, args: readonly unknown[]): boolean {
    const { state } = this;
    if (op === OPS.beginText) this.text.begin();
    else if (op === OPS.setTextMatrix)
      this.text.begin((Array.isArray(args[0]) || ArrayBuffer.isView(args[0]) ? args[0] : args) as Matrix);
    else if (op === OPS.moveText) this.text.move(Number(args[0]), Number(args[1]));
    else if (op === OPS.setLeadingMoveText) {
      state.leading = Number(args[1]);
      this.text.move(Number(args[0]), Number(args[1]));
    } else if (op === OPS.nextLine) this.text.move(0, state.leading);
    else if (op === OPS.setFont) {
      state.font = this.page.commonObjs.get(String(args[0])) as PdfFont;
      state.fontSize = Number(args[1]);
    } else return op === OPS.endText;
    return true;
  }

  private setGroup(op: number, args: readonly unknown[]): boolean {
    const { state } = this;
    if (op === OPS.paintFormXObjectBegin) {
      this.saved.push({ ...state });
      if (args[0]) state.matrix = times(state.matrix, args[0] as Matrix);
      state.base = state.matrix;
      if (args[1]) this.addClip(boxPath(args[1] as number[]), 'nonzero');
    } else if (op === OPS.paintFormXObjectEnd) this.state = this.saved.pop() ?? state;
    else if (op === OPS.beginGroup) this.beginGroup(args[0] as { readonly smask?: unknown });
    else if (op === OPS.endGroup) {
      if (this.masks) this.masks -= 1;
      else if (this.open.length > 1) this.open.pop();
      this.state = this.saved.pop() ?? state;
    } else if (op === OPS.beginMarkedContentProps) this.beginLayer(String(args[0]), args[1]);
    else if (op === OPS.beginMarkedContent) this.marked.push(false);
    else if (op === OPS.endMarkedContent) {
      if (this.marked.pop()) this.hidden -= 1;
    } else return false;
    return true;
  }

  private beginGroup(group: { readonly smask?: unknown }): void {
    const { state } = this;
    this.saved.push({ ...state });
    if (this.masks || group.smask) {
      this.masks += 1;
      return;
    }
    const element = document.createElementNS(SVG, 'g');
    if (state.fillAlpha < 1) element.setAttribute('opacity', String(rounded(state.fillAlpha)));
    if (state.blend !== 'source-over') element.style.mixBlendMode = state.blend;
    this.place(element);
    this.open.push(element);
    /* The group is clipped as a whole: what is in it need not be. */
    Object.assign(state, { fillAlpha: 1, strokeAlpha: 1, blend: 'source-over', clip: undefined });
  }

  private beginLayer(tag: string, group: unknown): void {
    const hidden = tag === 'OC' && !this.layers.isVisible(group);
    this.marked.push(hidden);
    if (!hidden) return;
    this.hidden += 1;
    const id = (group as { readonly id?: string } | undefined)?.id;
    this.notes.add(`Hidden layer, left out: ${(id && this.layers.getGroup(id)?.name) || 'without a name'}`);
  }

  private objectOf(id: unknown): unknown {
    const name = String(id);
    return name.startsWith('g_') ? this.page.commonObjs.get(name) : this.page.objs.get(name);
  }

  private paintPath(args: readonly unknown[], at: number): Promise<void> | undefined {
    const [op, [path] = []] = args as [number, [Float32Array | undefined]?];
    const data = path ? pathData(path) : '';
    const paint = PATH_PAINTS[op];
    const shows = data && paint && !this.hidden && !this.masks && !this.isForeign(at);
    const element = shows ? document.createElementNS(SVG, 'path') : undefined;
    if (element && paint) {
      element.setAttribute('d', data);
      element.setAttribute('transform', written(this.state.matrix));
      setPaint(element, this.state, paint);
    }
    /* The clip that a path makes is for what comes after it, and that of now for the path itself. */
    const { clip } = this.state;
    if (this.pendingClip) {
      this.addClip(data, this.pendingClip);
      this.pendingClip = undefined;
    }
    if (!element) return undefined;
    if (this.foreign.length) return this.placed(element, clip);
    this.place(element, clip);
    return undefined;
  }

  private addClip(data: string, rule: Clip['rule']): void {
    const { state } = this;
    state.clip = { above: state.clip, data, matrix: state.matrix, rule };
  }

  /** Whether the next thing is painted with what SVG does not have: it is put aside for a picture. */
  private isForeign(at: number): boolean {
    if (this.state.masked || this.state.foreignFill) {
      this.foreign.push(at);
      return true;
    }
    return false;
  }

  private showText(glyphs: readonly ShownGlyph[], at: number): Promise<void> | undefined {
    const { state } = this;
    if (!state.font) return undefined;
    if (state.font.isType3Font || state.font.vertical) {
      this.foreign.push(at);
      return undefined;
    }
    const { text, unknown } = this.text.show(state, glyphs);
    if (unknown) {
      this.notes.add(`Font without Unicode values, its words are kept as an image: ${state.font.name}`);
      this.foreign.push(at);
      return undefined;
    }
    if (!text) return undefined;
    const paints = state.mode & 3;
    setPaint(text, state, {
      ...(paints === 1 ? {} : { rule: 'nonzero' as const }),
      ...(paints === 0 ? {} : { stroke: true as const }),
    });
    if (state.foreignFill) text.setAttribute('fill', state.stroke);
    text.setAttribute('font-family', state.font.name);
    if (state.font.bold ?? state.font.black) text.setAttribute('font-weight', state.font.black ? '900' : '700');
    if (state.font.italic) text.setAttribute('font-style', 'italic');
    return this.placed(text);
  }

  private async paintImage(image: PdfImage | null, matrix: Matrix, at: number): Promise<void> {
    if (this.isForeign(at)) return;
    const address = image && (await imageAddress(image));
    if (!address) return;
    const element = imageIn(times(matrix, [1, 0, 0, -1, 0, 1]), address);
    if (this.state.fillAlpha < 1) element.setAttribute('opacity', String(rounded(this.state.fillAlpha)));
    if (this.state.blend !== 'source-over') element.style.mixBlendMode = this.state.blend;
    await this.placed(element);
  }

  private async paintRepeated([id, across, down, places]: readonly unknown[], at: number): Promise<void> {
    const image = this.objectOf(id) as PdfImage;
    const list = places as ArrayLike<number>;
    for (let index = 0; index + 1 < list.length; index += 2) {
      const own: Matrix = [Number(across), 0, 0, Number(down), required(list[index]), required(list[index + 1])];
      await this.paintImage(image, times(this.state.matrix, own), at);
    }
  }

  private paintShading(args: readonly unknown[], at: number): Promise<void> | undefined {
    const gradient = this.define(gradientFor(this.objectOf(args[0]) as ShadingRecord, this.state.matrix));
    if (!gradient) {
      this.foreign.push(at);
      return undefined;
    }
    const element = document.createElementNS(SVG, 'rect');
    for (const name of ['width', 'height']) element.setAttribute(name, this.svg.getAttribute(name) ?? '0');
    element.setAttribute('fill', gradient);
    if (this.state.fillAlpha < 1) element.setAttribute('fill-opacity', String(rounded(this.state.fillAlpha)));
    return this.placed(element);
  }

  /** Puts an element on top, after what had to be painted before it. */
  private async placed(element: Element, clip: Clip | undefined = this.state.clip): Promise<void> {
    await this.paintForeign();
    this.place(element, clip);
  }

  private place(element: Element, clip: Clip | undefined = this.state.clip): void {
    this.clipped.holderFor(required(this.open.at(-1)), clip).append(element);
  }

  /** Makes a picture of what was put aside. */
  private async paintForeign(): Promise<void> {
    if (this.foreign.length === 0) return;
    const wanted = new Set(this.foreign);
    this.foreign = [];
    const painted = await paintedBy(this.page, this.unit, wanted);
    if (!painted) return;
    const element = document.createElementNS(SVG, 'image');
    for (const [name, value] of Object.entries(painted)) element.setAttribute(name, String(value));
    element.setAttribute('preserveAspectRatio', 'none');
    required(this.open.at(-1)).append(element);
  }
}
