import type { Publisher } from './publisher.js';

export const PUBLISHER_NAMES = ['api', 'webdav', 'commit'] as const;
export type PublisherName = (typeof PUBLISHER_NAMES)[number];

/** Publishers by the name that `--by` knows them under. Each is loaded only when it is asked for. */
export const PUBLISHERS: Readonly<Record<PublisherName, () => Promise<Publisher>>> = {
  api: async () => (await import('./site-publisher.js')).sitePublisher,
  webdav: async () => (await import('./webdav.js')).webdavPublisher,
  commit: async () => (await import('./repository.js')).commitPublisher,
};

/** What `--by` says of each. */
export const PUBLISHER_HELP: Readonly<Record<PublisherName, string>> = {
  api: 'a site that tavrik host runs',
  webdav: 'a folder of a web server',
  commit: 'a git repository',
};
