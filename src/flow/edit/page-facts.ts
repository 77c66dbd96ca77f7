import { describePage, type PageFacts } from '../../core/sites/page-facts.js';
import { fillPage } from '../../core/content/content.js';
import { openProject } from '../../project/folder.js';
import { pageNamed } from '../../project/settings.js';
import { readPage } from '../render/read-page.js';

/** What the pages of a project say of themselves as they are filled. @throws TavrikError */
export function describeProject(project: string, page?: string): PageFacts[] {
  const settings = openProject(project);
  const names = page === undefined ? settings.pages.map(({ name }) => name) : [pageNamed(settings, page).name];
  return names.map((name) => {
    const { document, content } = readPage(project, name);
    return describePage(fillPage(document, content));
  });
}
