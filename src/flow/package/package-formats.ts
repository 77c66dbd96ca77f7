import type { PackageForm } from '../../core/sites/manifest.js';
import { documents } from './document-package.js';
import type { PackageFormat } from './package-format.js';
import { rendered } from './rendered-package.js';

/** Forms of packages by the name that `--as` knows them under. */
export const PACKAGE_FORMATS: Readonly<Record<PackageForm, PackageFormat>> = {
  site: {
    about: 'pages for any web server',
    collect: (project, only) => rendered(project, 'site', only),
  },
  templates: {
    about: 'templates for a content management system',
    collect: (project, only) => rendered(project, 'templates', only),
  },
  document: {
    about: 'page documents, content and tokens',
    collect: documents,
  },
};
