import { schemaLine } from './schema-line.js';
import { SOURCE_KINDS, type SourceKind } from '../core/document/types.js';
import { SCREEN_NAMES, type DesignChoices, type Scale } from '../core/design/responsive/screens.js';
import Joi from 'joi';
import { LANGUAGE } from '../core/content/languages.js';
import { CONDITION_NAME, CONDITIONS, type Condition } from '../core/proof/conditions.js';
import { parse, stringify } from 'yaml';
import { MOVES, SCHEMES, type Move, type Schemes } from '../core/source/reading.js';
import { TavrikError } from '../core/errors/tavrik-error.js';

/** `tavrik.yaml`: sources, widths and limits of a project. A person's file: written once, then only read. */
export const SETTINGS_VERSION = 2;

export interface ProjectSettings {
  readonly format: 'tavrik-project';
  readonly version: typeof SETTINGS_VERSION;
  /** The first one is the home page of the site, unless one is called so. */
  readonly pages: readonly PageSettings[];
  readonly limits: {
    /** Largest share of differing pixels, 0 to 1. */
    readonly differ: number;
    /** Smallest share of words in their place, 0 to 1. */
    readonly placed: number;
    /** Largest share of words that are nowhere, 0 to 1. */
    readonly missing?: number;
    /** Most faults of a sweep over all widths. */
    readonly faults?: number;
    /** Most rules of accessibility that are broken worse than in the source. */
    readonly worse?: number;
    /** Largest share of differing pixels under a condition, where it is another than `differ`. */
    readonly conditions?: Readonly<Partial<Record<Condition, number>>>;
    /** Most controls that look different when they are hovered or focused. */
    readonly controls?: number;
  };
}

/** What one page is made from. */
export interface PageSettings {
  readonly name: string;
  readonly kind: SourceKind;
  /** Files relative to the project, or addresses. */
  readonly sources: readonly string[];
  readonly root?: string;
  /** Colour schemes that are read; both if nothing is said. */
  readonly schemes?: Schemes;
  /** CSS selectors of the parts that are converted, and where to move from what they match. */
  readonly select?: readonly string[];
  readonly move?: readonly Move[];
  /** Of a design: how screens are made that nobody drew. */
  readonly design?: DesignChoices;
  /** Of a design: folder of font files, relative to the project. */
  readonly fonts?: string;
  /** Of a web page: no box is taken out. */
  readonly keepBoxes?: boolean;
  /** Viewport widths at which the page is compared, CSS px. */
  readonly widths: readonly number[];
}

export const SETTINGS_FILE = 'tavrik.yaml';
export const LIMITS = { differ: 0.05, placed: 0.9 };
export const NARROWEST = 200;
export const WIDEST = 4000;

const share = Joi.number().min(0).max(1);

function limitUnder(condition: Condition): Joi.NumberSchema {
  return share.description(`The greatest share of differing pixels that is accepted: ${CONDITION_NAME[condition]}.`);
}

const shares = Joi.object({
  type: share.description('Of type sizes.'),
  lines: share.description('Of line heights.'),
  padding: share.description('Of padding.'),
  gap: share.description('Of gaps.'),
});

/** One share, or shares of kinds of sizes for each screen that nobody drew. */
export const SCALE = Joi.alternatives(
  share,
  Joi.object(Object.fromEntries(SCREEN_NAMES.map((name) => [name, shares.description(`On a ${name}.`)]))),
);

/** Reads a scale that was saved in a file. @throws TavrikError naming what is wrong */
export function readScale(text: string, file: string): Scale {
  let value: unknown;
  try {
    value = parse(text);
  } catch (error) {
    throw new TavrikError(
      `This is not YAML (${(error as Error).message.split('\n')[0]}).`,
      file,
      'Fix the line it names.',
    );
  }
  const { error, value: scale } = SCALE.required().validate(value);
  if (error) throw new TavrikError(`${error.message}.`, file, SCALE_IS);
  return scale as Scale;
}

/** What is right where a scale is wrong. */
export const SCALE_IS =
  'Write a number from 0 to 1, or for tablet and phone the shares of type, lines, padding and gap.';

