import type { SignIn } from '../../core/source/reading.js';
import type { OpenBrowser } from '../../browser/launch.js';
import type { Progress } from '../progress.js';
import type { PageSettings } from '../../project/settings.js';
import type { SitePlace } from '../../core/render/site.js';
import type { Served } from '../../browser/serve.js';

export interface ProveOptions {
  /** The only page to compare; all without it. */
  readonly page?: string;
  readonly widths?: readonly number[];
  readonly limit?: number;
  readonly browser?: string;
  /** For a source at an address that asks who one is. */
  readonly signIn?: SignIn;
  /** The only section to tell of. */
  readonly section?: string;
  /** File for the result as JUnit XML. */
  readonly junit?: string;
  /** Sweep over all widths and look at accessibility too. */
  readonly thorough?: boolean;
  /** Of what is thorough, leave the conditions other than a width out. */
  readonly withoutConditions?: boolean;
  /** A browser that is open already. */
  readonly open?: OpenBrowser;
  readonly progress: Progress;
}

/** Where a page is: in its project, and served. */
export interface PlacedPage {
  readonly project: string;
  readonly page: PageSettings;
  readonly place: SitePlace;
  readonly site: Served;
}
