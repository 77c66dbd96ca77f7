import { required } from '../src/core/data/required.js';
import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { CLI } from './program.js';

/** What a test asks of a host. */
export interface Asked {
  readonly json?: unknown;
  readonly body?: string | Buffer;
  readonly headers?: Readonly<Record<string, string>>;
  /** Without a token, or with another one. */
  readonly token?: string | undefined;
}

export interface Answered {
  readonly status: number;
  readonly headers: Headers;
  readonly text: string;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  readonly body: any;
}

export interface Hosted {
  readonly address: string;
  readonly data: string;
  readonly token: string;
  readonly password: string;
  readonly api: (method: string, path: string, asked?: Asked) => Promise<Answered>;
  /** What it said on stderr. */
  readonly said: () => string;
  readonly close: () => Promise<void>;
  /** Ends it in the middle of whatever it does. */
  readonly kill: () => Promise<void>;
}

/** Starts the built program as a host in a folder. What its API answers is held against what it says of itself. */
export async function hosted(folder: string, args: readonly string[] = []): Promise<Hosted> {
  const data = join(folder, 'data');
  const process_ = spawn(process.execPath, [CLI, 'host', '--data', data, '--port', '0', '--json', ...args], {
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let err = '';
  process_.stderr.on('data', (text: Buffer) => (err += text.toString()));
  const ended = new Promise<void>((done) => process_.once('exit', () => done()));
  const line = await new Promise<string>((done, fail) => {
    let out = '';
    process_.stdout.on('data', (text: Buffer) => {
      out += text.toString();
      if (out.includes('\n')) done(required(out.split('\n')[0]));
    });
    process_.once('exit', () => fail(new Error(err)));
  });
  const { address, first } = JSON.parse(line) as { address: string; first?: { password: string } };
  const password = first?.password ?? '';
  const token = readFileSync(join(data, 'token.txt'), 'utf8').trim();
  const end = (signal: NodeJS.Signals) => async (): Promise<void> => {
    process_.kill(signal);
    await ended;
  };
  const described = await description(address);
  const api = async (method: string, path: string, asked: Asked = {}): Promise<Answered> => {
    const bearer = 'token' in asked ? asked.token : token;
    const answer = await fetch(`${address}/api/v1${path}`, {
      method,
      headers: {
        ...(bearer === undefined ? {} : { authorization: `Bearer ${bearer}` }),
        ...(asked.json === undefined ? {} : { 'content-type': 'application/json' }),
        ...asked.headers,
      },
      ...(asked.json === undefined ? {} : { body: JSON.stringify(asked.json) }),
      ...(asked.body === undefined ? {} : { body: asked.body as string }),
    });
    const text = await answer.text();
    const body: unknown = /json/.test(answer.headers.get('content-type') ?? '') && text ? JSON.parse(text) : undefined;
    described(method, path, answer.status, answer.headers.get('content-type') ?? '', body);
    return { status: answer.status, headers: answer.headers, text, body };
  };
  return { address, token, password, data, api, said: () => err, close: end('SIGTERM'), kill: end('SIGKILL') };
}

interface Operation {
  readonly responses: Readonly<
    Record<string, { readonly content?: Readonly<Record<string, { readonly schema: object }>> }>
  >;
}

/** Checks answers against the OpenAPI description that a host serves. */
async function description(
  address: string,
): Promise<(method: string, path: string, status: number, type: string, body: unknown) => void> {
  const openapi = (await (await fetch(`${address}/api/v1/openapi.json`)).json()) as {
    paths: Record<string, Record<string, Operation>>;
  };
  const ajv = new Ajv2020({ strict: false, validateFormats: false });
  /* Shapes refer to each other by their place in the description. */
  ajv.addSchema(openapi, 'description');
  const inPlace = (schema: object): object =>
    JSON.parse(JSON.stringify(schema).replaceAll('"$ref":"#', '"$ref":"description#')) as object;
  const checks = new Map<object, ValidateFunction>();
  return (method, path, status, type, body) => {
    const own = `/api/v1${path.split('?')[0]}`;
    const known =
      own in openapi.paths
        ? own
        : Object.keys(openapi.paths).find((key) => new RegExp(`^${key.replace(/\{[^}]+\}/g, '[^/]+')}$`).test(own));
    const operation = known === undefined ? undefined : openapi.paths[known]?.[method.toLowerCase()];
    if (!operation) {
      if (status === 404 || status === 401) return;
      throw new Error(`${method} ${own} is not described`);
    }
    const response = operation.responses[String(status)] ?? operation.responses['default'];
    if (!response) throw new Error(`${method} ${own}: ${status} is not described`);
    const schema = response.content?.[required(type.split(';')[0])]?.schema;
    if (!schema) {
      if (body !== undefined && response.content)
        throw new Error(`${method} ${own}: ${status} as ${type} is not described`);
      return;
    }
    const check = checks.get(schema) ?? ajv.compile(inPlace(schema));
    checks.set(schema, check);
    if (!check(body))
      throw new Error(`${method} ${own}: ${status} is not as described: ${ajv.errorsText(check.errors)}`);
  };
}

/** A small page document with a heading, a list of cards and a picture. */
export function smallPage(name: string, heading = 'For hire'): object {
  const card = (id: string, text: string): object => ({
    id: `card-${id}`,
    kind: 'card',
    name: text,
    element: 'div',
    repeat: 'cards',
    entry: { list: 'hire.cards', id },
    children: [
      {
        id: `h-${id}`,
        kind: 'heading',
        name: text,
        element: 'h3',
        children: [{ kind: 'words', text, field: `hire.cards.${id}.heading` }],
      },
    ],
  });
  return {
    format: 'tavrik-page',
    version: 1,
    name,
    title: heading,
    language: 'en',
    source: { kind: 'html', files: ['hire.html'], widths: [1440] },
    breakpoints: [],
    styles: {},
    body: {
      id: 'body',
      kind: 'box',
      name: 'page',
      element: 'body',
      children: [
        {
          id: 'hire',
          kind: 'section',
          name: 'Hire',
          element: 'section',
          children: [
            {
              id: 'h',
              kind: 'heading',
              name: heading,
              element: 'h2',
              children: [{ kind: 'words', text: heading, field: 'hire.heading' }],
            },
            {
              id: 'cards',
              kind: 'grid',
              name: 'cards',
              element: 'div',
              children: [card('refractor', 'The refractor'), card('dobson', 'The Dobsonian')],
            },
          ],
        },
      ],
    },
  };
}

export function pageItem(id: string, heading?: string): Record<string, unknown> {
  return { id, kind: 'page', name: heading ?? id, path: `${id}.html`, document: smallPage(id, heading), content: {} };
}
