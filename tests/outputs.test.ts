import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkPrinted, hasSchema } from './printed.js';
import { built, cleanUp, ROOT, shortPage, tavrik, temporary } from './program.js';

/* What commands print with --json has a published schema. Every run of a test that asks for JSON is checked against it. */
const { buildProgram } = built<typeof import('../src/cli/run.js')>('cli/run');
const folder = temporary();
afterAll(cleanUp);

const project = join(folder, 'project');
beforeAll(() => {
  const page = shortPage(join(folder, 'source'), 'cards-outer', 'evenings', 'questions');
  expect(tavrik(['convert', page, '--out', project, '--widths', '1200', '--no-proof', '--json']).code).toBe(0);
});

describe('the schemas of what is printed', () => {
  it('are there for every command that prints JSON, and up to date', () => {
    const commands = buildProgram(() => undefined).commands.filter(({ options }) =>
      options.some(({ long }) => long === '--json'),
    );
    expect(commands.length).toBeGreaterThan(15);
    expect(commands.map((command) => command.name()).filter((name) => !hasSchema(name))).toEqual([]);
    const ran = spawnSync(process.execPath, [join(ROOT, 'scripts/output-schemas.mjs'), '--check'], {
      encoding: 'utf8',
    });
    expect(ran).toMatchObject({ status: 0, stdout: 'All are up to date.\n' });
  });

  it('say what each part is, and refuse what a command does not print', () => {
    const text = readFileSync(join(ROOT, 'schema/output/content.schema.json'), 'utf8');
    expect(text).toContain('What a client calls it.');
    expect(() => checkPrinted(['content', '--json'], '{"fields":[{"path":"a"}]}')).toThrow('content.schema.json');
    expect(() => checkPrinted(['about', '--json'], '{"error":{"code":"odd","what":"x"}}')).toThrow('error.schema.json');
  });
});

describe('what is printed as JSON', () => {
  const rows = join(folder, 'rows.csv');
  const texts = join(folder, 'texts.yaml');
  writeFileSync(rows, 'heading\nOne\nTwo\n');
  writeFileSync(texts, 'membership:\n  heading: Members\n');

  it.each([
    ['content', 'list'],
    ['content', 'show', 'membership.heading'],
    ['content', 'fields'],
    ['content', 'set', 'membership.heading', 'Become a member'],
    ['content', 'unset', 'membership.heading'],
    ['content', 'add', 'membership.cards', 'Student'],
    ['content', 'move', 'membership.cards', 'student', '--to', '1'],
    ['content', 'remove', 'membership.cards', 'student'],
    ['content', 'export', 'membership.cards', '--format', 'csv'],
    ['content', 'export'],
    ['content', 'fill', 'membership.cards', rows],
    ['content', 'import', texts],
    ['content', 'check'],
    ['about'],
    ['adjust', 'set', '.page', 'color', 'teal', '--no-proof'],
    ['adjust'],
    ['brief'],
    ['brief', 'scale'],
    ['elements'],
    ['elements', 'show', 'card'],
    ['links'],
    ['links', 'check'],
    ['tokens'],
    ['tokens', 'show'],
    ['tokens', 'export'],
    ['tokens', 'set', 'color.accent', '#1d5c74'],
    ['render'],
    ['pack', '--out', join(folder, 'packed.zip')],
  ])('%s %s fits its schema', (command, ...rest) => {
    const { out, err } = tavrik([command, project, ...rest, '--json']);
    expect([err, Object.keys(JSON.parse(out) as object)]).not.toEqual([err, []]);
    expect(out).not.toContain('"unexpected"');
  });

  it('of what fails is an error with the same words', () => {
    const { code, out, err } = tavrik(['content', project, 'set', 'membership.headin', 'x', '--json']);
    const { error } = JSON.parse(out) as { error: { code: string; what: string; where: string; todo: string } };
    expect(code).toBe(2);
    expect(error).toMatchObject({ code: 'not-found', what: expect.stringContaining('membership.headin') as string });
    expect(error.todo).toContain('membership.heading');
    expect(err).toBe(`${error.where}: ${error.what}\n${error.todo}\n`);
  });

  it.each([
    ['set', 'membership.cards.nobody.heading', 'x'],
    ['set', 'membership.cards', 'x'],
    ['set', 'membership', 'x'],
    ['set', '', 'x'],
    ['set', '..', 'x'],
    ['set', 'membership.cards.0', 'x'],
    ['set', '__proto__.x', 'x'],
    ['unset', 'membership.cards.nobody.heading'],
    ['add', 'membership.heading', 'x'],
    ['add', 'membership.cards', 'x', '--like', 'nobody'],
    ['add', 'membership.cards', 'x', '--to', '-1'],
    ['move', 'membership.cards', 'nobody', '--to', '1'],
    ['remove', 'membership.cards', 'nobody'],
    ['remove', 'membership.cards'],
    ['show', 'nothing'],
    ['fill', 'membership.cards', join(folder, 'missing.csv')],
    ['fill', 'membership.heading', rows],
    ['import', join(folder, 'missing.yaml')],
    ['export', 'membership.cards'],
    ['export', 'nothing', '--format', 'csv'],
    ['export', '--format', 'xliff'],
    ['list', 'membership.cards.nobody'],
  ])('content %s %s fails in words, and changes nothing', (...args) => {
    const before = readdirSync(join(project, 'content')).map((file) =>
      readFileSync(join(project, 'content', file), 'utf8'),
    );
    const { code, out, err } = tavrik(['content', project, ...args, '--json']);
    expect([code, (JSON.parse(out) as { error?: { code: string } }).error?.code]).not.toContain('unexpected');
    expect([code, err]).toEqual([2, expect.not.stringMatching(/Unexpected|\bat .*\.js:/)]);
    expect(err.trim().split('\n').length).toBeLessThan(4);
    expect(
      readdirSync(join(project, 'content')).map((file) => readFileSync(join(project, 'content', file), 'utf8')),
    ).toEqual(before);
  });
});
