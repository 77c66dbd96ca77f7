// Writes schema/output: a JSON Schema for what each command prints with --json, from the types in src/cli/outputs.ts.
// With --check, says which are outdated and ends with 1.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { format, resolveConfig } from 'prettier';
import { createGenerator } from 'ts-json-schema-generator';

const root = join(import.meta.dirname, '..');
const folder = join(root, 'schema/output');
const generator = createGenerator({
  path: join(root, 'src/cli/outputs.ts'),
  tsconfig: join(root, 'tsconfig.json'),
  type: 'Outputs',
  skipTypeCheck: true,
  additionalProperties: false,
  topRef: false,
});
const { definitions = {}, properties = {} } = generator.createSchema('Outputs');

/** The definitions that a part of a schema needs, with those that these need. */
function neededBy(part, found = new Set()) {
  for (const [, name] of JSON.stringify(part).matchAll(/"#\/definitions\/([^"]+)"/g)) {
    const plain = decodeURIComponent(name);
    if (found.has(plain)) continue;
    found.add(plain);
    neededBy(definitions[plain], found);
  }
  return found;
}

/** Names of types as they may stand in addresses. */
const nameOf = (type) => type.replace(/[^A-Za-z0-9]+/g, '-').replace(/^-|-$/g, '');
/** A part in the words of draft 2020-12: tuples have `prefixItems` there, and definitions lie in `$defs`. */
function rewritten(part) {
  return JSON.parse(JSON.stringify(part), (key, value) => {
    if (key === '$ref') return `#/$defs/${nameOf(decodeURIComponent(value.replace('#/definitions/', '')))}`;
    if (!Array.isArray(value?.items)) return value;
    const { items, ...rest } = value;
    delete rest.additionalItems;
    return { ...rest, prefixItems: items };
  });
}

const isCheck = process.argv.includes('--check');
const options = await resolveConfig(join(folder, 'convert.schema.json'));
const outdated = [];
mkdirSync(folder, { recursive: true });
for (const [command, part] of Object.entries(properties)) {
  const own = [...neededBy(part)].sort();
  const schema = {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: command === 'error' ? 'What a command prints with --json that fails' : `tavrik ${command} --json`,
    ...rewritten(part),
    $defs: Object.fromEntries(own.map((name) => [nameOf(name), rewritten(definitions[name])])),
  };
  const file = join(folder, `${command}.schema.json`);
  const text = await format(JSON.stringify(schema, null, 2), { ...options, parser: 'json' });
  if (existsSync(file) && readFileSync(file, 'utf8') === text) continue;
  outdated.push(command);
  if (!isCheck) writeFileSync(file, text);
}
console.log(outdated.length ? `${isCheck ? 'Outdated' : 'Written'}: ${outdated.join(', ')}` : 'All are up to date.');
if (isCheck && outdated.length) process.exitCode = 1;