const pageSchema = Joi.object({
  name: Joi.string()
    .pattern(/^[a-z0-9][a-z0-9-]*$/)
    .required()
    .description('The name of the page, and of its files.'),
  kind: Joi.valid(...SOURCE_KINDS)
    .required()
    .description('Whether the source is a web page or a design.'),
  sources: Joi.array()
    .items(Joi.string())
    .min(1)
    .required()
    .description('The files of the source, relative to this project, or its address.'),
  root: Joi.string().description('The folder that a web page is served from, relative to this project.'),
  schemes: Joi.valid(...SCHEMES).description('The colour schemes that are converted.'),
  select: Joi.array().items(Joi.string()).min(1).description('CSS selectors of the parts that are converted.'),
  move: Joi.array()
    .items(Joi.valid(...MOVES))
    .description('Steps from what the selectors match to what is converted.'),
  design: Joi.object({
    scale: SCALE.description('How much of large sizes remains on screens that nobody drew.'),
    fluid: Joi.boolean().description('Whether sizes change continuously with the width.'),
    language: Joi.string().pattern(LANGUAGE).description('The language of the texts.'),
  }).description('How screens that nobody drew are made, and the language of a design.'),
  fonts: Joi.string().description('The folder with the font files of a design, relative to this project.'),
  keepBoxes: Joi.boolean().description('Whether boxes without effect are kept.'),
  widths: Joi.array()
    .items(Joi.number().integer().min(NARROWEST).max(WIDEST))
    .min(1)
    .required()
    .description('The widths at which the page is compared with its source, px.'),
});

/** What the file may hold. */
export const SETTINGS_SCHEMA = Joi.object({
  format: Joi.valid('tavrik-project').required().description('The format of this file.'),
  version: Joi.valid(SETTINGS_VERSION).required().description('The version of the format.'),
  pages: Joi.array().items(pageSchema).min(1).unique('name').required().description('The pages of the project.'),
  limits: Joi.object({
    differ: Joi.number()
      .min(0)
      .max(1)
      .default(LIMITS.differ)
      .description('The greatest share of differing pixels that is accepted.'),
    placed: Joi.number()
      .min(0)
      .max(1)
      .default(LIMITS.placed)
      .description('The smallest share of words in the right position that is accepted.'),
    missing: Joi.number().min(0).max(1).description('The greatest share of missing words that is accepted.'),
    faults: Joi.number()
      .integer()
      .min(0)
      .description('The greatest number of faults over all widths that is accepted.'),
    worse: Joi.number()
      .integer()
      .min(0)
      .description('The greatest number of accessibility rules broken worse than in the source that is accepted.'),
    conditions: Joi.object(
      Object.fromEntries(CONDITIONS.map((condition) => [condition, limitUnder(condition)])),
    ).description('Limits under conditions, where they are others than `differ`.'),
    controls: Joi.number()
      .integer()
      .min(0)
      .description('The greatest number of controls that may look different when hovered or focused.'),
  })
    .default(LIMITS)
    .description('Limits of a comparison.'),
});

/** Reads the settings of a project. @throws TavrikError naming what is wrong */
export function readSettings(text: string, file: string): ProjectSettings {
  let value: unknown;
  try {
    value = parse(text);
  } catch (error) {
    throw new TavrikError(
      `This is not YAML (${(error as Error).message.split('\n')[0]}).`,
      file,
      'Fix the line it names, or convert again.',
    );
  }
  const checked = SETTINGS_SCHEMA.validate(upgraded(value ?? {}), { abortEarly: true });
  if (checked.error) throw new TavrikError(`${checked.error.message}.`, file, 'Fix it, or convert the source again.');
  return checked.value as ProjectSettings;
}

/**
 * The page of a project with this name, or its only one, or its first.
 * @throws TavrikError if there is none of that name
 */
export function pageNamed({ pages }: ProjectSettings, name: string | undefined): PageSettings {
  const found = name === undefined ? pages[0] : pages.find((page) => page.name === name);
  if (found) return found;
  throw new TavrikError(
    `Page "${name}" not found.`,
    '--page',
    `The project has ${pages.map((page) => page.name).join(', ')}.`,
    'not-found',
  );
}

/** Settings of version 1, in which designs were of the kind `svg`, as settings of today. */
function upgraded(value: unknown): unknown {
  const { version, pages } = value as { readonly version?: unknown; readonly pages?: unknown };
  if (version !== 1 || !Array.isArray(pages)) return value;
  const now = (pages as { readonly kind?: unknown }[]).map((page) =>
    page?.kind === 'svg' ? { ...page, kind: 'design' } : page,
  );
  return { ...(value as object), version: SETTINGS_VERSION, pages: now };
}

export function writeSettings(settings: ProjectSettings): string {
  return `${schemaLine('schema/project.schema.json')}# What this project is made from. Yours to edit.\n${stringify(settings, { lineWidth: 0 })}`;
}
