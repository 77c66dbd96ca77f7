import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fillPage } from '../core/content/content.js';
import { anchorsIn, linksIn, type FoundLink } from '../core/links/find.js';
import { hrefOf, PAGE_SCHEME, type LinkTarget } from '../core/links/rules.js';
import { resolveLinks } from '../core/links/resolve.js';
import { nearestWords } from '../core/page/nearest.js';
import { Problem } from '../core/page/problem.js';
import { element } from '../core/page/sample.js';
import { placesOf } from '../core/render/site.js';
import { openProject } from '../project/folder.js';
import { pageNamed } from '../project/settings.js';
import { readPage } from './read-page.js';

/** The links of a page of a project. */
export interface PageLinks {
  readonly page: string;
  readonly file: string;
  readonly links: readonly FoundLink[];
}
