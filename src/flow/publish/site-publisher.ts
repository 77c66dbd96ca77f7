import { connectionTo } from './connection.js';
import { handOver, type HandedProject } from './hand-over.js';
import type { SendStep } from './plan.js';
import type { FieldConflict, Paint, Publisher, SendRequest } from './publisher.js';
import { SiteSending, type Plan, type Sent } from './send.js';

/** Sends page documents, content, tokens and files into a site by its API. */
export const sitePublisher: Publisher = {
  async prepare(request) {
    const { as, only, onto, place, decided, publish } = request;
    const handed = await handedOf(request);
    const connection = await connectionTo(request.to, request.secret);
    const sending = new SiteSending(connection, handed);
    const meant = new Set([...only, ...(as === 'site' ? [] : [as])]);
    const plan = await sending.plan({ place, decided, meant, ...(onto === undefined ? {} : { onto }) });
    const conflicts = plan.steps.flatMap(({ id, conflicts: inStep }): FieldConflict[] =>
      inStep.filter(({ path }) => !decided.has(`${id}:${path}`)).map((conflict) => ({ id, ...conflict })),
    );
    return {
      plan: plainPlan(plan),
      conflicts,
      describe: (paint) => planLines(plan, paint),
      send: async (tell) => {
        const sent = await sending.send(plan, publish, tell);
        return { result: sent, describe: (paint) => sentLine(sent, connection.address, paint) };
      },
    };
  },
};

/** @throws TavrikError for a project or a package that cannot be handed over */
async function handedOf({ project, as, only }: SendRequest): Promise<HandedProject> {
  if (!project.endsWith('.zip')) return handOver(project, { as, only });
  const { handedFrom, openPackage } = await import('./package-file.js');
  const opened = await openPackage(project);
  try {
    return handedFrom(opened, project);
  } finally {
    opened.close();
  }
}

const DOES: Readonly<Record<SendStep['does'], string>> = {
  new: 'new',
  change: 'changed',
  nothing: 'unchanged',
  keep: 'the site keeps its own',
  replace: 'replaces what is there',
  append: 'sections appended',
};

function planLines(plan: Plan, paint: Paint): string[] {
  const wide = Math.max(...plan.steps.map(({ id }) => id.length));
  const lines = plan.steps.flatMap((step) => [
    `  ${paint.bold(step.id.padEnd(wide))}  ${step.kind.padEnd(7)}  ${DOES[step.does]}${detail(step)}`,
    ...step.conflicts.flatMap(({ path, before, ours, theirs }) => [
      `      ${paint.yellow('both changed')} ${path}`,
      `        before  ${quoted(before)}`,
      `        ours    ${quoted(ours)}`,
      `        theirs  ${quoted(theirs)}`,
    ]),
    ...step.lost.map(
      ({ path, value }) =>
        `      ${paint.yellow('field removed')} ${path}: its value ${quoted(value)} stays in the history of the page`,
    ),
  ]);
  const size = plan.files.reduce((sum, { bytes }) => sum + bytes.length, 0);
  const files = plan.files.length
    ? `${count(plan.files.length, 'file')} to send, ${(size / 1e6).toFixed(1)} MB`
    : 'All files are up to date';
  return ['Plan:', ...lines, `  ${files}${plan.tokens ? '; colours and text styles change' : ''}`];
}

function detail({ does, ours, theirs, layout }: SendStep): string {
  if (does !== 'change') return '';
  const fields = (paths: readonly string[], what: string): string[] =>
    paths.length ? [`${count(paths.length, 'field')} ${what}`] : [];
  const details = [
    ...(layout ? ['new layout'] : []),
    ...fields(ours, 'from the project'),
    ...fields(theirs, 'edited there are kept'),
  ];
  return details.length ? `: ${details.join(', ')}` : '';
}

function count(number: number, noun: string): string {
  return `${number} ${noun}${number === 1 ? '' : 's'}`;
}

function quoted(text: string | undefined): string {
  if (text === undefined) return 'nothing';
  return `“${text.length > 60 ? `${text.slice(0, 59)}…` : text}”`;
}

function plainPlan({ steps, files, tokens }: Plan): object {
  return {
    items: steps.map(({ put: _, ...step }) => step),
    files: files.map(({ path, bytes }) => ({ path, bytes: bytes.length })),
    tokens,
  };
}

function sentLine({ items, files, published }: Sent, address: string, { bold }: Paint): string {
  const what =
    items.length || files
      ? `${count(items.length, 'item')} and ${count(files, 'file')} sent`
      : 'Everything is up to date';
  return `${what}${published.length ? `, ${published.length} published` : ''}. Edit it at ${bold(`${address}/edit`)}`;
}
