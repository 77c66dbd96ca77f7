import type { SourceKind } from '../document/types.js';
import { readColour, writeColour } from '../css/colours.js';
import { eachElement, largestShown } from './placed-elements.js';
import type { Finding } from './finding.js';
import { downGaps, tenths } from './gaps.js';
import type { SurveyedBehaviour, SurveyedKind, SurveyedPage } from './observations.js';
import { findingsOf } from './survey.js';
import { defined } from '../data/defined.js';
import { tally, type Use } from './tally.js';
import type { Box } from '../geometry/box.js';

/** A picture, with its size on disk, its own size and the largest that it is shown at; px. */
export interface ImageUse {
  readonly name: string;
  readonly address: string;
  readonly bytes?: number;
  readonly natural?: readonly [number, number];
  readonly shown: number;
  /** How many times more pixels across it has than are shown. */
  readonly times?: number;
}

/** What there is in a page, and what is to be said of it. */
export interface PageSurvey {
  readonly page: string;
  readonly kind: SourceKind;
  readonly title: string;
  readonly description: string;
  readonly language: string;
  readonly screens: readonly {
    readonly name: string;
    readonly file: string;
    readonly width: number;
    readonly height: number;
    readonly things: number;
    /** Of a drawing: the share of its area that is kept as it is drawn. */
    readonly drawnShare?: number;
    readonly sections: readonly { readonly name: string; readonly y: number; readonly height: number }[];
  }[];
  readonly kinds: Readonly<Partial<Record<SurveyedKind, number>>>;
  readonly outline: readonly { readonly level: number; readonly words: string }[];
  readonly fonts: SurveyedPage['fonts'];
  readonly colours: readonly Use<string>[];
  readonly textStyles: readonly Use<string>[];
  readonly spacings: readonly Use<number>[];
  readonly pictures: readonly ImageUse[];
  readonly artwork: { readonly count: number; readonly pieces: number; readonly bytes: number };
  /** What weighs on the widest screen: bytes of pictures, shapes of artwork, and where they are. */
  readonly weights: readonly {
    readonly name: string;
    readonly box: Box;
    readonly bytes: number;
    readonly pieces: number;
  }[];
  readonly forms: SurveyedPage['forms'];
  readonly scripts: number;
  /** What controls do that scripts answer, and by which means they would go on doing it. */
  readonly behaviours: readonly SurveyedBehaviour[];
  readonly embeds: number;
  readonly findings: readonly Finding[];
}

/** Looks a page over. */
export function surveyOf(page: SurveyedPage): PageSurvey {
  const [widest] = page.screens;
  const things = (widest?.things ?? []).filter(({ path }) => path !== '');
  const all = page.screens.flatMap((screen) => screen.things);
  const illustration = eachElement(page, (thing) => thing.artwork !== undefined).map(({ thing }) => thing.artwork);
  const kinds: Partial<Record<SurveyedKind, number>> = {};
  for (const { value, count } of tally(things.map(({ kind }) => kind))) kinds[value] = count;
  return {
    page: page.name,
    kind: page.kind,
    title: page.title,
    description: page.description,
    language: page.language,
    screens: page.screens.map(({ name, file, width, height, things: own, sections, drawnShare }) => ({
      name,
      file,
      width,
      height,
      things: own.filter(({ path }) => path !== '').length,
      sections,
      ...defined({ drawnShare }),
    })),
    kinds,
    outline: things.flatMap(({ level, name }) => (level === undefined ? [] : [{ level, words: name }])),
    fonts: page.fonts,
    colours: tally(all.flatMap(({ text, paint }) => [text?.look.color, paint].flatMap((text) => colourName(text)))),
    textStyles: tally(
      things.flatMap(({ text }) =>
        text ? [`${text.look.family} ${text.look.weight}, ${Math.round(text.look.size * 10) / 10} px`] : [],
      ),
    ),
    spacings: widest ? tally(downGaps(widest, page.kind).map(({ gap }) => Math.round(gap))) : [],
    pictures: largestShown(page).map(({ thing: { name, picture: image }, shown }) => ({
      name,
      address: image?.address ?? '',
      ...(image?.bytes ? { bytes: image.bytes } : {}),
      ...(image?.natural ? { natural: image.natural, times: tenths(image.natural[0] / shown) } : {}),
      shown: Math.round(shown),
    })),
    artwork: {
      count: illustration.length,
      pieces: illustration.reduce((sum, seenIllustration) => sum + (seenIllustration?.pieces ?? 0), 0),
      bytes: illustration.reduce((sum, seenIllustration) => sum + (seenIllustration?.bytes ?? 0), 0),
    },
    weights: things.flatMap(({ name, box, picture: image, artwork: drawn }) =>
      image?.bytes || drawn
        ? [{ name, box, bytes: image?.bytes ?? drawn?.bytes ?? 0, pieces: drawn?.pieces ?? 0 }]
        : [],
    ),
    forms: page.forms,
    scripts: page.scripts.length,
    behaviours: page.behaviours ?? [],
    embeds: page.embeds.length,
    findings: findingsOf(page),
  };
}

function colourName(text: string | undefined): string[] {
  const colour = readColour(text ?? '');
  return colour ? [writeColour(colour)] : [];
}
